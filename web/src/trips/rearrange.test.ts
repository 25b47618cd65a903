import { describe, expect, it } from "vitest";
import { lined, swapped, toDay, toKm } from "./rearrange";

const places = lined([
  { id: 7, day: 1, km: 0 },
  { id: 8, day: 2, km: 10 },
  { id: 9, day: 4, km: 30 },
]);
const days = (p: typeof places) => p.map((s) => [s.id, s.day]);

describe("moving a stop", () => {
  it("to another day takes what follows with it", () => {
    expect(days(toDay(places, 8, 5))).toEqual([
      [7, 1],
      [8, 5],
      [9, 7],
    ]);
    expect(days(toDay(places, 9, 1))).toEqual([
      [7, 1],
      [8, 2],
      [9, 2],
    ]);
    expect(toDay(places, 99, 3)).toBe(places);
  });
  it("to another distance may change the order, and the days stay in place", () => {
    const moved = toKm(places, 7, 20);
    expect(days(moved)).toEqual([
      [8, 1],
      [7, 2],
      [9, 4],
    ]);
    expect(moved.map((s) => s.position)).toEqual([1, 2, 3]);
    expect(moved[1]?.km).toBe(20);
  });
  it("up and down in the list", () => {
    expect(days(swapped(places, 1, 1))).toEqual([
      [7, 1],
      [9, 2],
      [8, 4],
    ]);
    expect(swapped(places, 0, -1)).toBe(places);
    expect(swapped(swapped(places, 1, 1), 1, 1)).toEqual(places);
  });
});
