import { describe, expect, it } from "vitest";
import type { Plan } from "../api/client";
import { cupFor } from "./reading";

const plan = (over: object, water: object) =>
  ({
    request: { drinkers: 1, cup_ml: 200, ...over },
    drink_ml: 200 * ((over as { drinkers?: number }).drinkers ?? 1),
    water: { poured_ml: 240, retained_ml: 40, dilution_ml: 0, ...water },
  }) as unknown as Plan;

// By hand: of 12 g more at 1:12 the grounds keep 2, so 10 ml more are drunk.
describe("the last reading, pulled", () => {
  it("is a cup that is as much fuller", () => {
    expect(cupFor(plan({}, {}), 240, 252)).toBe(210);
    expect(cupFor(plan({ dose_g: 20 }, {}), 240, 250)).toBe(210);
    expect(cupFor(plan({}, {}), 240, 240)).toBe(200);
  });
  it("is that of one cup where each steeps on its own, and of one batch", () => {
    // Four cups of 240 each; the reading is one cup's.
    const cups = plan({ drinkers: 4 }, { poured_ml: 960, retained_ml: 160 });
    expect(cupFor(cups, 240, 252)).toBe(210);
    // Two batches for four: 12 g more in each are 24 in all, 20 drunk, 5 a cup.
    expect(cupFor(cups, 480, 504)).toBe(210);
  });
  it("moves at least by a millilitre, for two and for twenty-four", () => {
    const many = plan({ drinkers: 24 }, { poured_ml: 5760, retained_ml: 960 });
    expect(cupFor(many, 5760, 5765)).toBe(201);
    expect(cupFor(many, 5760, 5755)).toBe(199);
    expect(cupFor(plan({ drinkers: 2 }, { poured_ml: 480, retained_ml: 80 }), 480, 483)).toBe(201);
  });
  it("stays within what a cup may be", () => {
    expect(cupFor(plan({}, {}), 240, 0)).toBe(20);
    expect(cupFor(plan({}, {}), 240, 99999)).toBe(1000);
  });
});
