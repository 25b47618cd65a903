// Keys come faster than plans: what a key counts from.

import { useEffect, useRef } from "react";

/** How long what was asked for is counted from after the plan has followed, and before it has at all; ms. */
const SETTLES = 600;
const WAITS = 10_000;

/** What was asked for, at a moment when the plan had a value. */
export interface Asked {
  value: number;
  over: number;
  at: number;
}

/**
 * What the next key counts from: what was asked for last, until the plan, which has a value since a moment, has
 * followed and stays; or else the plan's.
 */
export function countsFrom(asked: Asked | undefined, plan: { value: number; since: number }, now: number) {
  if (!asked) return plan.value;
  const still = now - Math.max(asked.at, plan.since);
  return still < (plan.value === asked.over ? WAITS : SETTLES) ? asked.value : plan.value;
}

export function useAsked(value: number): { from: () => number; ask: (v: number) => number } {
  const last = useRef<Asked>(undefined);
  const since = useRef(-Infinity);
  useEffect(() => {
    since.current = performance.now();
  }, [value]);
  return {
    from: () => countsFrom(last.current, { value, since: since.current }, performance.now()),
    ask: (v) => {
      last.current = { value: v, over: value, at: performance.now() };
      return v;
    },
  };
}
