import { describe, expect, it } from "vitest";
import { addingUp, signsOf } from "./adding";
import { figure, shownParts, timeRange, type System } from "./units";

const read = (text: string) => Number(text.replaceAll(",", "").replace("−", "-"));

/** Numbers that look random and are the same each time. */
function* numbers(seed: number) {
  for (let s = seed; ;) {
    s = (s * 1103515245 + 12345) % 2147483648;
    yield s / 2147483648;
  }
}

describe("what adds up", () => {
  it("adds up as it is shown, in every system of units", () => {
    const random = numbers(7);
    const next = () => random.next().value as number;
    for (let k = 0; k < 1000; k++) {
      const unit = ["g", "ml", "s"][k % 3] as string;
      const system = ["metric", "us", "us-cups", "metric-dl"][k % 4] as System;
      const parts = Array.from({ length: 2 + Math.floor(next() * 5) }, () => next() * (k % 2 ? 600 : 40));
      const total = parts.reduce((a, b) => a + b, 0);
      const { shown, sum } = shownParts(parts, total, unit, system);
      if (unit === "s") continue; // in m:ss, below
      const added = shown.reduce((a, t) => a + read(t.replace(/[^0-9.,−-].*/, "")), 0);
      expect(added, `${shown.join(" + ")} = ${sum}`).toBeCloseTo(read(sum.replace(/[^0-9.,−-].*/, "")), 6);
    }
  });
  it("moves no part by more than a step", () => {
    const random = numbers(3);
    for (let k = 0; k < 500; k++) {
      const parts = Array.from({ length: 6 }, () => (random.next().value as number) * 100);
      const total = parts.reduce((a, b) => a + b, 0);
      addingUp(parts, total, 1).forEach((p, i) =>
        expect(Math.abs(p - (parts[i] as number))).toBeLessThanOrEqual(1),
      );
    }
  });
  it("sees what is taken away", () => {
    expect(signsOf([450, 68, 20], 538)).toEqual([1, 1, 1]);
    expect(signsOf([450, 68, 20], 498)).toEqual([1, 1, -1]);
    expect(signsOf([450, 68, 20], 700)).toBeUndefined();
  });
  it("leaves what is nothing alone", () => {
    expect(addingUp([0, 10.4, 10.4], 20.8, 1)[0]).toBe(0);
  });
  it("tells a time that is hardly known as a range", () => {
    expect(timeRange(78 * 60, 77 * 60)).toBe("1 to 3 hours");
    expect(timeRange(10 * 60, 8 * 60)).toBe("6 to 18 minutes");
    expect(timeRange(600, 120)).toBeUndefined();
  });
  it("tells one thing in one way", () => expect(figure(517.2, "g", "metric").text).toBe("517"));
});
