// The order, days and distances of a trip's stops after one of them has moved.

import type { TripOut } from "../api/client";

export interface Place {
  id: number;
  position: number;
  day: number;
  km: number;
}

export const lined = (stops: Pick<TripOut["stops"][number], "id" | "day" | "km">[]): Place[] =>
  stops.map((s, i) => ({ id: s.id, position: i + 1, day: s.day, km: s.km }));

/** To another day, with all that follows; never before the stop before it. */
export function toDay(places: Place[], id: number, day: number): Place[] {
  const at = places.findIndex((s) => s.id === id);
  const from = places[at];
  if (!from) return places;
  const by = Math.max(day, places[at - 1]?.day ?? 1) - from.day;
  return places.map((s, i) => (i < at ? s : { ...s, day: s.day + by }));
}

/** To another distance. Where that changes the order, the days stay where they are. */
export function toKm(places: Place[], id: number, km: number): Place[] {
  const days = places.map((s) => s.day);
  return places
    .map((s) => (s.id === id ? { ...s, km } : s))
    .sort((a, b) => a.km - b.km)
    .map((s, i) => ({ ...s, position: i + 1, day: days[i] as number }));
}

/** One place up or down in the list; the days stay where they are. */
export function swapped(places: Place[], index: number, by: -1 | 1): Place[] {
  const a = places[index];
  const b = places[index + by];
  if (!a || !b) return places;
  return places.map((s, i) =>
    i === index
      ? { ...b, position: a.position, day: a.day }
      : i === index + by
        ? { ...a, position: b.position, day: b.day }
        : s,
  );
}
