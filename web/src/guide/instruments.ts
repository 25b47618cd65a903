// Simulated stand-ins of instruments: a virtual brewer with a hand of its own, whose readings come as those of a
// scale and a thermometer would.

import type { PlanRequest, Schemas } from "../api/client";
import { core } from "../core/core";

export type Kind = "none" | "steady" | "over" | "shaky" | "chance";

export const kinds: { value: Kind; label: string }[] = [
  { value: "none", label: "none: I tap" },
  { value: "steady", label: "simulated, as planned" },
  { value: "over", label: "simulated, cooler kettle, heavy pours" },
  { value: "shaky", label: "simulated, shaky hand, flat battery" },
  { value: "chance", label: "simulated, random" },
];

/** What a simulated brew differs in, by its kind. */
export function simulation(request: PlanRequest, kind: Kind, seed: number): Schemas["SimulateIn"] {
  return {
    request,
    seed,
    ...(kind === "over" && { differences: { kettle_c: -12, over_g: 20, hand_g: 0.5, late_s: 2 } }),
    ...(kind === "shaky" && {
      scale: { noise: 0.5, shake: 3, drift: 0.4, settle_s: 0.6 },
      thermometer: { noise: 0.4, settle_s: 5, dies_s: 300 },
    }),
    ...(kind === "chance" && { drawn: true }),
  };
}

/** A stand-in that is connected: what it has read between two moments. */
export async function connect(
  request: PlanRequest,
  kind: Kind,
  seed: number,
): Promise<(from: number, to: number) => Schemas["Event"][]> {
  const made = await core.simulate(simulation(request, kind, seed));
  const events = made.events.filter((e) => e.kind !== "start");
  return (from, to) => events.filter((e) => e.t_s > from && e.t_s <= to);
}
