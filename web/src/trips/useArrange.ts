import type { TripOut } from "../api/client";
import { arrange, useChange } from "../api/queries";
import { useOfferUndo } from "../app/useUndo";
import type { Move } from "../ribbon/Ribbon";

const lined = (t: TripOut) => t.stops.map((s, i) => ({ id: s.id, position: i + 1, day: s.day, km: s.km }));

/** Moves stops of a trip, and offers to undo it. */
export function useArrange(trip: TripOut) {
  const change = useChange((body: ReturnType<typeof lined>) => arrange(trip.id, body));
  const offer = useOfferUndo();
  const put = (body: ReturnType<typeof lined>, what: string) => {
    const before = lined(trip);
    change.mutate(body, {
      onSuccess: () => offer(`arrange-${trip.id}`, what, () => arrange(trip.id, before)),
    });
  };
  return {
    error: change.error,
    /** Along the ribbon: to another distance, or to another day with all that follows. */
    move: ({ stop, km, day }: Move) => {
      const body = lined(trip);
      const at = body.findIndex((s) => s.id === stop.id);
      const s = body[at];
      if (!s) return;
      if (day !== undefined) {
        const least = body[at - 1]?.day ?? 1;
        const by = Math.max(day, least) - s.day;
        for (const o of body.slice(at)) o.day += by;
        if (by !== 0) put(body, `${stop.name} is on day ${s.day} now`);
      }
      if (km !== undefined && km !== s.km) {
        s.km = km;
        const days = body.map((o) => o.day);
        body.sort((a, b) => a.km - b.km);
        // In another order the days stay where they are.
        body.forEach((o, i) => ((o.position = i + 1), (o.day = days[i] as number)));
        put(body, `${stop.name} has moved along the route`);
      }
    },
    /** One place up or down in the list; the days stay. */
    swap: (index: number, by: -1 | 1) => {
      const body = lined(trip);
      const a = body[index];
      const b = body[index + by];
      if (!a || !b) return;
      [a.position, b.position] = [b.position, a.position];
      [a.day, b.day] = [b.day, a.day];
      put(body, `${trip.stops[index]?.name ?? "The stop"} has moved`);
    },
  };
}
