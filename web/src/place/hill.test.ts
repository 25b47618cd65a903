import { expect, test } from "vitest";
import { dragged, groundAt, hillFor, shareAt } from "./hill";

test("a place on the hill is as high as it says, and dragging gives it back", () => {
  for (const m of [-430, -50, 0, 10, 240, 1830, 2300, 3900, 4990, 5000]) {
    const top = hillFor(m);
    expect(groundAt(shareAt(m, top), top)).toBeCloseTo(m, 3);
    expect(Math.abs(dragged(shareAt(m, top), top) - m)).toBeLessThanOrEqual(5);
  }
  expect(groundAt(shareAt(8850, hillFor(8850)), hillFor(8850))).toBeCloseTo(8850, 0);
});

test("the way up only goes up", () => {
  let last = -Infinity;
  for (let s = 0; s <= 0.78; s += 0.005) {
    expect(groundAt(s, 5000)).toBeGreaterThan(last);
    last = groundAt(s, 5000);
  }
});
