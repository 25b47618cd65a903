import { Reason } from "../app/Reason";
import { Button, InputNumber, Select, Switch } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { BrewOut, Plan, Run, Schemas } from "../api/client";
import { saveBrew } from "../api/change";
import {
  useBrew,
  useCatalogue,
  useChange,
  useInfo,
  useNow,
  usePlanOf,
  useRun as useKeptRun,
} from "../api/queries";
import { Dots } from "../app/Dots";
import { Folded } from "../app/Folded";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { clock, figure, fromShown, inWords, say, unitOf, type System } from "../units/units";
import { carryRun } from "../pocket/runs";
import { beep, keepAwake, mayStayOn, shake, speak } from "./aids";
import { askToAlert, mayAlert, setAlarms } from "./alerts";
import { connect, kinds, type Kind } from "./instruments";
import { Setup } from "../drawn/Setup";
import { brewerOf, stateAt } from "../drawn/state";
import { Pair } from "./Pair";
import { signs } from "./signs";
import { useFollow, type Source } from "./useFollow";
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
  return <p className="loading">The stop has changed: planning again…</p>;
}

type LiveStep = Schemas["LiveStep"];

/** What to do, before which cup or batch it is where there are several. */
/** The first sentences of a step, at most twelve words, and the rest. */
function firstOf(text: string): { first: string; rest: string } {
  const all = text.split(/(?<=[.!?]) +(?=\S)/);
  // "Cup 1." is not a sentence of its own.
  if (/^(Cup|Batch) \d+\.$/.test(all[0] ?? "")) all.splice(0, 2, all.slice(0, 2).join(" "));
  const words = (n: number) => all.slice(0, n).join(" ").split(/\s+/).length;
  let n = 1;
  while (n < all.length && words(n + 1) <= 12) n++;
  return { first: all.slice(0, n).join(" "), rest: all.slice(n).join(" ") };
}

function instruction(s: LiveStep, plan: Plan, system: System): string {
  const round = plan.rounds[s.round - 1];
  const which = round ? `${round.kind === "cup" ? "Cup" : "Batch"} ${s.round}. ` : "";
  const reading = s.lane === "scale" && s.until !== "time" ? ` By ${clock(s.at_s + s.for_s)}.` : "";
  return which + say(s, system) + reading;
}

/** What has keys of its own: all of it, or only the space bar. */
const [everyKey, space] = [
  "input, select, textarea, [role=slider], [role=dialog], [role=combobox], [role=listbox]",
  "button, a, [role=switch]",
];

/** Whether a key belongs to what has the focus, and not to the guide. */
const isTheirs = (e: KeyboardEvent) =>
  e.target instanceof Element &&
  e.target.closest(e.key === " " ? `${everyKey}, ${space}` : everyKey) !== null;

/** What is said of a boil that counts, with the seconds that are left now. */
const withLeft = (p: Schemas["Phrase"], left: number): Schemas["Phrase"] => ({
  ...p,
  values: p.values?.map((v) => (v.unit === "s" ? { ...v, value: left } : v)),
});

/** How many grams before its end a pour is counted down by voice. */
const counted = [20, 10, 5, 3, 2, 1];

