import { describe, expect, it } from "vitest";
import type { Plan } from "../api/client";
import { spread, timeAxis, valueAt, wrap } from "./geometry";

const plan = (steps: { id: string; at_s: number; for_s: number }[]) =>
  ({ steps, curves: { cup_c: [] } }) as unknown as Plan;

describe("the time axis", () => {
  const long = plan([
    { id: "flame-full", at_s: -1200, for_s: 1100 },
    { id: "pour", at_s: 0, for_s: 200 },
  ]);

  it("gives heating a third at most, and runs on across its knee", () => {
    const t = timeAxis(long, 50, 1050);
    expect(t.knee).toBe(-105);
    expect(t.x(-1200)).toBe(50);
    expect(t.x(-105)).toBeCloseTo(350);
    expect(t.x(200)).toBeCloseTo(1050);
    expect(t.at(t.x(77))).toBeCloseTo(77);
    let last = -Infinity;
    for (let s = -1200; s <= 200; s += 7) {
      expect(t.x(s)).toBeGreaterThan(last);
      last = t.x(s);
    }
  });

  it("keeps its labels apart", () => {
    const t = timeAxis(long, 50, 450);
    const xs = t.ticks.map(t.x).sort((a, b) => a - b);
    for (let i = 1; i < xs.length; i++)
      expect((xs[i] as number) - (xs[i - 1] as number)).toBeGreaterThanOrEqual(22);
  });

  it("has no knee without a flame", () => {
    expect(timeAxis(plan([{ id: "draw", at_s: -60, for_s: 20 }]), 0, 100).knee).toBeUndefined();
  });
});

describe("small geometry", () => {
  it("reads a curve between its points", () => {
    expect(
      valueAt(
        [
          [0, 10],
          [10, 20],
        ],
        5,
      ),
    ).toBe(15);
    expect(
      valueAt(
        [
          [0, 10],
          [10, 20],
        ],
        11,
      ),
    ).toBeUndefined();
    expect(valueAt([], 0)).toBeUndefined();
  });
  it("wraps words, or says that they do not fit", () => {
    expect(wrap("slow stream", 6, 3)).toEqual(["slow", "stream"]);
    expect(wrap("slow stream", 5, 3)).toBeUndefined();
  });
  it("moves labels apart", () => {
    expect(spread([10, 12, 40], 13)).toEqual([10, 23, 40]);
  });
});
