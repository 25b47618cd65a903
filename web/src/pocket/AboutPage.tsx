import { dateInWords } from "../app/dates";
import { mode } from "./mode";
import { usePocket } from "./usePocket";
import "./pocket.css";

/** What a pocket is, what it holds, and what it cannot do. */
export default function AboutPage() {
  const able = "WebAssembly" in window && "DecompressionStream" in window;
  const { pocket, said } = usePocket();
  return (
    <div className="page prose">
      <h1>About this offline copy</h1>
      {pocket && (
        <p>
          {pocket.name}, taken offline on {dateInWords(pocket.made_at.slice(0, 10))}; version {pocket.core} of
          the core.
        </p>
      )}
      {said.map((s) => (
        <p key={s}>{s}</p>
      ))}
      <h2>What this copy does</h2>
      <p>
        Route, plans, guide, practice, log, advice, bench, schedule, packing and what-ifs all work on this
        device, without a network. Importing and exporting files doesn’t.
      </p>
      <h2>Where your changes are</h2>
      <p>
        In this browser, on this device, at once. Closing a private window or clearing the browser’s data
        deletes them. “Save a copy” writes {mode === "file" ? "this file again" : "a file"} with everything in
        it; check your downloads for it. The line at the top says what this browser does.
      </p>
      <h2>Bring it home</h2>
      <p>
        Save a copy and send it home. There choose “Bring home” under Trips, or run{" "}
        <code>apodemos bring FILE</code>. Doing it twice adds nothing twice. If both sides changed something,
        you choose.
      </p>
      <h2>What it needs</h2>
      <p>
        A browser with WebAssembly and built-in decompression:{" "}
        {able ? "this one has both" : "this one lacks them"}. Some phones only preview such a file: install
        Apodemos from your own server there.
      </p>
    </div>
  );
}