/** Other brews that are being made now: their guides go on, and are a touch away. */
function AlsoOn({ brew }: { brew: number }) {
  const now = useNow(0);
  const others = (now.data?.running ?? []).filter((r) => r.brew.id !== brew && !r.over);
  return others.map((r) => (
    <Link key={r.brew.id} to={`${brewPath(r.brew)}/guide`} data-own-words>
      Also on: {r.brew.name || r.stop_name}
    </Link>
  ));
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
  const { system, sound, speech, vibration, set } = useSettings();
  const navigate = useNavigate();
  const catalogue = useCatalogue();
  const at = brewPath(brew);
  const [kind, setKind] = useState<Kind>("none");
  const [source, setSource] = useState<Source>();
  const [silent, setSilent] = useState(false);
  const [broken, setBroken] = useState<unknown>();
  const { f, going, lost, over, position, ask, startOver, moment } = useFollow({
    brew: brew.id,
    // A brew that was changed meanwhile goes on with the plan that it was begun with.
    planId: older && kept ? kept.plan_id : brew.plan_id,
    request: plan.request,
    kept,
    rate,
    source: silent ? undefined : source,
    onRun: (run) => carryRun(brew, run),
    onChange: (to, was) => {
      const step = to.steps[to.view.shown];
      const stepped = was.step !== to.step || was.view.gate !== to.view.gate;
      if (sound && stepped) beep(to.view.stands);
      if (vibration && stepped) shake(to.view.stands);
      if (!speech || !step || to.done) return;
      if (stepped) speak(instruction(step, plan, system));
      else if (to.notice) speak(say(to.notice, system));
    },
  });
  const [mayDarken, setMayDarken] = useState(false);
  useEffect(() => (going ? keepAwake(() => setMayDarken(true)) : undefined), [going]);
  const [alerts, setAlerts] = useState(mayAlert);
  const told = useRef(new Map<string, number>());
  const alarms = f?.alarms;
  useEffect(
    () =>
      going && alarms
        ? setAlarms(
            alarms.map((a) => ({ id: a.id, at: moment(a.at_s), text: say(a.say, system) })),
            sound,
            told.current,
          )
        : undefined,
    [going, alarms, moment, sound, system],
  );

  const view = f?.view;
  const shown = f && view ? f.steps[view.shown] : undefined;
  const words = firstOf(shown ? instruction(shown, plan, system) : "");
  const waits = view?.waits ?? "";
  const go = () => {
    const first = f?.steps[0];
    if (!f?.begun) {
      if (speech && first) speak(instruction(first, plan, system));
      ask({ kind: "start" });
      void askToAlert().then(setAlerts);
    } else if (view?.gate)
      ask({ kind: "resume" }); // passes no boil that makes the water safe
    else ask({ kind: f.paused ? "resume" : "pause" });
  };
  const next = () => ask({ kind: "next" });
  const safety = f?.safety ?? undefined;
  const owed = safety && f?.steps[safety.step];
  const boils = safety !== undefined && (safety.why === "waits" || safety.why === "cold");
  // What is said of a step that is over by then says nothing: a second tap does no harm.
  const there = () =>
    ask({
      kind: "sign",
      ...(boils && owed && !view?.gate ? { step: owed.id } : shown && waits !== "boil" && { step: shown.id }),
    });
  const [skipping, setSkipping] = useState(false);
  const [settings, setSettings] = useState(false);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      const act = {
        " ": go,
        Enter: waits || boils ? there : undefined,
        ArrowRight: next,
        ArrowLeft: () => ask({ kind: "back", rewind: true }),
      }[e.key];
      if (!act || isTheirs(e) || (e.key === "Enter" && e.target instanceof HTMLButtonElement)) return;
      e.preventDefault();
      // A key that is held down acts once: it must not be what cuts a boil short.
      if (!e.repeat) act();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  // The next reading is said before it is due, and the last grams are counted.
  const said = useRef("");
  const target = f?.next_reading_g ?? undefined;
  const reading = f && view && view.reading >= 0 ? f.steps[view.reading] : undefined;
  const pouring = view !== undefined && view.reading === view.shown && shown?.began_s !== null && going;
  const left = target !== undefined && f?.scale_g != null ? target - f.scale_g : undefined;
  useEffect(() => {
    if (!speech || !going || target === undefined || !reading) return;
    const tell = (key: string, text: string) => {
      if (said.current !== key) speak(text);
      said.current = key;
    };
    if (!pouring && reading.at_s - position > 0 && reading.at_s - position < 8)
      tell(
        `next ${reading.id}`,
        `Next: to ${inWords(target, reading.lane === "scale" ? "g" : "ml", system)}`,
      );
    const due = left === undefined ? undefined : counted.find((g) => left <= g && left > g * 0.6);
    if (pouring && due !== undefined) tell(`${reading.id} ${due}`, String(due));
  });

  if (!f || !view) return lost === undefined ? <p className="loading">Reading…</p> : <Trouble error={lost} />;
  const { steps } = f;
  const after = view.after < 0 ? undefined : steps[view.after];
  const meanwhile = going && !f.paused ? view.under.flatMap((i) => steps[i] ?? []) : [];
  const atGate = view.gate !== "";
  const cares = shown ? plan.cautions.filter((c) => c.step === shown.of) : [];
  const stepLeft = shown ? shown.at_s + shown.for_s - position : 0;
  const cooling = waits === "cool" && plan.start_c !== null && f.water_c !== null;
  const nearReading = reading !== undefined && (pouring || reading.at_s - position < 60);
  const before_ = [...steps]
    .reverse()
    .find(
      (s) => reading && s.round === reading.round && s.lane === "scale" && s.at_s < reading.at_s && s.to_g,
    );
  // The pair says the next reading, too.
  const paired = going && target !== undefined && nearReading && f.scale_g !== null;
  const counting = going && !f.paused && safety?.runs === true && !atGate;
  const signOf = boils ? signs.boil : waits && waits !== "said" ? signs[waits] : undefined;
  // What the step waits for: one button, always in the same place.
  const wide = f.done
    ? { word: "Log the cup", act: () => void navigate(`${at}/log`) }
    : !f.begun
      ? { word: "Start", act: go }
      : f.paused
        ? { word: "Continue", act: go }
        : counting && !boils
          ? { word: `Keep boiling: ${clock(Math.max(stepLeft, 0), 1)} left` }
          : going && signOf
            ? { word: signOf, act: there }
            : atGate
              ? safety === undefined
                ? { word: view.gate === "pour" ? "Pour now" : "Continue", act: go }
                : { word: signs.boil as string, act: there }
              : { word: view.last ? "Finish" : "Next", act: next };
  return (
    <div className="guide">
      <h1 className="sr">Guide: {brew.name || (catalogue.data?.names[plan.request.method] ?? "a brew")}</h1>
      <div className="guide-top">
        <span className="guide-so-far">
          {f.begun && !f.done && `Step ${Math.min(view.shown + 1, steps.length)} of ${steps.length} · `}
          {/* The clock is read when it is looked at, and not aloud with every tick. */}
          <span
            className="num"
            role="timer"
            aria-live="off"
            aria-label="Clock of the brew"
            data-testid="clock"
            data-position={Math.round(position)}
          >
            {clock(position, 1)}
          </span>
          {f.begun && !f.done && (
            <>
              {" "}
              · done in <span className="num">{clock(Math.max(view.end_s - position, 0), 5)}</span>
            </>
          )}
        </span>
        <AlsoOn brew={brew.id} />
        {rate !== 1 && <span className="quiet">the clock runs {rate} × real speed</span>}
        <span className="grow" />
        <button
          type="button"
          className="btn guide-settings-sign"
          aria-label="Settings"
          title="Settings: sound, voice, vibration, instruments"
          aria-expanded={settings}
          onClick={() => setSettings(!settings)}
        >
          <Dots />
        </button>
      </div>
      <progress
        className="guide-progress"
        aria-label="Progress of the brew"
        max={Math.max(view.end_s - view.start_s, 1)}
        value={Math.min(Math.max(position - view.start_s, 0), view.end_s - view.start_s)}
      />
      {settings && (
        <div className="guide-settings" role="group" aria-label="Sound and instruments">
          <label>
            <Switch checked={sound} onChange={(v) => set({ sound: v })} /> Sound
          </label>
          <label>
            <Switch checked={speech} onChange={(v) => set({ speech: v })} /> Voice
          </label>
          <label>
            <Switch checked={vibration} onChange={(v) => set({ vibration: v })} /> Vibration
          </label>
          {!f.done && (
            <div className="guide-instruments">
              <label htmlFor="guide-source">Scale and thermometer</label>
              <Select<Kind>
                id="guide-source"
                value={kind}
                options={kinds}
                disabled={f.begun && kind !== "none"}
                popupMatchSelectWidth={false}
                onChange={(k) => {
                  setKind(k);
                  setBroken(undefined);
                  if (k === "none") setSource(undefined);
                  else
                    connect(plan.request, k, brew.id).then(
                      (s) => setSource(() => s),
                      (e: unknown) => {
                        setKind("none");
                        setBroken(e);
                      },
                    );
                }}
              />
              {kind !== "none" && going && (
                <Button onClick={() => setSilent(!silent)}>{silent ? "It is back" : "Remove them"}</Button>
              )}
              {going && kind === "none" && (
                <ByHand onRead={(r) => ask({ kind: "reading", ...r })} system={system} />
              )}
            </div>
          )}
          {!f.begun && (
            <Link
              to={`/practice?method=${plan.request.method}${plan.request.school ? `&school=${plan.request.school}` : ""}&altitude=${plan.request.place?.altitude_m ?? 0}`}
            >
              Practise first
            </Link>
          )}
          {f.begun && <Button onClick={startOver}>Start over</Button>}
        </div>
      )}
      {going && f.refused && (
        <span className="field-trouble" role="alert" data-testid="refused">
          {say(f.refused, system)}
        </span>
      )}
      {/* A place of its own, where no step's button ever is. */}
      {going && safety && (
        <div className="guide-skip" data-testid="skip">
          {skipping ? (
            <>
              <p className="care care-danger" role="alert">
                <strong>Without this boil the water is not safe to drink.</strong> Germs in it survive. Skip
                only if you have other safe water.
              </p>
              <Button onClick={() => setSkipping(false)}>Keep boiling</Button>
              <Button
                danger
                onClick={() => {
                  setSkipping(false);
                  ask({ kind: "skip-boil" });
                }}
              >
                Skip: water not safe
              </Button>
            </>
          ) : (
            <Button type="text" danger onClick={() => setSkipping(true)}>
              Skip: water not safe…
            </Button>
          )}
        </div>
      )}
      {lost !== undefined && <Trouble error={lost} />}
      {over && (
        <p className="trouble" role="alert" data-testid="over">
          This brew was logged or restarted on another page or device. What you tap here isn’t saved.{" "}
          <Link to={at}>Back to the plan</Link>
        </p>
      )}
      {broken !== undefined && <Trouble error={broken} />}
      {older && (
        <p className="quiet" role="status" data-testid="older">
          The brew was changed after you started: these are its old steps. Start over for the new ones.
        </p>
      )}
      <div className={catalogue.data ? "guide-now guide-drawn" : "guide-now"}>
        {catalogue.data && (
          <div className="guide-setup">
            <Setup
              plan={plan}
              brewer={brewerOf(plan.request.method, catalogue.data)}
              now={f.done ? { lit: false, boils: false, pot: 0, drink: 1 } : stateAt(plan, steps, position)}
            />
          </div>
        )}
        <div aria-live="polite" aria-atomic="true" data-testid="announced">
          {plan.cautions
            .filter((c) => c.first && (!f.begun || (view.present === 0 && going)))
            .map((c) => (
              <p key={c.id} className={`care care-${c.level}`} data-testid="before-first">
                <strong>Before you start.</strong> {c.text} <Reason of={c} />
              </p>
            ))}
          {!f.begun && (
            <p className="guide-do">
              {plan.rounds.length > 1 &&
                `${plan.rounds.length} ${plan.rounds[0]?.kind === "cup" ? "cups" : "batches"}, `}
              {steps.length} steps, {Math.round((view.end_s - view.start_s) / 60)} min. Pot ready? Press{" "}
              <span className="by-keys">space or </span>Start.
            </p>
          )}
          {f.unsafe && (
            <p className="care care-danger" role="alert" data-testid="unsafe">
              <strong>{say(f.unsafe, system)}</strong> Don’t drink it unless you have boiled it again. Follow
              local advice.
            </p>
          )}
          {!f.begun && (alerts === "no" || !mayStayOn()) && (
            <p className="care care-care" role="note" data-testid="no-alerts">
              {alerts === "no" &&
                "This page can’t alert you while the phone sleeps. Allow notifications in the browser’s settings. "}
              {!mayStayOn() && "It can’t keep the screen on. "}
              Stay with the stove, and keep the screen on.
            </p>
          )}
          {f.done && <p className="guide-do">Done. Taste it, then log the cup.</p>}
          {going && shown && (
            <p className="guide-do" data-testid="instruction">
              {view.gate === "boil" && !shown.id.startsWith("wait") ? "When it boils: " : ""}
              {words.first}
            </p>
          )}
          {going && shown && words.rest && (
            <Folded id="guide.rest" title="More" className="guide-rest">
              <p>{words.rest}</p>
            </Folded>
          )}
        </div>
        {going && shown && (
          <div className="guide-figures">
            {reading && target !== undefined && pouring && !paired && (
              <span className="guide-figure num" data-testid="next-reading">
                {figure(target, reading.lane === "scale" ? "g" : "ml", system).text}
                <small>{"\u2009" + unitOf(reading.lane === "scale" ? "g" : "ml", system)}</small>
              </span>
            )}
            {!atGate && stepLeft > 0 && (
              <span className="guide-figure num" data-testid="left">
                {clock(stepLeft, 1)}
                <small> left</small>
              </span>
            )}
            {cooling && plan.start_c !== null ? (
              <Pair
                now={f.water_c ?? undefined}
                to={plan.start_c}
                from={plan.boil_c ?? 100}
                unit="°C"
                what="Water"
              />
            ) : (
              paired && (
                <Pair
                  now={f.scale_g ?? undefined}
                  to={target}
                  from={target - (reading?.to_g ?? 0) + (before_?.to_g ?? 0)}
                  unit={reading?.lane === "scale" ? "g" : "ml"}
                  what="Scale"
                />
              )
            )}
          </div>
        )}
        {going && shown && (
          <div aria-live="polite" aria-atomic="true">
            {f.held && safety && (
              <p className="care care-danger guide-hold" role="alert" data-testid="hold">
                <strong>{say(safety.runs ? withLeft(safety.say, stepLeft) : safety.say, system)}</strong>
              </p>
            )}
            {f.notice && !f.held && (
              <p className="guide-off" role="status" data-testid="notice">
                {say(f.notice, system)}
              </p>
            )}
            {(shown.sign || atGate) && (
              <p className="guide-until">
                {shown.sign ? <>Until {shown.sign}. </> : null}
                {atGate && <strong>The clock is waiting for you.</strong>}
              </p>
            )}
            {cares.map((c) => (
              <p key={c.id} className={`care care-${c.level}`}>
                {c.text} <Reason of={c} />
              </p>
            ))}
          </div>
        )}
        {meanwhile.map((s) => (
          <p key={s.id} className="guide-meanwhile" data-testid="meanwhile">
            <span className="quiet">Meanwhile</span> {instruction(s, plan, system)}{" "}
            <span className="num">{clock(Math.max(s.at_s + s.for_s - position, 0), 1)} left</span>
          </p>
        ))}
      </div>
      {going && (
        <div className="guide-next">
          {reading && target !== undefined && !pouring && (!paired || cooling) && (
            <p>
              <span className="quiet">Next reading</span>
              <span className="guide-reading num" data-testid="next-reading">
                {inWords(target, reading.lane === "scale" ? "g" : "ml", system)}
              </span>
            </p>
          )}
          {after && (
            <p>
              <span className="quiet">
                Then, at <span className="num">{clock(after.at_s)}</span>
              </span>
              <span>{firstOf(instruction(after, plan, system)).first}</span>
            </p>
          )}
          {f.off.length > 0 && (
            <p>
              <span className="quiet">If you stop now</span>
              <span className="num" data-testid="forecast">
                {inWords(f.forecast.extraction_pct, "%", system)} extracted,{" "}
                {inWords(f.forecast.drink_ml, "ml", system)}
              </span>
              <span className="quiet">
                planned {inWords(f.planned.extraction_pct, "%", system)},{" "}
                {inWords(f.planned.drink_ml, "ml", system)}
              </span>
            </p>
          )}
          {!mayStayOn() && <p className="quiet">The screen may go dark: this page can’t keep it on.</p>}
          {mayDarken && going && (
            <p className="care care-care" role="note" data-testid="may-darken">
              The device won’t keep the screen on. Turn off battery saving, or set a longer time-out.
            </p>
          )}
        </div>
      )}
      <div className="guide-keys">
        <Wide key={wide.act ? wide.word : "waits"} word={wide.word} act={wide.act} />
        <Button disabled={!f.begun || f.done} onClick={() => ask({ kind: "back" })}>
          Previous
        </Button>
        <Button disabled={!going || f.paused || atGate} onClick={go}>
          {f.paused ? "Paused" : "Pause"}
        </Button>
        <Link className="btn" to={at}>
          Plan
        </Link>
      </div>
      <Rounds plan={plan} playhead={f.begun ? position : undefined} />
      <Score
        plan={plan}
        playhead={f.begun ? position - view.pour_s : undefined}
        present={going ? shown?.of : undefined}
        live={f.begun ? f.curves : undefined}
        compact
      />
    </div>
  );
}

