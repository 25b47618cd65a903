import { useCallback, useEffect, useRef, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import type { Plan, Run, Schemas } from "../api/client";
import { endRun, saveRun } from "../api/queries";
import { core } from "../core/core";

type Guide = Schemas["GuideOut"];
type Event = Schemas["Event"];

/** Seconds around first contact at a moment of a run; the clock runs `rate` times faster than time. */
const positionOf = (run: Run, nowMs: number, rate: number) =>
  (((run.paused_ms > 0 ? run.paused_ms : nowMs) - run.zero_ms) / 1000) * rate;

/**
 * A brew being made. Where it is and what comes next the core says, at what the brewer does and whenever the
 * clock comes to the next change; in between only the clock runs. Every change is kept at once, so that a
 * reload goes on from here.
 */
export function useRun({
  brew,
  planId,
  plan,
  kept,
  rate,
  onChange,
}: {
  brew: number;
  planId: number;
  plan: Plan;
  kept: Run | null;
  rate: number;
  /** The step that is shown has changed, or the clock has stopped for the brewer. */
  onChange: (to: Guide) => void;
}) {
  const client = useQueryClient();
  const [guide, setGuide] = useState<Guide>();
  const [now, setNow] = useState(() => Date.now());
  const [lost, setLost] = useState<unknown>();
  const latest = useRef<Guide>(undefined);
  const run = useRef<Run | null>(kept);
  const seen = useRef<number>(undefined);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const told = useRef(onChange);
  useEffect(() => {
    told.current = onChange;
  });

  const ask = useCallback(
    (event?: Event) => {
      // One after the other: each is asked of the run that the one before has left.
      queue.current = queue.current.then(async () => {
        const t = Date.now();
        const was = latest.current;
        seen.current ??= run.current ? positionOf(run.current, t, rate) : 0;
        const next = await core.guide({
          steps: plan.steps,
          rounds: plan.rounds,
          plan_id: planId,
          now_ms: t,
          rate,
          from_s: seen.current,
          ...(run.current && { run: run.current }),
          ...(event && { event }),
        });
        latest.current = next;
        run.current = next.run ?? null;
        // A gate that is left is not met again.
        seen.current = next.view.position_s + (event ? 1e-3 : 0);
        setGuide(next);
        setNow(Date.now());
        if (!next.moved || !next.run) return;
        client.setQueryData(["run", brew], next.run);
        saveRun(brew, next.run).then(() => setLost(undefined), setLost);
        if (
          was?.run &&
          !event &&
          (was.view.shown !== next.view.shown || (was.run.paused_ms === 0) !== (next.run.paused_ms === 0))
        )
          told.current(next);
      });
      queue.current = queue.current.catch(setLost);
    },
    [brew, client, plan, planId, rate],
  );

  useEffect(() => ask(), [ask]);

  const running = guide?.run ? guide.run.paused_ms === 0 && !guide.run.finished : false;
  const change = guide?.view.next_s ?? 0;
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => {
      const t = Date.now();
      setNow(t);
      if (run.current && positionOf(run.current, t, rate) >= change) ask();
    }, 100);
    return () => clearInterval(timer);
  }, [running, change, ask, rate]);

  return {
    guide,
    running,
    lost,
    /** Where the clock is now. */
    position: guide?.run ? positionOf(guide.run, now, rate) : (guide?.course.start_s ?? 0),
    ask,
    startOver: () => {
      client.setQueryData(["run", brew], null);
      void endRun(brew);
      run.current = null;
      latest.current = undefined;
      seen.current = undefined;
      ask();
    },
  };
}
