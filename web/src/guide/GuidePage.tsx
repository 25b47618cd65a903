import { Button, Switch } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useQueryClient } from "@tanstack/react-query";
import type { BrewOut, Plan, Run } from "../api/client";
import { saveBrew } from "../api/change";
import { endRun, saveRun, useBrew, useChange, useInfo, usePlanOf, useRun } from "../api/queries";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { clock, inWords, say, type System } from "../units/units";
import { beep, keepAwake, speak } from "./aids";
import {
  advance,
  begin,
  endOf,
  gates,
  guided,
  moveTo,
  nextReading,
  pause,
  pourOf,
  positionAt,
  presentIndex,
  resume,
  startOf,
  type RoundStep,
} from "./engine";
import { before } from "../plan/cautions";
import "./guide.css";

export default function GuidePage() {
  const params = useParams();
  const id = Number(params.brew);
  const brew = useBrew(id);
  const info = useInfo();
  const run = useRun(id);
  return (
    <Loaded query={brew}>
      {(b) => (
        <Loaded query={info}>
          {(i) => (
            <Loaded query={run}>
              {(r) =>
                // What the stop says now is what is brewed; a brew that is on its way keeps its plan.
                r && r.plan_id !== b.plan_id ? (
                  <Resumed brew={b} run={r} rate={i.clock_rate} />
                ) : b.stale && !r ? (
                  <Replan brew={b} />
                ) : (
                  <Guide key={b.plan_id} brew={b} plan={b.stored.plan as Plan} kept={r} rate={i.clock_rate} />
                )
              }
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  );
}

/** A brew that was begun with another plan than it has now goes on with the one it was begun with. */
function Resumed({ brew, run, rate }: { brew: BrewOut; run: Run; rate: number }) {
  const stored = usePlanOf(run.plan_id);
  return (
    <Loaded query={stored}>
      {(s) => <Guide key={run.plan_id} brew={brew} plan={s.plan as Plan} kept={run} rate={rate} older />}
    </Loaded>
  );
}

/** Plans a brew anew whose stop has changed since it was saved. */
function Replan({ brew }: { brew: BrewOut }) {
  const save = useChange(() =>
    // A change of nothing plans it anew.
    saveBrew(brew, {}),
  );
  const { mutate } = save;
  useEffect(() => mutate(undefined), [mutate]);
  if (save.error) return <Trouble error={save.error} retry={() => mutate(undefined)} />;
  return <p className="loading">The stop has changed since it was saved: planning it anew…</p>;
}

/** What to do, before which cup or batch it is where there are several. */
function instruction(s: RoundStep, plan: Plan, system: System): string {
  const round = plan.rounds[s.round - 1];
  const which = round ? `${round.kind === "cup" ? "Cup" : "Batch"} ${s.round}. ` : "";
  const reading = s.lane === "scale" && s.until !== "time" ? ` By ${clock(s.at_s + s.for_s)}.` : "";
  return which + say(s, system) + reading;
}

function Guide({
  brew,
  plan,
  kept,
  rate,
  older,
}: {
  brew: BrewOut;
  plan: Plan;
  kept: Run | null;
  rate: number;
  older?: boolean;
}) {
  const steps = guided(plan);
  const { system, sound, speech, set } = useSettings();
  const navigate = useNavigate();
  const client = useQueryClient();
  const [run, setRun] = useState<Run | null>(kept);
  const [now, setNow] = useState(() => Date.now());
  const [lost, setLost] = useState<unknown>();
  const seen = useRef(run ? positionAt(run, now, rate) : startOf(plan));
  const at = `/trips/${brew.trip_id}/stops/${brew.stop_id}/brews/${brew.id}`;

  // Every change of the run is kept at once, so that a reload goes on from here.
  const keep = (next: Run) => {
    setRun(next);
    client.setQueryData(["run", brew.id], next);
    saveRun(brew.id, next).then(() => setLost(undefined), setLost);
  };

  const running = run !== null && run.paused_ms === 0 && !run.finished;
  useEffect(() => (run && !run.finished ? keepAwake() : undefined), [run === null, run?.finished]); // eslint-disable-line react-hooks/exhaustive-deps

  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(Date.now()), 100);
    return () => clearInterval(timer);
  }, [running]);

  useEffect(() => {
    if (!run || !running) return;
    const next = advance(run, plan, seen.current, now, rate);
    seen.current = positionAt(next, now, rate);
    if (next !== run) {
      const step = steps[next.step];
      if (next.step !== run.step || next.paused_ms !== run.paused_ms) {
        if (sound) beep(next.paused_ms > 0);
        if (speech && step) speak(instruction(step, plan, system));
      }
      keep(next);
    }
  }, [now]); // eslint-disable-line react-hooks/exhaustive-deps

  const position = run ? positionAt(run, run.paused_ms || now, rate) : startOf(plan);
  const atGate =
    run !== null && !running && !run.finished && gates(plan).some((g) => Math.abs(g - position) < 0.5);
  const index = run ? presentIndex(steps, atGate ? position - 0.01 : position) : 0;
  const present = steps[index];
  const following = steps[index + 1];
  const shown = atGate && following ? following : present;
  const after = shown === following ? steps[index + 2] : following;
  const reading = nextReading(steps, shown ? steps.indexOf(shown) : 0);

  const under = steps.filter((s) => s.keep && s.at_s <= position + 1e-3 && s.at_s + s.for_s > position + 0.5);
  const boil = under[0];
  const meanwhile = running ? under.filter((s) => s !== shown) : [];
  const [hold, setHold] = useState<RoundStep>();

  const go = () => {
    const t = Date.now();
    if (!run) {
      seen.current = startOf(plan);
      setNow(t);
      keep(begin(plan, brew.plan_id, t, rate));
      if (speech && steps[0]) speak(instruction(steps[0], plan, system));
    } else if (run.finished) return;
    else if (run.paused_ms > 0) {
      const next = resume(run, t);
      seen.current = positionAt(next, t, rate) + 1e-3;
      setNow(t);
      keep(next);
    } else keep(pause(run, t));
  };
  const jump = (to: number) => {
    if (!run) return;
    // The boil that makes the water safe is not cut short by one touch.
    const boiling = to > index && boil ? boil : undefined;
    if (boiling && hold?.id !== boiling.id) return setHold(boiling);
    setHold(undefined);
    const t = Date.now();
    const step = steps[Math.max(0, Math.min(to, steps.length - 1))] as RoundStep;
    const target = to >= steps.length ? endOf(plan) : step.at_s;
    const skipped =
      to > index && present
        ? [...run.done, { id: present.id, at_s: present.at_s, end_s: position, skip: true }]
        : run.done;
    let next = moveTo(
      { ...run, finished: to >= steps.length, done: skipped, step: Math.min(to, steps.length - 1) },
      target,
      t,
      rate,
    );
    if (atGate) next = resume({ ...next, paused_ms: t }, t);
    seen.current = target + 1e-3;
    setNow(t);
    keep(next);
  };

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === " ") go();
      else if (e.key === "ArrowRight") jump(index + 1);
      else if (e.key === "ArrowLeft") jump(position - (present?.at_s ?? 0) > 3 ? index : index - 1);
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  const planned = shown?.id.replace(/#.*/, "");
  const cares = shown ? plan.cautions.filter((c) => c.step === planned) : [];
  const gateAt = (atGate && gates(plan).find((g) => Math.abs(g - position) < 0.5)) || 0;
  const pour = shown ? pourOf(plan, shown.round) : 0;
  const left = shown ? shown.at_s + shown.for_s - position : 0;
  return (
    <div className="guide">
      <h1 className="sr">Guide: {brew.name || plan.request.method}</h1>
      <div className="guide-top">
        <Link to={at}>Back to the plan</Link>
        <label>
          <Switch size="small" checked={sound} onChange={(v) => set({ sound: v })} /> sound
        </label>
        <label>
          <Switch size="small" checked={speech} onChange={(v) => set({ speech: v })} /> spoken prompts
        </label>
        {rate !== 1 && <span className="quiet">the clock runs {rate} × faster than time</span>}
        <span className="grow" />
        {run && (
          <Button
            type="text"
            onClick={() => {
              client.setQueryData(["run", brew.id], null);
              void endRun(brew.id);
              setRun(null);
              seen.current = startOf(plan);
            }}
          >
            Start over
          </Button>
        )}
      </div>
      {lost !== undefined && <Trouble error={lost} />}
      {older && (
        <p className="quiet" role="status" data-testid="older">
          The brew was changed after this was begun: these are the steps it was begun with. Start over for the
          new ones.
        </p>
      )}
      <div className="guide-now" aria-live="polite">
        <div className="guide-clock num" data-testid="clock" data-position={Math.round(position)}>
          {clock(position)}
        </div>
        {plan.cautions
          .filter((c) => c.step === "" && before.includes(c.id) && (!run || (index === 0 && !run.finished)))
          .map((c) => (
            <p key={c.id} className={`care care-${c.level}`} data-testid="before-first">
              <strong>Before you begin.</strong> {c.text} {c.why}
            </p>
          ))}
        {!run && (
          <p className="guide-do">
            {plan.rounds.length > 1 &&
              `${plan.rounds.length} ${plan.rounds[0]?.kind === "cup" ? "cups" : "batches"}, `}
            {steps.length} steps, {clock(endOf(plan) - startOf(plan), 5)} in all. Press space or Start when
            the pot is in your hand.
          </p>
        )}
        {run?.finished && <p className="guide-do">Done. Taste it, then write it down.</p>}
        {run && !run.finished && shown && (
          <>
            <p className="guide-do" data-testid="instruction">
              {atGate && gateAt - pour < -0.5 && !shown.id.startsWith("wait") ? "When it boils: " : ""}
              {atGate && Math.abs(gateAt - pour) < 0.5 ? "When you are ready: " : ""}
              {instruction(shown, plan, system)}
            </p>
            <p className="guide-until">
              {shown.sign ? <>Until {shown.sign}. </> : null}
              {!atGate && left > 0 && (
                <span className="num" data-testid="left">
                  {clock(left)} left
                </span>
              )}
              {atGate && <strong>The clock waits for you.</strong>}
            </p>
            {meanwhile.map((s) => (
              <p key={s.id} className="guide-meanwhile" data-testid="meanwhile">
                <span className="quiet">Meanwhile</span> {instruction(s, plan, system)}{" "}
                <span className="num">{clock(s.at_s + s.for_s - position)} left</span>
              </p>
            ))}
            {hold && (
              <p className="care care-danger" role="alert" data-testid="hold">
                <strong>{clock(hold.at_s + hold.for_s - position)} of boiling are left.</strong> Cut short,
                the water is not safe. Press Next once more to go on all the same.
              </p>
            )}
            {cares.map((c) => (
              <p key={c.id} className={`care care-${c.level}`}>
                {c.text} {c.why}
              </p>
            ))}
          </>
        )}
      </div>
      {run && !run.finished && (
        <div className="guide-next">
          {reading && (
            <p>
              <span className="quiet">Next reading</span>
              <span className="guide-reading num">
                {inWords(reading.to_g ?? 0, reading.lane === "scale" ? "g" : "ml", system)}
              </span>
            </p>
          )}
          {after && (
            <p>
              <span className="quiet">
                Then, at <span className="num">{clock(after.at_s)}</span>
              </span>
              <span>{instruction(after, plan, system)}</span>
            </p>
          )}
        </div>
      )}
      <div className="guide-keys">
        {run?.finished ? (
          <Button type="primary" size="large" onClick={() => void navigate(`${at}/log`)}>
            Write it down
          </Button>
        ) : (
          <>
            <Button size="large" disabled={!run} onClick={() => jump(index - 1)}>
              Back
            </Button>
            <Button type="primary" size="large" onClick={go}>
              {!run ? "Start" : running ? "Pause" : "Go on"}
            </Button>
            <Button size="large" disabled={!run} onClick={() => jump(index + 1)}>
              {following ? "Next" : "Finish"}
            </Button>
          </>
        )}
      </div>
      <Rounds plan={plan} playhead={run ? position : undefined} />
      <Score
        plan={plan}
        playhead={run ? position - pour : undefined}
        present={run && !run.finished ? planned : undefined}
        compact
      />
    </div>
  );
}
