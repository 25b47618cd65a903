import { expect, it } from "vitest";
import { pouredAt } from "./state";

const pour = (at_s: number, for_s: number, to_g: number) => ({ lane: "scale" as const, at_s, for_s, to_g });

it("tells how much of the water is in", () => {
  const steps = [
    pour(45, 20, 300),
    pour(0, 10, 100),
    { lane: "hands" as const, at_s: 10, for_s: 30, to_g: null },
  ];
  expect(pouredAt(steps, -5)).toBe(0);
  expect(pouredAt(steps, 5)).toBeCloseTo(50 / 300);
  expect(pouredAt(steps, 30)).toBeCloseTo(100 / 300);
  expect(pouredAt(steps, 55)).toBeCloseTo(200 / 300);
  expect(pouredAt(steps, 500)).toBe(1);
  expect(pouredAt([], 5)).toBe(0);
});
