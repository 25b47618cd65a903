import { describe, expect, it } from "vitest";
import type { TripResult } from "../api/client";
import { steps } from "./RunDown";

type Line = TripResult["lines"][number];
const point = (day: number, left: number, why: "start" | "bought" | "brew") => ({
  stop: 0,
  day,
  left,
  why,
  name: "",
});

describe("what runs down", () => {
  it("spreads what happens on one day over it, in order", () => {
    const l = {
      id: "coffee",
      label: "Coffee",
      unit: "g",
      most: 100,
      points: [point(1, 100, "start"), point(1, 60, "brew"), point(1, 20, "brew"), point(3, 90, "bought")],
    } as Line;
    const s = steps(l);
    expect(s.map((p) => p.left)).toEqual([100, 60, 20, 90]);
    expect(s[0]?.day).toBe(1);
    for (let i = 1; i < s.length; i++) expect(s[i]?.day).toBeGreaterThan((s[i - 1] as { day: number }).day);
    expect(s[2]?.day).toBeLessThan(2);
    expect(s[3]?.day).toBe(3);
  });
});
