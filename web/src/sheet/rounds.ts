import type { Plan } from "../api/client";
import { clock } from "../units/units";

/** When each batch or cup begins and is ready, for paper: the steps are those of one. */
export function roundsInWords(rounds: Plan["rounds"]): string {
  const what = rounds[0]?.kind === "cup" ? "cups" : "batches";
  const times = (list: number[]) => list.map((s) => clock(s, 5)).join(", ");
  const pours = times(rounds.map((r) => r.pour_s));
  const ready = times(rounds.map((r) => r.ready_s));
  return `${rounds.length} ${what}, one after the other; the steps are those of one. Water on the coffee at ${pours}; ready at ${ready}.`;
}
