// Where items are found: a place that is of no trip stands by itself.

export const stopPath = (trip: number, stop: number): string =>
  trip > 0 ? `/trips/${trip}/stops/${stop}` : `/places/${stop}`;

export const brewPath = (b: { trip_id: number; stop_id: number; id: number }): string =>
  `${stopPath(b.trip_id, b.stop_id)}/brews/${b.id}`;