/** How long a button whose meaning has just changed takes no tap: a double tap is one. */
const SETTLES_MS = 500;

/**
 * What the step waits for. Each meaning is a button of its own, in the same place: a key pressed on the one before
 * does not reach it, nor does the second half of a double tap.
 */
function Wide({ word, act }: { word: string; act?: () => void }) {
  // Start is the first button in this place.
  const [since] = useState(() => (word === "Start" ? -Infinity : performance.now()));
  return (
    <Button
      type="primary"
      className="guide-wide"
      disabled={act === undefined}
      onClick={() => {
        if (performance.now() - since > SETTLES_MS) act?.();
      }}
    >
      {word}
    </Button>
  );
}

/** One reading, typed by who has no instrument that tells it by itself. */
function ByHand({
  onRead,
  system,
}: {
  onRead: (r: { scale_g?: number; water_c?: number; canister_g?: number }) => void;
  system: System;
}) {
  const [what, setWhat] = useState<"scale_g" | "water_c" | "canister_g">("scale_g");
  const [value, setValue] = useState<number | null>(null);
  const unit = what === "water_c" ? "°C" : "g";
  return (
    <form
      className="guide-byhand"
      onSubmit={(e) => {
        e.preventDefault();
        if (value === null) return;
        onRead({ [what]: fromShown(value, unit, system) });
        setValue(null);
      }}
    >
      <Select
        aria-label="Instrument"
        value={what}
        onChange={setWhat}
        options={[
          { value: "scale_g", label: "scale" },
          { value: "water_c", label: "water" },
          { value: "canister_g", label: "canister" },
        ]}
      />
      <InputNumber
        aria-label="Reading"
        value={value}
        onChange={setValue}
        suffix={unitOf(unit, system)}
        controls={false}
      />
      <Button htmlType="submit" disabled={value === null}>
        Read
      </Button>
    </form>
  );
}
