// One client of the core with two carriers, the server and the module in the browser:
// whichever is there answers, and nobody who asks can tell.

import {
  api,
  must,
  type PlanRequest,
  type Schemas,
  type TripOut,
  type TripPlan,
  type WhatIf,
} from "../api/client";
import { askNear, Gone, isNear } from "./near";

type Ask<T> = (signal?: AbortSignal) => Promise<T>;

/** Asks the module where it is awake, and the server where it is not or has broken. */
async function either<T>(op: string, body: unknown, far: Ask<T>, signal?: AbortSignal): Promise<T> {
  if (isNear()) {
    try {
      return await askNear<T>(op, body, signal);
    } catch (e) {
      if (!(e instanceof Gone)) throw e;
    }
  }
  return far(signal);
}

/** What a trip's answers are worked out from, where they are worked out here. */
export interface Journey {
  trip: TripOut;
  gear: Schemas["Item"][];
  kit: Schemas["TripKit"];
}

const parts = ({ stops, brews, coffees, ...trip }: TripOut) => ({ trip, stops, brews, coffees });

export const core = {
  /** A plan. Here it comes with no workings, which are asked for when they are wanted. */
  plan: (request: PlanRequest, signal?: AbortSignal) =>
    either<Schemas["Plan"]>(
      "plan",
      { request },
      (signal) => must(api.POST("/plan", { body: request, signal })),
      signal,
    ),
  /** The same with the workings of every figure. */
  explained: (request: PlanRequest, signal?: AbortSignal) =>
    either<Schemas["Plan"]>(
      "plan",
      { request, working: true },
      (signal) => must(api.POST("/plan", { body: request, signal })),
      signal,
    ),
  /** The request that gives what a person changed. */
  changed: (request: PlanRequest, change: Schemas["Change"], signal?: AbortSignal) =>
    either<PlanRequest>(
      "changed",
      { request, change },
      (signal) => must(api.POST("/plan/changed", { body: { request, change }, signal })),
      signal,
    ),
  /** In what ways coffee can be made somewhere with what there is, the best first. */
  ways: (body: Schemas["Wanted"], signal?: AbortSignal) =>
    either<Schemas["Found"]>("ways", body, (signal) => must(api.POST("/ways", { body, signal })), signal),
  /** The gear that suits a brew, and how it goes together. */
  fit: (body: Schemas["FitIn"], signal?: AbortSignal) =>
    either<Schemas["Fit"]>("fit", body, (signal) => must(api.POST("/fit", { body, signal })), signal),
  boil: (body: Schemas["BenchBoil"], signal?: AbortSignal) =>
    either<Schemas["BoilAnswer"]>(
      "bench-boil",
      body,
      (signal) => must(api.POST("/bench/boil", { body, signal })),
      signal,
    ),
  wait: (body: Schemas["WaitIn"], signal?: AbortSignal) =>
    either<Schemas["WaitAnswer"]>(
      "bench-wait",
      body,
      (signal) => must(api.POST("/bench/wait", { body, signal })),
      signal,
    ),
  fuel: (body: Schemas["FuelIn"], signal?: AbortSignal) =>
    either<Schemas["FuelAnswer"]>(
      "bench-fuel",
      body,
      (signal) => must(api.POST("/bench/fuel", { body, signal })),
      signal,
    ),
  canister: (body: Schemas["CanisterIn"], signal?: AbortSignal) =>
    either<Schemas["CanisterAnswer"]>(
      "bench-canister",
      body,
      (signal) => must(api.POST("/bench/canister", { body, signal })),
      signal,
    ),
  minerals: (body: Schemas["MineralsIn"], signal?: AbortSignal) =>
    either<Schemas["MineralsAnswer"]>(
      "bench-water",
      body,
      (signal) => must(api.POST("/bench/water", { body, signal })),
      signal,
    ),
  grind: (body: Schemas["GrindIn"], signal?: AbortSignal) =>
    either<Schemas["GrindAnswer"]>(
      "bench-grind",
      body,
      (signal) => must(api.POST("/bench/grind", { body, signal })),
      signal,
    ),
  /** Everything worked out for a trip with its own kit. */
  trip: async (id: number, steps: boolean, journey: () => Promise<Journey>, signal?: AbortSignal) => {
    const far = (signal?: AbortSignal): Promise<TripPlan> =>
      must(
        api.GET("/trips/{trip}/plan", {
          params: { path: { trip: id }, query: { ...(steps && { steps }) } },
          signal,
        }),
      );
    if (!isNear()) return far(signal);
    const { trip, gear, kit } = await journey();
    const items = gear.filter((g) => g.id !== undefined && kit.items.includes(g.id));
    return either<TripPlan>("plan-trip", { ...parts(trip), items, steps }, far, signal);
  },
  whatIf: async (id: number, what: WhatIf, trip: () => Promise<TripOut>, signal?: AbortSignal) => {
    const far = (signal?: AbortSignal) =>
      must(api.POST("/trips/{trip}/what-if", { params: { path: { trip: id } }, body: what, signal }));
    if (!isNear()) return far(signal);
    return either<Schemas["Comparison"]>("what-if", { ...parts(await trip()), what }, far, signal);
  },
  /** A recipe read from words. */
  readRecipe: (words: string) =>
    either<Schemas["Reading"]>("read-recipe", { words }, (signal) =>
      must(api.POST("/recipes/read", { body: { words }, signal })),
    ),
  /** What a few words say of a cup. */
  understand: (words: string) =>
    either<Schemas["Tasting"]>("understand", { words }, (signal) =>
      must(api.POST("/taste/understand", { body: { words }, signal })),
    ),
  /** Where a brew being made is, and its rest planned anew. */
  follow: (body: Schemas["FollowIn"]) =>
    either<Schemas["Following"]>("follow", body, (signal) => must(api.POST("/follow", { body, signal }))),
  /** What of a run cost what. */
  review: (body: Schemas["FollowIn"]) =>
    either<Schemas["Review"]>("review", body, (signal) => must(api.POST("/review", { body, signal }))),
  /** The virtual brewer under one's own hand. */
  practice: (body: Schemas["PracticeIn"]) =>
    either<Schemas["Practice"]>("practice", body, (signal) => must(api.POST("/practice", { body, signal }))),
  /** An exercise of the hand or the eye. */
  exercise: (body: Schemas["Exercise"]) =>
    either<Schemas["Exercised"]>("exercise", body, (signal) => must(api.POST("/exercise", { body, signal }))),
  /** A brew made on the virtual brewer. */
  simulate: (body: Schemas["SimulateIn"]) =>
    either<Schemas["Simulated"]>("simulate", body, (signal) => must(api.POST("/simulate", { body, signal }))),
};
