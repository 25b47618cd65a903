// Keys come faster than plans: what a key counts from.

import { useEffect, useRef } from "react";

/** How long what was asked for is counted from after the plan has followed, and before it has at all; ms. */
const SETTLES = 600;
const WAITS = 10_000;

/** A value, since a moment in ms. */
export interface Since {
  value: number;
  since: number;
}

/**
 * What the next key counts from: what was asked for last, until the plan has followed and stays; or else what the
 * plan has.
 */
export function countsFrom(asked: Since | undefined, plan: Since, now: number) {
  if (!asked) return plan.value;
  const followed = plan.since > asked.since;
  const fresh = followed ? now - plan.since < SETTLES : now - asked.since < WAITS;
  return fresh ? asked.value : plan.value;
}

export function useAsked(value: number): { from: () => number; ask: (v: number) => number } {
  const last = useRef<Since>(undefined);
  const since = useRef(-Infinity);
  useEffect(() => {
    since.current = performance.now();
  }, [value]);
  return {
    from: () => countsFrom(last.current, { value, since: since.current }, performance.now()),
    ask: (v) => {
      last.current = { value: v, since: performance.now() };
      return v;
    },
  };
}
