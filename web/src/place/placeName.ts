import type { Conditions } from "../api/client";
import { inWords, type System } from "../units/units";

/** What a place of no trip is called until somebody names it. */
export function placeName(c: Conditions, system: System): string {
  const m = c.place?.altitude_m;
  const date = new Date().toLocaleDateString(undefined, { day: "numeric", month: "short" });
  // A name is typed again and looked for: it has plain spaces.
  const high = m === undefined ? "A place" : inWords(m, "m", system).replace("\u2009", " ");
  return `${high}, ${date}`;
}
