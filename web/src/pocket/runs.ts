// A brew that is made while a server answers is also written into what this device carries, so
// that it goes on there when the server no longer does.

import type { BrewOut, Run } from "../api/client";
import { mode } from "./mode";
import { CHOSEN, kept, prefix } from "./storage";

interface Running {
  brew: string;
  plan: string;
  run: Run;
}

const numbers: { text: string; of: Record<string, number> } = { text: "", of: {} };

/** The numbers at home of the records that are carried, by kind and UUID. */
function numbersOf(text: string): Record<string, number> {
  if (numbers.text !== text) {
    numbers.text = text;
    numbers.of = (JSON.parse(text) as { numbers?: Record<string, number> }).numbers ?? {};
  }
  return numbers.of;
}

const uuidOf = (of: Record<string, number>, kind: string, id: number): string | undefined =>
  Object.keys(of)
    .find((k) => of[k] === id && k.startsWith(`${kind}/`))
    ?.slice(kind.length + 1);

/**
 * Writes how a brew is going into the carried copy; nothing for one that ended. A copy that does not have the
 * brew's present plan is fetched anew, once for each plan.
 */
export function carryRun(brew: Pick<BrewOut, "id" | "trip_id">, run: Run | undefined): void {
  if (mode !== "server") return;
  try {
    const id = kept.getItem(CHOSEN);
    const text = id && kept.getItem(`${prefix(id)}carried`);
    if (!text) return;
    // What was done without the server is not home yet.
    if (kept.getItem(`${prefix(id)}ran`) !== null) return;
    const of = numbersOf(text);
    const uuid = uuidOf(of, "brew", brew.id);
    const plan = run && uuidOf(of, "plan", run.plan_id);
    if (run && !(uuid && plan)) return fetchAgain(of, brew, run);
    if (!uuid) return;
    const runs = (JSON.parse(kept.getItem(`${prefix(id)}runs`) ?? "[]") as Running[]).filter(
      (r) => r.brew !== uuid,
    );
    if (run && plan) runs.push({ brew: uuid, plan, run });
    kept.setItem(`${prefix(id)}runs`, JSON.stringify(runs));
  } catch {
    // What you carry cannot be read; the server has the run.
  }
}

const fetched = new Set<number>();

function fetchAgain(of: Record<string, number>, brew: Pick<BrewOut, "id" | "trip_id">, run: Run): void {
  if (uuidOf(of, "trip", brew.trip_id) === undefined || fetched.has(run.plan_id)) return;
  fetched.add(run.plan_id);
  void import("./meet").then(({ renew }) => renew().then((done) => done && carryRun(brew, run)));
}
