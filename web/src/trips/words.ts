import { usual } from "../api/limits";
import type { Catalogue, StopOut } from "../api/client";
import { duration, inWords, type System } from "../units/units";

/** The heat at a stop, in words. */
export function heatInWords(s: StopOut, catalogue: Catalogue | undefined, system: System): string {
  const h = s.conditions.heat;
  if (h?.supplied_c) return `hot water supplied at ${inWords(h.supplied_c, "°C", system)}`;
  const id = h?.burner ?? "canister";
  return catalogue?.burners.find((b) => b.id === id)?.name ?? id;
}

/** Where a stop's water is from, in words that stand in a sentence. */
const sources: Record<string, string> = {
  tap: "tap",
  bottled: "bottled",
  urn: "from the urn",
  spring: "spring",
  stream: "stream",
  lake: "lake",
  tank: "tank",
  snow: "snow",
  none: "carried in",
};

/**
 * The water at a stop, in words: where from, how cold, and whether it is safe; `boiled` where how
 * long it is boiled is said beside it.
 */
export function waterInWords(s: StopOut, system: System, boiled = false): string {
  const w = s.conditions.water;
  const from = sources[s.water.source] ?? "";
  if (s.conditions.heat?.supplied_c) return "with the hot water";
  const state =
    w?.state && w.state !== "liquid"
      ? `${w.state} to melt`
      : inWords(w?.source_c ?? usual.request["water.source_c"], "°C", system);
  const treat =
    {
      boil: boiled ? "" : "boil it",
      filtered: "filtered",
      doubtful: s.water.source ? "doubtful" : "source not named",
    }[s.water.treatment] ?? "";
  const hard = w?.tds_mg_l && w.tds_mg_l > usual.hard_mg_l ? "hard" : "";
  return [from === "snow" ? "" : from, state, treat, hard].filter(Boolean).join(", ");
}

/** The altitude of a stop: nothing is invented where it is not known. */
export function altitudeInWords(s: StopOut, system: System, options?: { step?: number }): string {
  const m = s.conditions.place?.altitude_m;
  return m === undefined ? "altitude unknown" : inWords(m, "m", system, options);
}

/** At what water boils, or that nobody can say. */
export const boilInWords = (c: number, unplaced: boolean | undefined, system: System): string =>
  unplaced
    ? `unknown; at sea level ${inWords(c, "°C", system, { fine: true })}`
    : inWords(c, "°C", system, { fine: true });

/** Whether all water is carried to a stop. */
export const isDry = (s: StopOut): boolean => s.water.source === "none";

/** How long water is boiled to be safe: each pot by itself, and not the sum of them. */
export const safeBoils = (t: { treat_each_s: number; treats: number }): string =>
  `boil it ${duration(t.treat_each_s)}${t.treats > 1 ? " each time" : ""} to make it safe`;
