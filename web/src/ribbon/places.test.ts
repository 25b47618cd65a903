import { drawnHeights } from "./heights";
import { describe, expect, it } from "vitest";
import { keptDays, labelTop, labelled, places, stopAt } from "./places";

const stop = (km: number, day: number, altitude = 0, nights?: number) => ({
  km,
  day,
  facts: nights ? { nights } : {},
  conditions: { place: { altitude_m: altitude } },
});

describe("the ribbon's scale", () => {
  const stops = [stop(0, 1), stop(10, 2), stop(100, 5, 1000, 3)];
  it("is even, or true to distance, or to days", () => {
    expect(places(stops, "even", 300).xs).toEqual([50, 150, 250]);
    const km = places(stops, "km", 1120);
    expect(km.xs).toEqual([60, 160, 1060]);
    expect(km.value(160)).toBeCloseTo(10);
    const days = places(stops, "days", 1320);
    expect(days.xs).toEqual([60, 260, 860]); // to day 7, the end of the last stay
    expect(days.perUnit).toBe(200);
  });
  it("moves stops at one place apart", () => {
    const { xs } = places([stop(5, 1), stop(5, 1), stop(9, 2)], "km", 500);
    expect((xs[1] as number) - (xs[0] as number)).toBe(7);
  });
  it("names what has room, the current stop first", () => {
    expect(labelled([60, 90, 120, 300], 1, 110, 400)).toEqual([false, true, false, true]);
    expect(labelled([10, 20], 0, 0, 100)).toEqual([true, true]);
    const sixty = Array.from({ length: 60 }, (_, i) => 60 + i * 20);
    const shown = labelled(sixty, 30, 112, 1300).filter(Boolean).length;
    expect(shown).toBeGreaterThan(6);
    expect(shown).toBeLessThan(14);
  });
  it("finds what lies between two stops", () => {
    expect(stopAt(stops, [60, 160, 1060], 610)).toEqual({ km: 55, altitude: 500, day: 4 });
    expect(stopAt(stops, [60, 160, 1060], 2000).km).toBe(100);
  });

  it("cuts a stay between its days, and leaves each part one", () => {
    expect([0, 9, 11, 25, 39, 80].map((x) => keptDays(x, 10, 4))).toEqual([1, 1, 2, 3, 3, 3]);
    expect(keptDays(-5, 10, 2)).toBe(1);
  });

  it("puts figures over the ground beside them, and clear of the corner", () => {
    const flat: [number, number][] = [
      [100, 60],
      [400, 60],
      [700, 60],
    ];
    expect(labelTop(flat, 1, 58, 1280)).toBe(35);
    const hill: [number, number][] = [
      [100, 70],
      [140, 40],
      [400, 60],
    ];
    expect(labelTop(hill, 0, 58, 1280)).toBeLessThanOrEqual(15);
    // Halfway to a far peak only the line that passes the label counts.
    expect(
      labelTop(
        [
          [100, 70],
          [300, 30],
        ],
        0,
        50,
        1280,
      ),
    ).toBeCloseTo(60 - 25);
    expect(labelTop([[1230, 40]], 0, 50, 1280)).toBe(49);
  });
});

describe("heights that are not known", () => {
  const at = (m?: number) => ({
    conditions: { place: m === undefined ? {} : { altitude_m: m } },
  });
  it("are drawn between their neighbours, and never at the sea", () => {
    expect(drawnHeights([at(1000), at(), at(3000)])).toEqual([1000, 2000, 3000]);
    expect(drawnHeights([at(), at(2500)])).toEqual([2500, 2500]);
  });
});
