import { useCallback, useEffect, useRef, useState } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { ApiError, type PlanRequest, type Run, type Schemas } from "../api/client";
import { question } from "../api/ask";
import { runQuery, endRun, saveRun } from "../api/queries";
import { core } from "../core/core";
import { now as clockNow } from "./clock";

export type Following = Schemas["Following"];
type RunEvent = Schemas["Event"];
/** What is tapped: all of an event but when. */
export type Tap = Omit<RunEvent, "t_s">;

/** Where readings come from: what has been read since a moment, up to another, on the run's clock. */
export type Source = (from: number, to: number) => RunEvent[];

/** Reports whether two records have the same events. */
const same = (a: Schemas["Record"], b: Schemas["Record"] | undefined) =>
  b !== undefined &&
  a.events.length === b.events.length &&
  JSON.stringify(a.events) === JSON.stringify(b.events);

/** A run that an earlier version of the program began is taken up where its clock was. */
function takenUp(kept: Run | null, rate: number): { zero: number; record?: Schemas["Record"] } {
  if (!kept) return { zero: 0 };
  if (kept.record) return { zero: kept.zero_ms, record: kept.record };
  const at = (kept.paused_ms ?? 0) > 0 ? (kept.paused_ms ?? 0) : clockNow();
  const from_s = ((at - kept.zero_ms) / 1000) * rate;
  return { zero: clockNow(), record: { v: 1, from_s, events: [], tol_g: 0.5, tol_c: 0.2, until_s: 0 } };
}

/**
 * A brew being made. Where it is, what differs and what comes next the core says, at every tap and reading and
 * whenever the clock gives the next change; in between only the clock runs. Every change is kept at once, so
 * that a reload goes on from here.
 */
