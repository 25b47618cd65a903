import type { StopOut } from "../api/client";

/** Heights to draw the stops at; one that is not known is drawn between its neighbours. */
export function drawnHeights(stops: Pick<StopOut, "conditions">[]): number[] {
  const known = stops.map((s) => s.conditions.place?.altitude_m);
  return known.map((m, i) => {
    if (m !== undefined) return m;
    const before = known.slice(0, i).findLast((v) => v !== undefined);
    const after = known.slice(i + 1).find((v) => v !== undefined);
    return ((before ?? after ?? 0) + (after ?? before ?? 0)) / 2;
  });
}
