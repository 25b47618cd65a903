import { Button, Switch } from "antd";
import { useEffect } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { BrewOut, Plan, Run, Schemas } from "../api/client";
import { saveBrew } from "../api/change";
import { useBrew, useCatalogue, useChange, useInfo, usePlanOf, useRun as useKeptRun } from "../api/queries";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { clock, inWords, say, type System } from "../units/units";
import { beep, keepAwake, speak } from "./aids";
import { before } from "../plan/cautions";
import { useRun } from "./useRun";
import { brewPath } from "../app/where";
import "./guide.css";

export default function GuidePage() {
  const params = useParams();
  const id = Number(params.brew);
  const brew = useBrew(id);
  const info = useInfo();
  const run = useKeptRun(id);
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

type RoundStep = Schemas["RoundStep"];

/** What to do, before which cup or batch it is where there are several. */
function instruction(s: RoundStep, plan: Plan, system: System): string {
  const round = plan.rounds[s.round - 1];
  const which = round ? `${round.kind === "cup" ? "Cup" : "Batch"} ${s.round}. ` : "";
  const reading = s.lane === "scale" && s.until !== "time" ? ` By ${clock(s.at_s + s.for_s)}.` : "";
  return which + say(s, system) + reading;
}

/** What has keys of its own: all of it, or only the space bar. */
const [everyKey, space] = [
  "input, select, textarea, [role=slider], [role=dialog]",
  "button, a, [role=switch]",
];

/** Whether a key belongs to what has the focus, and not to the guide. */
const isTheirs = (e: KeyboardEvent) =>
  e.target instanceof Element &&
  e.target.closest(e.key === " " ? `${everyKey}, ${space}` : everyKey) !== null;

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
  const { system, sound, speech, set } = useSettings();
  const navigate = useNavigate();
  const catalogue = useCatalogue();
  const at = brewPath(brew);
  const { guide, running, lost, position, ask, startOver } = useRun({
    brew: brew.id,
    planId: brew.plan_id,
    plan,
    kept,
    rate,
    onChange: ({ course, run, view }) => {
      const step = course.steps[view.shown];
      if (sound) beep((run?.paused_ms ?? 0) > 0);
      if (speech && step) speak(instruction(step, plan, system));
    },
  });
  const run = guide?.run ?? null;
  const going = run !== null && !run.finished;
  useEffect(() => (going ? keepAwake() : undefined), [going]);

  const go = () => {
    const first = guide?.course.steps[0];
    if (!run && speech && first) speak(instruction(first, plan, system));
    ask({ kind: "go" });
  };
  // The boil that makes the water safe is not cut short by one touch.
  const next = () => ask({ kind: "next", ...(guide?.held && { sure: true }) });

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      const act = {
        " ": go,
        ArrowRight: next,
        ArrowLeft: () => ask({ kind: "back", rewind: true }),
      }[e.key];
      if (!act || isTheirs(e)) return;
      e.preventDefault();
      // A key that is held down acts once: it must not be what cuts a boil short.
      if (!e.repeat) act();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  if (!guide) return lost === undefined ? <p className="loading">Reading…</p> : <Trouble error={lost} />;
  const { course, view } = guide;
  const { steps } = course;
  const shown = steps[view.shown];
  const after = view.after < 0 ? undefined : steps[view.after];
  const reading = view.reading < 0 ? undefined : steps[view.reading];
  const boil = view.boil < 0 ? undefined : steps[view.boil];
  const meanwhile = running ? view.under.flatMap((i) => steps[i] ?? []) : [];
  const atGate = view.gate !== "";
  const cares = shown ? plan.cautions.filter((c) => c.step === shown.of) : [];
  const left = shown ? shown.at_s + shown.for_s - position : 0;
  return (
    <div className="guide">
      <h1 className="sr">Guide: {brew.name || (catalogue.data?.names[plan.request.method] ?? "a brew")}</h1>
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
          <Button type="text" onClick={startOver}>
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
      <div className="guide-now">
        {/* The clock is read when it is looked at, and not aloud with every tick. */}
        <div
          className="guide-clock num"
          role="timer"
          aria-live="off"
          data-testid="clock"
          data-position={Math.round(position)}
        >
          {clock(position)}
        </div>
        <div aria-live="polite" aria-atomic="true" data-testid="announced">
          {plan.cautions
            .filter((c) => c.step === "" && before.includes(c.id) && (!run || (view.present === 0 && going)))
            .map((c) => (
              <p key={c.id} className={`care care-${c.level}`} data-testid="before-first">
                <strong>Before you begin.</strong> {c.text} {c.why}
              </p>
            ))}
          {!run && (
            <p className="guide-do">
              {plan.rounds.length > 1 &&
                `${plan.rounds.length} ${plan.rounds[0]?.kind === "cup" ? "cups" : "batches"}, `}
              {steps.length} steps, {clock(course.end_s - course.start_s, 5)} in all. Press{" "}
              <span className="by-keys">space or </span>Start when the pot is in your hand.
            </p>
          )}
          {run?.finished && <p className="guide-do">Done. Taste it, then write it down.</p>}
          {going && shown && (
            <>
              <p className="guide-do" data-testid="instruction">
                {view.gate === "boil" && !shown.id.startsWith("wait") ? "When it boils: " : ""}
                {view.gate === "pour" ? "When you are ready: " : ""}
                {instruction(shown, plan, system)}
              </p>
              {(shown.sign || atGate) && (
                <p className="guide-until">
                  {shown.sign ? <>Until {shown.sign}. </> : null}
                  {atGate && <strong>The clock waits for you.</strong>}
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
        {going && shown && (
          <>
            {!atGate && left > 0 && (
              <p className="guide-until">
                <span className="num" data-testid="left">
                  {clock(left)} left
                </span>
              </p>
            )}
            {meanwhile.map((s) => (
              <p key={s.id} className="guide-meanwhile" data-testid="meanwhile">
                <span className="quiet">Meanwhile</span> {instruction(s, plan, system)}{" "}
                <span className="num">{clock(s.at_s + s.for_s - position)} left</span>
              </p>
            ))}
            {guide.held && boil && (
              <p className="care care-danger" role="alert" data-testid="hold">
                <strong>{clock(boil.at_s + boil.for_s - view.position_s)} of boiling are left.</strong> Cut
                short, the water is not safe. Press Next once more to go on all the same.
              </p>
            )}
          </>
        )}
      </div>
      {going && (
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
            <Button size="large" disabled={!run} onClick={() => ask({ kind: "back" })}>
              Back
            </Button>
            <Button type="primary" size="large" onClick={go}>
              {!run ? "Start" : running ? "Pause" : "Go on"}
            </Button>
            <Button size="large" disabled={!run} onClick={next}>
              {view.last ? "Finish" : "Next"}
            </Button>
          </>
        )}
      </div>
      <Rounds plan={plan} playhead={run ? position : undefined} />
      <Score
        plan={plan}
        playhead={run ? position - view.pour_s : undefined}
        present={going ? shown?.of : undefined}
        compact
      />
    </div>
  );
}
