import type { Catalogue, StopOut } from "../api/client";
import { inWords, type System } from "../units/units";

/** The heat at a stop, in words. */
export function heatInWords(s: StopOut, catalogue: Catalogue | undefined, system: System): string {
  const h = s.conditions.heat;
  if (h?.supplied_c) return `hot water supplied at ${inWords(h.supplied_c, "°C", system)}`;
  const id = h?.burner ?? "canister";
  return catalogue?.burners.find((b) => b.id === id)?.name ?? id;
}

/** The water at a stop, in words. */
export function waterInWords(s: StopOut, system: System): string {
  const w = s.conditions.water;
  if (s.conditions.heat?.supplied_c) return "with the hot water";
  const state =
    w?.state && w.state !== "liquid" ? `${w.state} to melt` : inWords(w?.source_c ?? 15, "°C", system);
  if (s.facts.water_source === "none") return `carried in, ${state}`;
  const treat = { boil: ", boil it", filtered: ", filtered" }[w?.treatment as string] ?? "";
  const hard = w?.tds_mg_l && w.tds_mg_l > 250 ? ", hard" : "";
  return state + treat + hard;
}
