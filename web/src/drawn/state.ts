import type { Catalogue, Plan } from "../api/client";
import { paths } from "../kit/drawings";
import type { Now } from "./Setup";

const families: Record<string, string> = { pot: "pot", cup: "cup", concentrate: "jar" };

/** The drawing of a method's brewer, by its name. */
export function brewerOf(method: string, catalogue: Catalogue): string {
  const m = catalogue.methods.find((x) => x.id === method);
  const type = m?.needs[0] ?? "";
  return type in paths ? type : (families[m?.family ?? ""] ?? "cup");
}

type Step = Pick<Plan["steps"][number], "lane" | "at_s" | "for_s" | "to_g">;

/** The share of the water poured by a time on the brew's clock. */
export function pouredAt(steps: Step[], at: number): number {
  const pours = steps.filter((s) => s.lane === "scale" && s.to_g != null).sort((a, b) => a.at_s - b.at_s);
  const all = Math.max(...pours.map((s) => s.to_g ?? 0), 0);
  let g = 0;
  for (const s of pours) {
    if (at < s.at_s) break;
    const to = s.to_g ?? 0;
    g += (Math.max(to, g) - g) * Math.min((at - s.at_s) / Math.max(s.for_s, 1), 1);
  }
  return all > 0 ? g / all : 0;
}

/** The first value of a curve at or after a time; undefined after its end. */
function valueAt(curve: (number | undefined)[][], at: number): number | undefined {
  const i = curve.findIndex(([s]) => (s ?? 0) >= at);
  return i < 0 ? undefined : curve[i]?.[1];
}

/** The state of a brew at a time on its clock, by the plan. */
export function stateAt(plan: Plan, steps: Step[], at: number): Now {
  const lit = steps.some((s) => s.lane === "flame" && s.at_s <= at && at < s.at_s + s.for_s);
  const hot = valueAt(plan.curves.water_c, at);
  const poured = pouredAt(steps, at);
  return {
    lit,
    boils: lit && hot !== undefined && plan.boil_c !== null && hot >= plan.boil_c - 0.5,
    pot: 1 - poured,
    drink: at < 0 ? 0 : poured,
  };
}
