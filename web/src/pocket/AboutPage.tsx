import { dateInWords } from "../app/dates";
import { mode } from "./mode";
import { usePocket } from "./usePocket";
import "./pocket.css";

/** What a pocket is, what it holds, and what it cannot do. */
export default function AboutPage() {
  const { pocket, said } = usePocket();
  return (
    <div className="page prose">
      <h1>In the pocket</h1>
      {pocket && (
        <p>
          {pocket.name}, taken along on {dateInWords(pocket.made_at.slice(0, 10))}; version {pocket.core} of
          the core.
        </p>
      )}
      {said.map((s) => (
        <p key={s}>{s}</p>
      ))}
      <h2>What it does</h2>
      <p>
        Route, stops, plans with every value recomputed, ways compared, the guide, practice, log and advice,
        the bench, schedule and packing, what-ifs: all of it is worked out on this device, and nothing is
        fetched. Reading in files, and writing trips out in other formats, is done at home.
      </p>
      <h2>Where what you do is kept</h2>
      <p>
        In this browser, on this device, as soon as you do it. A private window loses it when it closes, and
        clearing the browser’s data deletes it. “Save a copy” writes{" "}
        {mode === "file" ? "this file again" : "a file"} with everything in it; check that it is among your
        downloads. The line at the top says what this browser does.
      </p>
      <h2>Bringing it home</h2>
      <p>
        Save a copy, send it home by any means, and there choose “Bring it back” under Trips, or run{" "}
        <code>apodemos bring FILE</code>. Bringing it twice doubles nothing. What was changed on both sides is
        shown side by side, and you choose.
      </p>
      <h2>What is untried</h2>
      <p>
        It is tried in Chromium, from a file and with the network off. Other browsers with WebAssembly and the
        built-in decompression of 2023 and later should do. Some phones only preview such a file: there,
        install the application from your own server instead.
      </p>
    </div>
  );
}
