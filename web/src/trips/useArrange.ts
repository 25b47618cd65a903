import { useQueryClient } from "@tanstack/react-query";
import type { StopOut, TripOut } from "../api/client";
import { arrange } from "../api/change";
import { joinStops, splitStop, tripQuery, useChange } from "../api/queries";
import { useOfferUndo } from "../app/useUndo";
import type { Move } from "../ribbon/Ribbon";
import { lined, swapped, toDay, toKm, type Place } from "./rearrange";

/** A move, worked out from where the stops are when its turn comes. */
interface Moving {
  from?: TripOut;
  to: (before: Place[]) => Place[];
}

/**
 * Moves stops of a trip, and offers to undo it. Moves and their undoing go one after
 * another, each from what the last one has led to: quick hands would meet themselves.
 */
export function useArrange(trip: TripOut) {
  const client = useQueryClient();
  const { queryKey } = tripQuery(trip.id);
  const offer = useOfferUndo();
  const change = useChange(async ({ from, to }: Moving) => {
    const base = from ?? client.getQueryData<TripOut>(queryKey) ?? trip;
    const before = lined(base.stops);
    const next = to(before);
    if (JSON.stringify(next) === JSON.stringify(before)) return;
    const now = await arrange(base, next);
    client.setQueryData(queryKey, now);
    return { now, before };
  }, `arrange-${trip.id}`);
  const halve = useChange(({ stop, keep }: { stop: number; keep: number }) => splitStop(stop, keep));
  const put = async (to: Moving["to"], what: string) => {
    const moved = await change.mutateAsync({ to }).catch(() => undefined); // the page tells of it
    if (!moved) return;
    const { now, before } = moved;
    offer(`arrange-${trip.id}`, what, () => change.mutateAsync({ from: now, to: () => before }));
  };
  return {
    error: change.error ?? halve.error,
    /** A stay into two stops, the first of some days; its brews are made at both. */
    split: (stop: StopOut, keep: number) =>
      halve.mutate(
        { stop: stop.id, keep },
        {
          onSuccess: (second) =>
            offer(`split-${stop.id}`, `${stop.name} is two stops now`, () => joinStops(stop.id, second.id)),
        },
      ),
    /** Along the ribbon. */
    move: ({ stop, km, day }: Move) => {
      if (day !== undefined)
        void put((before) => toDay(before, stop.id, day), `${stop.name} moved to another day`);
      if (km !== undefined)
        void put((before) => toKm(before, stop.id, km), `${stop.name} moved along the route`);
    },
    /** One place up or down in the list. */
    swap: (index: number, by: -1 | 1) => {
      const stop = trip.stops[index];
      if (!stop) return;
      void put(
        (before) =>
          swapped(
            before,
            before.findIndex((p) => p.id === stop.id),
            by,
          ),
        `${stop.name} moved`,
      );
    },
  };
}
