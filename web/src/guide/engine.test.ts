import { describe, expect, it } from "vitest";
import type { Plan } from "../api/client";
import {
  advance,
  begin,
  endOf,
  gates,
  guided,
  moveTo,
  pause,
  positionAt,
  presentIndex,
  resume,
} from "./engine";

const step = (id: string, lane: string, at_s: number, for_s: number) => ({
  id,
  lane,
  at_s,
  for_s,
  to_g: null,
});
const plan = {
  steps: [
    step("fill-kettle", "hands", -330, 30),
    step("light", "hands", -300, 10),
    step("flame-full", "flame", -300, 280),
    step("rinse", "hands", -20, 20),
    step("pour", "scale", 0, 10),
    step("serve", "hands", 10, 20),
  ],
} as unknown as Plan;
const T = 1_000_000;

describe("the guide's clock", () => {
  it("begins at the first step and runs", () => {
    const run = begin(plan, 1, T, 1);
    expect(positionAt(run, T, 1)).toBe(-330);
    expect(positionAt(run, T + 5000, 1)).toBe(-325);
    expect(positionAt(begin(plan, 1, T, 60), T + 1000, 60)).toBeCloseTo(-270, 0);
  });

  it("stands while it is paused and goes on from there", () => {
    const paused = pause(begin(plan, 1, T, 1), T + 5000);
    expect(positionAt(paused, T + 90_000, 1)).toBe(-325);
    const on = resume(paused, T + 100_000);
    expect(positionAt(on, T + 101_000, 1)).toBe(-324);
  });

  it("waits for the brewer when it boils and before the first pour", () => {
    expect(gates(plan)).toEqual([-20, 0]);
    const run = begin(plan, 1, T, 1);
    const at = T + 312_000; // −18 s, past the gate
    const next = advance(run, plan, -21, at, 1);
    expect(next.paused_ms).toBe(at);
    expect(positionAt(next, at + 60_000, 1)).toBeCloseTo(-20);
    const on = resume(next, at + 60_000);
    expect(positionAt(on, at + 61_000, 1)).toBeCloseTo(-19);
  });

  it("notes the steps that are done, and the end", () => {
    let run = begin(plan, 1, T, 1);
    run = advance(run, plan, -330, T + 31_000, 1);
    expect(run.step).toBe(1);
    expect(run.done.map((d) => d.id)).toEqual(["fill-kettle"]);
    run = advance(moveTo(run, endOf(plan), T, 1), plan, 1, T, 1);
    expect(run.finished).toBe(true);
  });

  it("never lands short of the step it moves to", () => {
    const steps = guided(plan);
    for (const [i, s] of steps.entries()) {
      for (const rate of [1, 60, 120]) {
        const run = moveTo(begin(plan, 1, T, rate), s.at_s, T + 123.456, rate);
        expect(presentIndex(steps, positionAt(run, T + 123.456, rate))).toBe(i);
      }
    }
  });
});
