import { Reason } from "../app/Reason";
import { Button } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import {
  ApiError,
  type Brew,
  type BrewOut,
  type Catalogue,
  type Change,
  type Plan,
  type PlanRequest,
  type Schemas,
  type StopOut,
} from "../api/client";
import { addBrew, airAt, useChange, useCoffees, useInfo, usePlan, useRecipes, useTrip } from "../api/queries";
import { saveBrew, TookTheirs } from "../api/change";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { brewPath, stopPath } from "../app/where";
import { Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { useOfferUndo } from "../app/useUndo";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { inWords } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { focusField, Inputs } from "./Inputs";
import { planWords } from "./planWords";
import { Sentence } from "../sentence/Sentence";
import { StepList } from "./StepList";
import { LastCups } from "./LastCups";
import { OwnLines } from "./OwnLines";
import { byRecipe } from "./own";
import { Setup } from "../drawn/Setup";
import { brewerOf } from "../drawn/state";
import { Take } from "./Take";
import { Acts } from "./Acts";
import { Folds } from "./Folds";
import { Saved } from "./Saved";
import { useComparison } from "./useComparison";
import { useDraft } from "./useDraft";
import { useLastPlan, valuesOf } from "./lastPlan";
import "./plan.css";

/** The address's parameters with one set, or taken away; the others stay. */
function withParam(was: URLSearchParams, key: string, value?: string): URLSearchParams {
  const next = new URLSearchParams(was);
  if (value === undefined) next.delete(key);
  else next.set(key, value);
  return next;
}

/** What a recipe says by itself, and a person may have changed. */
const ofRecipe = [
  ["contact_s", "recipe’s time"],
  ["dose_g", "recipe’s dose"],
  ["water_g", "drink’s water"],
  ["pours", "recipe’s pours"],
] as const;

/** The ISO date of a day of a trip; empty where it has none. */
const dayOf = (startsOn: string | undefined, day: number | undefined): string => {
  if (!startsOn || !day) return "";
  const d = new Date(`${startsOn}T12:00:00Z`);
  d.setUTCDate(d.getUTCDate() + day - 1);
  return d.toISOString().slice(0, 10);
};

const showStep = (id: string) =>
  document.querySelector(`[data-step="${CSS.escape(id)}"]`)?.scrollIntoView({ block: "center" });

/** A plan as it is being looked at and changed. */
export function Editor({
  brew,
  catalogue,
  stop,
  here,
  keep = (body) => addBrew(brew.stop_id, body),
}: {
  brew: Brew & Partial<Pick<BrewOut, "stored" | "stale">>;
  catalogue: Catalogue;
  stop?: StopOut;
  /** It is planned from what was said of here and now. */
  here?: boolean;
  /** Keeps a new brew. */
  keep?: (body: Schemas["BrewIn"]) => Promise<BrewOut>;
}) {
  const isNew = brew.id === 0;
  const draft = useDraft(brew);
  const { system, twelve } = useSettings();
  const client = useQueryClient();
  const trip = useTrip(brew.trip_id);
  const coffees = useCoffees(dayOf(trip.data?.starts_on, stop?.day));
  const recipes = useRecipes();
  const version = useInfo().data?.version;
  useState(() => {
    // What was kept is the plan, as long as the same core would make it: it is shown at once.
    const { stored } = brew;
    if (stored && !brew.stale && stored.core_version === version)
      client.setQueryData(["plan", brew.request], (was: Plan | undefined) => was ?? (stored.plan as Plan));
  });
  const plan = usePlan(draft.request);
  // What to take and the score are drawn first; what stands round them follows at once.
  const [pictured, setPictured] = useState(false);
  const drawn = plan.data !== undefined || plan.error !== null;
  useEffect(() => {
    if (!drawn) return;
    const frame = requestAnimationFrame(() => setPictured(true));
    return () => cancelAnimationFrame(frame);
  }, [drawn]);
  const [search, setSearch] = useSearchParams();
  const [inputs, setInputs] = useState(false);
  const navigate = useNavigate();
  const save = useChange(async () => {
    const body = { name: draft.name, at: draft.at, request: draft.request };
    const kept = isNew ? await keep(body) : await saveBrew({ ...draft.from, id: brew.id }, body);
    // Before it is read again: what is saved is no draft of what then is there.
    draft.saved();
    return brewPath(kept);
  });
  const offer = useOfferUndo();
  const taking = useChange(({ request, revision }: { request: PlanRequest; revision: number }) =>
    saveBrew({ ...brew, revision }, { request }),
  );
  const troubles = plan.error instanceof ApiError ? plan.error.troubles : [];
  const method = catalogue.methods.find((m) => m.id === draft.request.method);
  const own = draft.request.recipe;
  const mine = (recipes.data ?? []).filter((r) => r.recipe.method === draft.request.method);
  const schoolId = draft.request.school ?? method?.schools[0]?.id;
  const school = method?.schools.find((s) => s.id === schoolId);
  const back = here ? "/now" : stopPath(brew.trip_id, brew.stop_id);

  const working = useMemo(
    () => ({
      open: (path: string) => setSearch((was) => withParam(was, "working", path)),
      change: (path: string) => {
        if (focusField(path)) return;
        setInputs(true);
        setTimeout(() => focusField(path), 350);
      },
    }),
    [setSearch],
  );

  /** Keeps the brew; its ID, or nothing where that went wrong. */
  const saveNow = async (): Promise<string | undefined> => {
    try {
      const kept = await save.mutateAsync(undefined);
      // A new brew says so at its own address: who reads it and goes on is not brought back.
      if (!isNew) notice({ kind: "done", title: "Saved" });
      return kept;
    } catch (e) {
      if (e instanceof TookTheirs) {
        draft.discard();
        notice({ kind: "info", title: e.message });
      } else notice({ kind: "wrong", title: e instanceof Error ? e.message : String(e) });
      return undefined;
    }
  };
  const keepIt = async () => {
    const page = () => location.pathname + location.hash.split("?")[0];
    const before = page();
    const at = await saveNow();
    if (!isNew || at === undefined) return;
    // Who has gone on meanwhile is not brought back.
    if (page() === before) await navigate(at, { replace: true });
    notice({ kind: "done", title: "Saved" });
  };
  const brewIt = async () => {
    if (plan.error || plan.data?.clogged) return;
    const at = isNew || draft.dirty ? await saveNow() : brewPath(brew);
    if (at === undefined) return;
    // Back from the guide leads to the brew as it was kept, and not to the trial.
    if (isNew) await navigate(at, { replace: true });
    void navigate(`${at}/guide`);
  };
  /** Another hour: what the stop gives at that hour comes with it. */
  const setHour = async (to: string) => {
    const was = draft.at;
    draft.setMeta({ at: to });
    if (brew.stop_id === 0) return;
    const own = draft.request.place?.air_c;
    try {
      const [before, after] = await Promise.all([airAt(brew.stop_id, was), airAt(brew.stop_id, to)]);
      if (own === before && after !== before) draft.set("place.air_c", after);
    } catch (e) {
      notice({ kind: "wrong", title: e instanceof Error ? e.message : String(e) });
    }
  };

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === "b") void brewIt();
      else if (e.key === "s" && (isNew || draft.dirty)) void keepIt();
      else if (e.key === "i") setInputs((o) => !o);
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  /** Changes the brew as the core works it out. */
  const change = (c: Change) =>
    draft
      .change(c)
      .catch((e: unknown) => notice({ kind: "wrong", title: e instanceof Error ? e.message : String(e) }));

  /** Takes the advice, at once where there is nothing else to save. */
  const take = async (request: PlanRequest, text: string) => {
    const was = brew.request;
    if (isNew || draft.dirty) {
      draft.replace(request);
      return;
    }
    try {
      const kept = await taking.mutateAsync({ request, revision: brew.revision });
      offer("advice", `Applied: ${text}`, () =>
        taking.mutateAsync({ request: was, revision: kept.revision }),
      );
    } catch (e) {
      notice({ kind: "wrong", title: e instanceof Error ? e.message : String(e) });
    }
  };
  /** One of the method's recipes, or one of one's own. */
  const setRecipe = async (to: string) => {
    const r = mine.find((m) => `own:${m.id}` === to);
    await change(r ? byRecipe(r) : { school: to });
  };

  const words = planWords({
    draft,
    plan: plan.data,
    catalogue,
    coffees: coffees.data ?? [],
    mine,
    troubles,
    system,
    twelve,
    stop,
    onHour: (to) => void setHour(to),
    onRecipe: (to) => void setRecipe(to),
    onChange: (c) => void change(c),
  });
  const altitudeNow = draft.request.place?.altitude_m ?? 0;
  const atStop = stop?.conditions.place?.altitude_m ?? 0;
  // What cannot be planned leaves the last plan that could, dimmed, and not to be brewed.
  const good = useLastPlan(plan, draft.request, brew.request);
  const p = plan.data ?? good?.plan;
  const noBrew = plan.error
    ? "Correct the marked value first: this can’t be planned."
    : p?.clogged
      ? "This grind clogs: choose a coarser one."
      : undefined;
  const comparison = useComparison(draft.request, p, schoolId, catalogue);
  const { rival, beside } = comparison;

  return (
    <WorkingContext.Provider value={working}>
      <div className="page plan-page">
        <header className="plan-head">
          <h1>
            <span className="sr">Plan: {method?.name}. </span>
            {stop && stop.trip_id > 0 && <>Day {stop.day}, </>}
            {stop ? (
              <Link to={back} data-own-words>
                {stop.name}
              </Link>
            ) : (
              "A brew here"
            )}
            {draft.name && <span data-own-words> · {draft.name}</span>}
          </h1>
          <Sentence parts={words} />
        </header>
        <div className="plan-answer">
          {p && <Take plan={p} />}
          {p && <Setup plan={p} brewer={brewerOf(p.request.method, catalogue)} />}
          <div className="plan-go">
            <Button
              type="primary"
              size="large"
              id="main-action"
              className="brew-it"
              disabled={noBrew !== undefined}
              aria-describedby={noBrew && "no-brew"}
              onClick={() => void brewIt()}
            >
              Brew it
            </Button>
            {noBrew && (
              <span id="no-brew" className="quiet">
                {noBrew}
              </span>
            )}
            <Saved
              brew={brew}
              draft={draft}
              here={here}
              busy={save.isPending}
              version={p?.version}
              onSave={() => void keepIt()}
              onBack={() => void navigate(back)}
            />
          </div>
        </div>
        {plan.error && !(plan.error instanceof ApiError && plan.isFetching) && (
          <Trouble
            error={plan.error}
            retry={
              plan.error instanceof ApiError && plan.error.status === 0
                ? () => void plan.refetch()
                : undefined
            }
          />
        )}
        {good && (
          <p className="remark" role="status" data-testid="last-good">
            <strong>
              This is the last working plan
              {valuesOf(good, draft.request, catalogue, system) &&
                `, with ${valuesOf(good, draft.request, catalogue, system)}`}
              .
            </strong>{" "}
            Nothing is lost: correct the value, or{" "}
            <Button type="link" size="small" onClick={() => draft.replace(good.request)}>
              restore it
            </Button>
          </p>
        )}
        <p className="plan-undo">
          {ofRecipe
            .filter(([field]) => draft.request[field] !== undefined)
            .map(([field, word]) => (
              <Button key={field} size="small" onClick={() => draft.set(field, undefined)}>
                Use the {word}
              </Button>
            ))}
          {stop && altitudeNow !== atStop && (
            <Button
              size="small"
              onClick={() => draft.set("place.altitude_m", stop.conditions.place?.altitude_m)}
            >
              Use the stop’s {inWords(atStop, "m", system)}
            </Button>
          )}
        </p>
        {p && (
          <div className={good ? "last-good" : undefined}>
            {p.cautions
              .filter((c) => c.first)
              .map((c) => (
                <p key={c.id} className={`care care-${c.level} plan-first`} data-testid="before-first">
                  <strong>Before the first step:</strong> {c.text}{" "}
                  <span className="quiet">
                    <Reason of={c} />
                  </span>
                </p>
              ))}
            {pictured && !isNew && (
              <LastCups
                brew={brew.id}
                fresh={search.get("tasted") !== null}
                onTake={(r, text) => void take(r, text)}
              />
            )}
            {p && comparison.table}
            <div className="plan-two">
              <section aria-label="Score" className="plan-score">
                {rival && beside && (
                  <h3 className="beside-name">
                    {method?.name}: {school?.name}
                  </h3>
                )}
                <Score
                  plan={p}
                  other={beside ? undefined : rival}
                  beside={beside ? rival : undefined}
                  onStep={showStep}
                  asked={draft.request.contact_s}
                  onContact={(s) => draft.set("contact_s", s)}
                  onReading={(g) => change({ reading_g: g })}
                  onPour={(id, to) => change({ pour: { id, ...to } })}
                  onDose={(g) => draft.set("dose_g", g)}
                />
                {rival && beside && (
                  <>
                    <h3 className="beside-name">{comparison.title}</h3>
                    <Score plan={rival} beside={p} />
                  </>
                )}
                <Rounds plan={p} />
              </section>
              {pictured && (
                <section aria-label="Steps" className="plan-steps">
                  <h2 className="sr">Steps</h2>
                  <StepList plan={p} />
                </section>
              )}
            </div>
            {pictured && (
              <>
                {p.cautions
                  .filter((c) => c.step === "" && !c.first && c.level !== "note")
                  .map((c) => (
                    <p key={c.id} className={`remark remark-${c.level}`}>
                      <strong>{c.text}</strong> <Reason of={c} />
                    </p>
                  ))}
                <OwnLines
                  plan={p}
                  name={own?.name ?? ""}
                  adjust={draft.request.adjust}
                  onSwitch={(path, to) => draft.set(path, to)}
                />
                <Folds
                  plan={p}
                  trip={brew.trip_id}
                  catalogue={catalogue}
                  drained={draft.request.calibration?.drain_factor}
                  onDrained={(s) => draft.change({ drained_s: s })}
                  onForget={() => draft.set("calibration.drain_factor", undefined)}
                />
              </>
            )}
          </div>
        )}
        <Acts
          brew={brew}
          draft={draft}
          stop={stop}
          catalogue={catalogue}
          against={comparison.against}
          onAgainst={comparison.setAgainst}
          onSettings={() => setInputs(true)}
        />
      </div>
      <Inputs
        open={inputs}
        onClose={() => setInputs(false)}
        catalogue={catalogue}
        request={draft.request}
        filled={p?.request}
        troubles={troubles}
        onChange={(path, v) => {
          // Another water: what was said of the stop's does not hold for it.
          if (path === "water.source") draft.set("water.treatment", undefined);
          draft.set(path, v);
        }}
      />
      <WorkingPanel
        sheet={p?.working}
        path={search.get("working")}
        onClose={() => setSearch((was) => withParam(was, "working"), { replace: false })}
      />
    </WorkingContext.Provider>
  );
}
