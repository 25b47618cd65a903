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
  pourOf,
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
  rounds: [],
} as unknown as Plan;

const round = (kind: string, n: number, start_s: number, pour_s: number, ready_s: number) => ({
  kind,
  n,
  start_s,
  pour_s,
  end_s: pour_s + 10,
  ready_s,
});
/** Two batches, each with its own water. */
const batches = {
  ...plan,
  rounds: [round("batch", 1, -330, 0, 30), round("batch", 2, 70, 400, 430)],
} as unknown as Plan;
/** Three cups from one kettle. */
const cups = {
  ...plan,
  rounds: [round("cup", 1, -330, 0, 30), round("cup", 2, 35, 35, 65), round("cup", 3, 70, 70, 100)],
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
    for (const p of [plan, batches, cups]) {
      const steps = guided(p);
      for (const [i, s] of steps.entries()) {
        for (const rate of [1, 60, 120]) {
          const run = moveTo(begin(p, 1, T, rate), s.at_s, T + 123.456, rate);
          expect(presentIndex(steps, positionAt(run, T + 123.456, rate))).toBe(i);
        }
      }
    }
  });

  it("goes through every batch, with its own water", () => {
    const steps = guided(batches);
    expect(steps.map((s) => s.id)).toEqual([
      "fill-kettle",
      "light",
      "rinse",
      "pour",
      "serve",
      "fill-kettle#2",
      "light#2",
      "rinse#2",
      "pour#2",
      "serve#2",
    ]);
    expect(steps.map((s) => s.at_s)).toEqual([-330, -300, -20, 0, 10, 70, 100, 380, 400, 410]);
    expect(endOf(batches)).toBe(430);
    expect(gates(batches)).toEqual([-20, 0, 380, 400]);
    expect(pourOf(batches, 2)).toBe(400);
  });

  it("pours cups from one kettle, and waits only for the first", () => {
    expect(guided(cups).map((s) => s.id)).toEqual([
      "fill-kettle",
      "light",
      "rinse",
      "pour",
      "serve",
      "pour#2",
      "serve#2",
      "pour#3",
      "serve#3",
    ]);
    expect(gates(cups)).toEqual([-20, 0]);
  });

  it("does not stop the clock while a batch before is brewing", () => {
    // The second batch's water boils at 20 s, before the first is served at 30.
    const close = {
      ...plan,
      rounds: [round("batch", 1, -330, 0, 30), round("batch", 2, -290, 40, 70)],
    } as unknown as Plan;
    expect(gates(close)).toEqual([-20, 0, 40]);
  });

  it("finishes after the last round and not before", () => {
    let run = begin(batches, 1, T, 1);
    run = advance(moveTo(run, 35, T, 1), batches, 31, T, 1);
    expect(run.finished).toBe(false);
    run = advance(moveTo(run, 430, T, 1), batches, 429, T, 1);
    expect(run.finished).toBe(true);
  });
});
