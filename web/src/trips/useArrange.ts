import type { StopOut, TripOut } from "../api/client";
import { arrange } from "../api/change";
import { joinStops, splitStop, useChange } from "../api/queries";
import { useOfferUndo } from "../app/useUndo";
import type { Move } from "../ribbon/Ribbon";
import { lined, swapped, toDay, toKm, type Place } from "./rearrange";

/** Moves stops of a trip, and offers to undo it. */
export function useArrange(trip: TripOut) {
  const change = useChange((body: Place[]) => arrange(trip, body));
  const halve = useChange(({ stop, keep }: { stop: number; keep: number }) => splitStop(stop, keep));
  const offer = useOfferUndo();
  const before = lined(trip.stops);
  const put = (body: Place[], what: string) => {
    // The next move begins from where the last one has led.
    if (change.isPending || JSON.stringify(body) === JSON.stringify(before)) return;
    change.mutate(body, {
      onSuccess: (now) => offer(`arrange-${trip.id}`, what, () => arrange(now, before)),
    });
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
      if (day !== undefined) put(toDay(before, stop.id, day), `${stop.name} has moved to another day`);
      if (km !== undefined) put(toKm(before, stop.id, km), `${stop.name} has moved along the route`);
    },
    /** One place up or down in the list. */
    swap: (index: number, by: -1 | 1) =>
      put(swapped(before, index, by), `${trip.stops[index]?.name ?? "The stop"} has moved`),
  };
}
