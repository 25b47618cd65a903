// One client of the core with two carriers, the server and the module in the browser:
// whichever is there answers, and nobody who asks can tell.

import { type PlanRequest, type Schemas, type TripOut, type TripPlan, type WhatIf } from "../api/client";
import { ask, table, type Answer, type Asking, type Operation } from "../api/ask";
import { askNear, Gone, isNear } from "./near";

/** Asks the module where it is awake, and the server where it is not or has broken. */
async function either<T>(
  path: string,
  body: unknown,
  far: (signal?: AbortSignal) => Promise<T>,
  signal?: AbortSignal,
): Promise<T> {
  if (isNear()) {
    try {
      return await askNear<T>("ask", { method: "POST", path, body }, signal);
    } catch (e) {
      if (!(e instanceof Gone)) throw e;
    }
  }
  return far(signal);
}

/** An operation of the core alone. Here its path may ask for less than of the server. */
const alone =
  <K extends Operation>(id: K, less = "") =>
  (body: Asking<K>["body"], signal?: AbortSignal): Promise<Answer<K>> =>
    either(table[id].path + less, body, (signal) => ask(id, { body } as Asking<K>, signal), signal);

/** What a trip's answers are worked out from, where they are worked out here. */
export interface Journey {
  trip: TripOut;
  gear: Schemas["Item"][];
  kit: Schemas["TripKit"];
}

const parts = ({ stops, brews, coffees, ...trip }: TripOut) => ({ trip, stops, brews, coffees });

const changed = alone("change-request");
const readRecipe = alone("read-recipe");
const understand = alone("understand");

export const core = {
  /** A plan. Here it comes with no workings, which are asked for when they are wanted. */
  plan: alone("plan", "?working=false"),
  /** The same with the workings of every figure. */
  explained: alone("plan"),
  /** The request that gives what a person changed. */
  changed: (request: PlanRequest, change: Schemas["Change"], signal?: AbortSignal) =>
    changed({ request, change }, signal),
  ways: alone("ways"),
  fit: alone("fit"),
  boil: alone("bench-boil"),
  wait: alone("bench-wait"),
  fuel: alone("bench-fuel"),
  canister: alone("bench-canister"),
  minerals: alone("bench-water"),
  grind: alone("bench-grind"),
  /** Everything worked out for a trip with its own kit. */
  trip: async (id: number, steps: boolean, journey: () => Promise<Journey>, signal?: AbortSignal) => {
    const far = (signal?: AbortSignal): Promise<TripPlan> =>
      ask("plan-trip", { path: { trip: id }, query: { ...(steps && { steps }) } }, signal);
    if (!isNear()) return far(signal);
    const { trip, gear, kit } = await journey();
    const items = gear.filter((g) => g.id !== undefined && kit.items.includes(g.id));
    return either<TripPlan>("/page/trip", { ...parts(trip), items, steps }, far, signal);
  },
  whatIf: async (id: number, what: WhatIf, trip: () => Promise<TripOut>, signal?: AbortSignal) => {
    const far = (signal?: AbortSignal) => ask("what-if", { path: { trip: id }, body: what }, signal);
    if (!isNear()) return far(signal);
    return either<Schemas["Comparison"]>("/page/what-if", { ...parts(await trip()), what }, far, signal);
  },
  readRecipe,
  understand: (words: string) => understand({ words }),
  follow: alone("follow"),
  review: alone("review"),
  practice: alone("practice"),
  exercise: alone("exercise"),
  simulate: alone("simulate"),
};
