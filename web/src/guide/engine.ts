// The guide's clock, apart from React: which step is on, and what pause, skip
// and back do to a run.

import type { Plan, Run, Step } from "../api/client";

/** What the guide needs of a plan. */
type Timed = Pick<Plan, "steps" | "rounds">;

/** A batch, or a cup that steeps on its own; a brew made at once is one. */
type Round = Plan["rounds"][number];

const rounds = (plan: Timed): Round[] =>
  plan.rounds.length > 0
    ? plan.rounds
    : [{ kind: "batch", n: 1, start_s: -Infinity, pour_s: 0, end_s: 0, ready_s: 0 }];

/** Whether a round begins with water of its own; a cup further on is poured from the same kettle. */
const ownWater = (r: Round) => r.start_s < r.pour_s;

/** A step of one of several rounds. */
export type RoundStep = Step & { round: number };

/** The steps of every round by the clock: those of a plan are the first round's. */
function unrolled(plan: Timed): RoundStep[] {
  return rounds(plan)
    .flatMap((r) =>
      plan.steps
        .filter((s) => s.at_s >= 0 || ownWater(r))
        .map((s) => ({
          ...s,
          id: r.n === 1 ? s.id : `${s.id}#${r.n}`,
          at_s: s.at_s + r.pour_s,
          round: r.n,
        })),
    )
    .sort((a, b) => a.at_s - b.at_s);
}

/**
 * The moments at which the clock waits for the brewer: when the water boils, and when it meets the coffee. It
 * never waits while a round before is still brewing.
 */
export function gates(plan: Timed): number[] {
  const flame = plan.steps.find((s) => s.id === "flame-full");
  const out: number[] = [];
  let busy = startOf(plan) + 1;
  for (const r of rounds(plan)) {
    if (ownWater(r))
      for (const g of [...(flame ? [flame.at_s + flame.for_s] : []), 0])
        if (g + r.pour_s > busy && !out.includes(g + r.pour_s)) out.push(g + r.pour_s);
    busy = Math.max(busy, r.ready_s - 1);
  }
  return out;
}

export const startOf = (plan: Timed): number => Math.min(0, ...plan.steps.map((s) => s.at_s));
export const endOf = (plan: Timed): number => Math.max(0, ...unrolled(plan).map((s) => s.at_s + s.for_s));

/** The steps in the order in which the guide shows them: what someone does or waits for. */
export const guided = (plan: Timed): RoundStep[] => unrolled(plan).filter((s) => s.lane !== "flame");

/** When a round's water meets its coffee. */
export const pourOf = (plan: Timed, round: number): number =>
  rounds(plan).find((r) => r.n === round)?.pour_s ?? 0;

/** Seconds around first contact at a moment of the run; `rate` speeds the clock up. */
export function positionAt(run: Run, nowMs: number, rate: number): number {
  const at = run.paused_ms > 0 ? run.paused_ms : nowMs;
  return ((at - run.zero_ms) / 1000) * rate;
}

/** A run that starts now with the first step. */
export function begin(plan: Plan, planId: number, nowMs: number, rate: number): Run {
  return {
    plan_id: planId,
    zero_ms: zeroFor(startOf(plan), nowMs, rate),
    paused_ms: 0,
    step: 0,
    done: [],
    finished: false,
  };
}

function zeroFor(position: number, nowMs: number, rate: number): number {
  // Down, so that the position is never a little short of the step moved to.
  return Math.floor(nowMs - (position / rate) * 1000);
}

export function pause(run: Run, nowMs: number): Run {
  return run.paused_ms > 0 ? run : { ...run, paused_ms: Math.round(nowMs) };
}

export function resume(run: Run, nowMs: number): Run {
  if (run.paused_ms === 0) return run;
  return { ...run, zero_ms: run.zero_ms + Math.round(nowMs) - run.paused_ms, paused_ms: 0 };
}

/** Moves the clock to a position, running or paused as before. */
export function moveTo(run: Run, position: number, nowMs: number, rate: number): Run {
  const paused = run.paused_ms > 0 ? Math.round(nowMs) : 0;
  return { ...run, paused_ms: paused, zero_ms: zeroFor(position, nowMs, rate) };
}

/** The index in `steps` of the step that is on: the last that has begun. */
export function presentIndex(steps: Step[], position: number): number {
  let at = 0;
  steps.forEach((s, i) => {
    if (s.at_s <= position + 1e-3 && s.at_s >= (steps[at] as Step).at_s) at = i;
  });
  return at;
}

/**
 * Advances a run to a moment: notes which steps have begun and ended, and stops
 * at a gate that was reached since `from`.
 */
export function advance(run: Run, plan: Plan, from: number, nowMs: number, rate: number): Run {
  const to = positionAt(run, nowMs, rate);
  const gate = run.paused_ms === 0 ? gates(plan).find((g) => from < g && to >= g) : undefined;
  let next = run;
  if (gate !== undefined) next = { ...moveTo(run, gate, nowMs, rate), paused_ms: Math.round(nowMs) };
  const position = gate ?? to;
  const steps = guided(plan);
  const index = presentIndex(steps, gate === undefined ? position : position - 0.01);
  if (index !== run.step) {
    const ended = steps[run.step];
    const done =
      ended && index > run.step && !run.done.some((d) => d.id === ended.id)
        ? [...run.done, { id: ended.id, at_s: ended.at_s, end_s: position, skip: false }]
        : run.done;
    next = { ...next, step: index, done };
  }
  if (position >= endOf(plan) && !next.finished)
    next = { ...next, finished: true, paused_ms: Math.round(nowMs) };
  return next;
}

/** The next step that ends on a scale reading, at or after an index. */
export function nextReading(steps: Step[], index: number): Step | undefined {
  return steps
    .slice(index)
    .find(
      (s) =>
        s.to_g !== null &&
        s.until === "weight" &&
        (s.lane === "scale" || /^(fill-kettle|draw)(#|$)/.test(s.id)),
    );
}
