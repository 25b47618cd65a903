import { useMemo } from "react";
import type { Catalogue, Schemas } from "../api/client";
import { useGear, useWays } from "../api/queries";
import { useSettled } from "../app/useSettled";
import { useStored } from "../app/useStored";
import { assumedHave, itemsOf, nowhere, pieces, readHere, writeHere, type Here } from "./state";

/** Here and now: what was said of it, what one has, and the ways that there are. */
export function useHere(catalogue: Catalogue | undefined) {
  const { value: here, set, latest } = useStored<Here>("now", readHere, writeHere);
  const gear = useGear();
  const shelf = gear.data;
  const all = useMemo(() => (shelf && catalogue ? pieces(shelf, catalogue) : []), [shelf, catalogue]);
  const have = useMemo(() => here.have ?? (shelf ? assumedHave(shelf, all) : []), [here.have, shelf, all]);
  const items = useMemo(
    () => (shelf && catalogue ? itemsOf(have, shelf, catalogue) : []),
    [have, shelf, catalogue],
  );
  const wanted: Schemas["Wanted"] | undefined =
    shelf && catalogue
      ? {
          request: {
            method: "",
            ...here.conditions,
            drinkers: here.drinkers ?? 1,
            ...(here.cup_ml !== undefined && { cup_ml: here.cup_ml }),
            ...(here.ground && { coffee: { ground_ahead: true } }),
          },
          have: items,
          ...(here.have && { said: true }),
          ...(here.wish && { wish: here.wish as Schemas["Wanted"]["wish"] }),
        }
      : undefined;
  // While somebody types or drags, the last of what is said is enough.
  const ways = useWays(useSettled(wanted));
  return {
    here,
    shelf,
    pieces: all,
    have,
    items,
    wanted,
    ways,
    set: (change: Partial<Here>) => set({ ...latest.current, ...change }),
    clear: () => set(nowhere),
  };
}
