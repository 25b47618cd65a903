import { printed } from "../app/Reason";
// What the trip sheet and the folded sheet both have on paper.

import type { Catalogue, TripOut, TripPlan } from "../api/client";
import { dateInWords, timeInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { clock, figure, inWords, say } from "../units/units";
import { roundsInWords } from "./rounds";

type BrewTotals = TripPlan["result"]["brews"][number];

/** The day of a trip as a date; nothing where the trip has none. */
export function dateOf(trip: TripOut, day: number): string | undefined {
  if (!trip.starts_on) return undefined;
  const d = new Date(`${trip.starts_on}T12:00:00Z`);
  d.setUTCDate(d.getUTCDate() + day - 1);
  return dateInWords(d.toISOString().slice(0, 10));
}

/** The steps of a brew that are written on paper. */
const stepsOf = (b: BrewTotals) => (b.steps ?? []).filter((st) => st.lane !== "flame");

/** A brew on paper: what to take, and its steps or some of them. */
export function BrewOnPaper({
  b,
  catalogue,
  but,
  said = [],
  part,
}: {
  b: BrewTotals;
  catalogue: Catalogue;
  /** ID of a caution that stands above already. */
  but?: string;
  /** IDs of cautions that other brews on the page have said: a danger is said again, anything less is not. */
  said?: string[];
  /** Which of so many parts; all of it when left out. */
  part?: { n: number; of: number };
}) {
  const { system, twelve } = useSettings();
  const all = stepsOf(b);
  const each = Math.ceil(all.length / (part?.of ?? 1));
  const steps = part ? all.slice(part.n * each, (part.n + 1) * each) : all;
  return (
    <section>
      <h2>
        {b.at && <span className="num">{timeInWords(b.at, twelve)} </span>}
        {catalogue.methods.find((m) => m.id === b.method)?.name}
        <small> {b.name}</small>
      </h2>
      {(b.recipe || b.coffee) && (
        <p className="leaf-figures" data-own-words>
          {[b.recipe, b.coffee].filter(Boolean).join(" · ")}
        </p>
      )}
      <p className="leaf-figures num">
        {inWords(b.dose_g, "g", system)} coffee
        {b.grind && `, ${b.grind}`}
        {b.clicks !== null && `, ${inWords(b.clicks, "clicks", system)}`} ·{" "}
        {b.poured_ml > 0 && `${inWords(b.poured_ml, b.weighed ? "g" : "ml", system)} poured · `}
        {b.people} × {inWords(b.drink_ml / b.people, "ml", system)}
        {b.fuel_g > 0 && ` · ${inWords(b.fuel_g, "g", system)} ${b.fuel}`}
      </p>
      <p className="leaf-figures">{say(b.boiling, system)}</p>
      {b.rounds && b.rounds.length > 1 && <p className="leaf-rounds">{roundsInWords(b.rounds)}</p>}
      {(b.cautions ?? [])
        .filter((c) => c.step === "" && c.level === "danger" && c.id !== but)
        .map((c) => (
          <p key={c.id} className="leaf-caution">
            <strong>⚠ {c.text}</strong> {printed(c)}
          </p>
        ))}
      <ol>
        {steps.map((st) => (
          <li key={st.id}>
            <span className="num">{clock(st.at_s)}</span>
            <span>
              {say(st, system)}
              {st.sign && <em> Until {st.sign}.</em>}
              {(b.cautions ?? [])
                .filter((c) => c.step === st.id && c.level === "danger")
                .map((c) => (
                  <span key={c.id} className="leaf-danger">
                    ⚠ {c.text} {printed(c)}
                  </span>
                ))}
            </span>
            <span className="num">
              {st.to_g !== null && st.lane === "scale" && st.until === "weight"
                ? `→ ${inWords(st.to_g, "g", system)}`
                : ""}
            </span>
          </li>
        ))}
      </ol>
      <p className="leaf-warnings">
        {(b.cautions ?? [])
          .filter((c) => c.step !== "" && c.level !== "danger" && !said.includes(c.id))
          .map((c) => `⚠ ${c.text}`)
          .join(" ")}
      </p>
    </section>
  );
}

/** The boiling point round the stop, for when one ends up higher or lower. */
export function Strip({ strip, at }: { strip: number[][]; at: number }) {
  const { system } = useSettings();
  if (strip.length < 2) return null;
  return (
    <table className="leaf-strip">
      <tbody>
        <tr>
          <th scope="row">If you stop at</th>
          {strip.map(([m], i) => (
            <td key={i} className="num">
              {figure(m ?? 0, "m", system).text} {figure(m ?? 0, "m", system).unit}
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">water boils at</th>
          {strip.map(([, c], i) => (
            <td key={i} className={`num${Math.abs((c ?? 0) - at) < 1e-6 ? " here" : ""}`}>
              {inWords(c ?? 0, "°C", system, { fine: true })}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}
