import type { Conditions } from "../api/client";
import { dateInWords, today } from "../app/dates";
import { inWords, type System } from "../units/units";

/** What a place outside trips is called until somebody names it. */
export function placeName(c: Conditions, system: System): string {
  const m = c.place?.altitude_m;
  const date = dateInWords(today().date).slice(0, -5);
  // A name is typed again and looked for: it has plain spaces.
  const high = m === undefined ? "Place" : inWords(m, "m", system).replace("\u2009", " ");
  return `${high}, ${date}`;
}