export function useFollow({
  brew,
  planId,
  request,
  kept,
  rate,
  source,
  onChange,
  onRun,
}: {
  brew: number;
  planId: number;
  request: PlanRequest;
  kept: Run | null;
  rate: number;
  source?: Source;
  /** It has changed: the step, what is waited for, or what differs. */
  onChange: (to: Following, was: Following) => void;
  /** The run as it is now; nothing when it starts over. */
  onRun?: (run: Run | undefined) => void;
}) {
  const client = useQueryClient();
  const [at, setAt] = useState<{ f: Following; t: number }>();
  const [now, setNow] = useState(0);
  const [lost, setLost] = useState<unknown>();
  // The brew was logged or restarted on another page or device.
  const [over, setOver] = useState(false);
  const [first] = useState(() => takenUp(kept, rate));
  const zero = useRef(first.zero);
  const record = useRef(first.record);
  const latest = useRef<{ f: Following; t: number }>(undefined);
  const read = useRef(first.record?.until_s ?? 0);
  const saved = useRef(0);
  // This run, and the revision of it known here.
  const known = useRef({ id: kept?.id, revision: kept?.revision ?? 0 });
  const sending = useRef(false);
  const last = useRef<{ f: Following; record: Schemas["Record"] }>(undefined);
  const again = useRef<(...taps: Tap[]) => void>(() => undefined);
  const sendNext = useRef(() => {});
  const key = useRef<string>(undefined);
  const since = useRef<RunEvent[]>([]); // what the record that is here does not have yet
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const told = useRef(onChange);
  const from = useRef(source);
  const ran = useRef(onRun);
  useEffect(() => {
    told.current = onChange;
    ran.current = onRun;
    from.current = source;
  });

  const clock = useCallback(
    () => (zero.current === 0 ? 0 : Math.max(((clockNow() - zero.current) / 1000) * rate, 0)),
    [rate],
  );

  /** Takes over a change from another device. It waits its turn, so that no tap is lost. */
  const meet = useCallback((run: Run) => {
    queue.current = queue.current.then(() => {
      // The server joins a save that is on its way with it; the answer has both.
      if (sending.current || last.current) return;
      const revision = run.revision ?? 0;
      if (run.id === known.current.id && revision < known.current.revision) return;
      known.current = { id: run.id, revision };
      if (!run.record || same(run.record, record.current)) return;
      zero.current = run.zero_ms;
      record.current = run.record;
      key.current = undefined;
      since.current = [];
      read.current = Math.max(read.current, run.record.until_s);
      again.current();
    });
  }, []);

  /** Sends one at a time: each starts from the revision that the last one made. */
  const send = useCallback(() => {
    const sent = last.current;
    if (!sent || sending.current) return;
    const { f, record } = sent;
    last.current = undefined;
    sending.current = true;
    const run: Run = {
      plan_id: planId,
      ...known.current,
      zero_ms: zero.current,
      rate,
      paused_ms: 0,
      record,
      step: f.view.present,
      finished: f.done,
      done: f.steps.flatMap((s) =>
        s.began_s !== null && s.ended_s !== null
          ? [{ id: s.id, at_s: s.began_s, end_s: s.ended_s, skip: s.skip ?? false }]
          : [],
      ),
    };
    client.setQueryData(runQuery(brew).queryKey, { run });
    saved.current = clockNow();
    ran.current?.(run);
    saveRun(brew, run).then(
      (kept) => {
        sending.current = false;
        setLost(undefined);
        if (!last.current) return meet(kept);
        // The next save lacks what came from the other device. Sent from the revision before, the server joins
        // the two again.
        const joined = kept.record !== undefined && !same(kept.record, record);
        known.current = { id: kept.id, revision: joined ? known.current.revision : (kept.revision ?? 0) };
        sendNext.current();
      },
      (e: unknown) => {
        sending.current = false;
        if (e instanceof ApiError && (e.status === 409 || e.status === 412)) return setOver(true);
        last.current ??= sent; // sent again in a while
        setLost(e);
      },
    );
  }, [brew, client, meet, planId, rate]);
  useEffect(() => {
    sendNext.current = send;
  });

  const keep = useCallback(
    (f: Following, record: Schemas["Record"]) => {
      last.current = { f, record };
      send();
    },
    [send],
  );

  const ask = useCallback(
    (...taps: Tap[]) => {
      // One after the other: each is asked of what the one before has led to.
      queue.current = queue.current.then(async () => {
        if (zero.current === 0 && taps.some((e) => e.kind === "start")) zero.current = clockNow();
        const t = clock();
        const events: RunEvent[] = zero.current && from.current ? from.current(read.current, t) : [];
        read.current = t;
        events.push(...taps.map((e) => ({ ...e, t_s: t })));
        const was = latest.current?.f;
        since.current.push(...events);
        // What only reads is asked in short, after the answer before; now and then all of it is had, to be kept.
        const brief = taps.length === 0 && clockNow() - saved.current < 3000 && record.current !== undefined;
        const whole = () =>
          core.follow({
            request,
            ...(record.current && { record: record.current }),
            ...(since.current.length > 0 && { events: since.current }),
            ...(zero.current && { now_s: t }),
          });
        const after = (short: boolean, events: RunEvent[]) =>
          key.current === undefined
            ? whole()
            : core
                .follow({
                  request,
                  after: key.current,
                  ...(short && { brief: true }),
                  ...(events.length > 0 && { events }),
                  ...(zero.current && { now_s: t }),
                })
                .catch((e: unknown) => {
                  // Who answers has not seen this brew before.
                  if (e instanceof ApiError && e.troubles.some((k) => k.field.endsWith("after")))
                    return whole();
                  throw e;
                });
        const had = (f: Following) => {
          key.current = f.key;
          if (!f.record) return;
          record.current = f.record;
          since.current = [];
        };
        const f = await after(brief, events);
        had(f);
        latest.current = { f, t };
        setAt({ f, t });
        setNow(clock());
        const moved =
          !was ||
          was.step !== f.step ||
          was.done !== f.done ||
          was.paused !== f.paused ||
          was.view.gate !== f.view.gate ||
          was.off.length !== f.off.length ||
          was.begun !== f.begun;
        if (f.begun && ((was && moved) || !brief)) {
          const all = f.record ? f : await after(false, []);
          had(all);
          if (all.record) keep(all, all.record);
        }
        if (was && (moved || was.say !== f.say)) told.current(f, was);
      });
      queue.current = queue.current.catch(setLost);
    },
    [clock, keep, request],
  );

  useEffect(() => {
    again.current = ask;
  });
  useEffect(() => ask(), [ask]);

  // Shows what is done on another page or device within a second.
  useEffect(() => {
    if (over) return;
    const look = async () => {
      if (document.visibilityState !== "visible" || sending.current) return;
      if (last.current) return sendNext.current();
      const { run } = await question("get-run", { path: { brew } }).queryFn({});
      if (sending.current || last.current) return;
      if (!run) {
        if (known.current.id !== undefined) setOver(true);
      } else if (known.current.id !== undefined && run.id !== known.current.id) setOver(true);
      else if (run.revision !== known.current.revision) meet(run);
    };
    const timer = setInterval(() => void look().catch(() => undefined), 900);
    return () => clearInterval(timer);
  }, [brew, meet, over]);

  const f = at?.f;
  const going = f !== undefined && f.begun && !f.done;
  const runs = going && !f.view.stands;
  const position = f ? f.position_s + (runs && at ? Math.max(now - at.t, 0) : 0) : 0;
  const due = runs && at ? at.t + f.view.next_s - f.position_s : Infinity;
  useEffect(() => {
    if (!going) return;
    const timer = setInterval(() => {
      const t = clock();
      setNow(t);
      const asked = latest.current?.t ?? 0;
      if (t >= due || (from.current && from.current(read.current, t).length > 0)) ask();
      else if (t - asked > 15 * rate) ask(); // what is far off is looked at all the same
    }, 100);
    return () => clearInterval(timer);
  }, [going, due, ask, clock, rate]);

  // A phone that slept says at once where it is.
  useEffect(() => {
    const awake = () => document.visibilityState === "visible" && ask();
    document.addEventListener("visibilitychange", awake);
    return () => document.removeEventListener("visibilitychange", awake);
  }, [ask]);

  return {
    f,
    going,
    lost,
    /** The brew was logged or restarted elsewhere: nothing more is saved from here. */
    over,
    /** Where the clock is now. */
    position,
    /** Seconds of the run's clock. */
    clock,
    /** When the clock gives a position while it runs, in ms since 1970. */
    moment: useCallback(
      (to: number) =>
        at === undefined
          ? Infinity
          : zero.current + ((at.t + to - at.f.position_s) / rate) * 1000 - clockNow() + Date.now(),
      [at, rate],
    ),
    ask,
    startOver: () => {
      client.setQueryData(runQuery(brew).queryKey, {});
      known.current = { id: undefined, revision: 0 };
      last.current = undefined;
      void endRun(brew);
      ran.current?.(undefined);
      setOver(false);
      zero.current = 0;
      record.current = undefined;
      latest.current = undefined;
      key.current = undefined;
      since.current = [];
      read.current = 0;
      ask();
    },
  };
}
