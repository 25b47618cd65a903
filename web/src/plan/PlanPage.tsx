import { Share } from "../pocket/Share";
import { howLong } from "../pocket/storage";
import { Button, Select } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
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
import {
  addBrew,
  addPlace,
  airAt,
  useBrew,
  useCatalogue,
  useChange,
  useChanged,
  useCoffees,
  useInfo,
  useNewBrew,
  usePlan,
  useRecipe,
  useRecipes,
  useStopOf,
  useTrip,
} from "../api/queries";
import { saveBrew, TookTheirs } from "../api/change";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { brewPath, stopPath } from "../app/where";
import { placeName } from "../place/placeName";
import { Loaded, Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { useOfferUndo, useRemove } from "../app/useUndo";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { inWords, say } from "../units/units";
import { useHere } from "../now/useHere";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { Figures } from "./Figures";
import { focusField, Inputs } from "./Inputs";
import { planWords, tidied } from "./planWords";
import { Folded } from "../app/Folded";
import { Sentence } from "../sentence/Sentence";
import { canonical } from "./paths";
import { StepList } from "./StepList";
import { ControlChart } from "./ControlChart";
import { Drained } from "./Drained";
import { LastCups } from "./LastCups";
import { OwnLines } from "./OwnLines";
import { byRecipe, withCoffee } from "./own";
import { Take } from "./Take";
import { Fit } from "./Fit";
import { Versus } from "./Versus";
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

/** What a brew is compared with, as a change of it. */
const againstBy = (against: string): Change | undefined => {
  if (against === "") return undefined;
  const [method, school] = against.split("/") as [string, string?];
  return school === undefined ? { as: method as Change["as"] } : { method, school };
};

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

/** A request with the recipe of one's own and the coffee that the address names. */
function useOwn(of: PlanRequest | undefined) {
  const [search] = useSearchParams();
  const id = Number(search.get("recipe") ?? 0);
  const recipe = useRecipe(id);
  const changed = useChanged(of, recipe.data && byRecipe(recipe.data));
  const coffees = useCoffees();
  const coffee = Number(search.get("coffee") ?? 0);
  // What was made of another request is not this one.
  const made = id === 0 ? of : changed.isPlaceholderData ? undefined : changed.data;
  const ready = made !== undefined && (coffee === 0 || !coffees.isPending);
  const bag = coffees.data?.find((c) => c.id === coffee);
  return {
    error: recipe.error ?? changed.error,
    request: ready ? tidied(bag ? withCoffee(made, bag) : made) : undefined,
  };
}

/** A brew here and now, of no trip unless the place is a stop of one; it is kept with its place. */
export function NowPlanPage() {
  const [search] = useSearchParams();
  const catalogue = useCatalogue();
  const { here, ways } = useHere(catalogue.data);
  const { system } = useSettings();
  const method = search.get("method") ?? "";
  const way = ways.data?.ways.find((w) => w.method === method);
  // A recipe that is none of its is left to the best.
  const school = way?.schools.find((c) => c.school === search.get("school"))?.school ?? way?.school ?? "";
  const stop = useStopOf(here.stop?.trip ?? 0, here.stop?.stop ?? 0);
  const kept = useRef<number>(undefined);
  const { error, request } = useOwn(way && { ...way.request, school });
  if (error) return <Trouble error={error} />;
  return (
    <Loaded query={catalogue}>
      {(c) => (
        <Loaded query={ways}>
          {() =>
            way && !request ? null : way && request ? (
              <Editor
                // What is said of here is another brew, and not a change of this one.
                key={`now:${method}:${school}:${canonical(request)}`}
                brew={{
                  id: 0,
                  uuid: "",
                  stop_id: here.stop?.stop ?? 0,
                  trip_id: here.stop?.trip ?? 0,
                  name: "",
                  at: "",
                  revision: 0,
                  request,
                  plan_id: 0,
                  caffeine_mg: 0,
                  tastings: 0,
                }}
                here
                catalogue={c}
                stop={stop}
                keep={async (body) => {
                  // A second try goes to the place that the first has kept.
                  kept.current ??=
                    here.stop?.stop ??
                    (
                      await addPlace({
                        name: placeName(here.conditions, system),
                        time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
                        conditions: here.conditions,
                      })
                    ).id;
                  return addBrew(kept.current, body);
                }}
              />
            ) : (
              <p className="empty page">
                There is no such way. <Link to="/now">Back to what there is</Link>.
              </p>
            )
          }
        </Loaded>
      )}
    </Loaded>
  );
}

/** A brew that is being tried and is not kept: nothing counts it until it is. */
export function NewPlanPage() {
  const params = useParams();
  const stop = Number(params.stop);
  const [search] = useSearchParams();
  const fresh = useNewBrew(stop, search.get("method") ?? "", search.get("school") ?? "");
  const at = useStopOf(Number(params.trip ?? 0), stop);
  const catalogue = useCatalogue();
  const { error, request } = useOwn(fresh.data?.request);
  if (error) return <Trouble error={error} />;
  return (
    <Loaded query={fresh}>
      {(n) => (
        <Loaded query={catalogue}>
          {(c) =>
            request && (
              <Editor
                key={`new:${stop}:${search.get("method")}:${search.get("school")}:${search.get("recipe")}:${search.get("coffee")}`}
                brew={{
                  id: 0,
                  uuid: "",
                  stop_id: stop,
                  trip_id: n.trip_id,
                  name: n.name,
                  at: n.at,
                  revision: 0,
                  request,
                  plan_id: 0,
                  caffeine_mg: 0,
                  tastings: 0,
                }}
                catalogue={c}
                stop={at}
              />
            )
          }
        </Loaded>
      )}
    </Loaded>
  );
}

export default function PlanPage() {
  const params = useParams();
  const brew = useBrew(Number(params.brew));
  const at = useStopOf(Number(params.trip ?? 0), Number(params.stop));
  const catalogue = useCatalogue();
  return (
    <Loaded query={brew}>
      {(b) => (
        <Loaded query={catalogue}>
          {(c) => (
            <Editor key={`${b.id}:${b.revision}:${canonical(b.request)}`} brew={b} catalogue={c} stop={at} />
          )}
        </Loaded>
      )}
    </Loaded>
  );
}

function Editor({
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
  const removeWithUndo = useRemove();
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
      notice({ kind: "done", title: isNew ? "Kept" : "Saved" });
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
    const at = await saveNow();
    if (isNew && at !== undefined) void navigate(at, { replace: true });
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
      offer("advice", `Taken: ${text}`, () => taking.mutateAsync({ request: was, revision: kept.revision }));
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
    ? "Mend what is marked first: this cannot be planned."
    : p?.clogged
      ? "Ground so fine it clogs: there is nothing to follow."
      : undefined;
  const [against, setAgainst] = useState("");
  const otherRequest = useChanged(draft.request, againstBy(against)).data;
  const other = usePlan(otherRequest);
  const rival = otherRequest && other.data !== p ? other.data : undefined;
  const beside = against.includes("/");

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
            <span className="plan-kept">
              {isNew ? (
                <>
                  <Button loading={save.isPending} onClick={() => void keepIt()}>
                    Save
                  </Button>
                  <Button
                    type="text"
                    onClick={() => {
                      draft.discard();
                      void navigate(back);
                    }}
                  >
                    {here ? "Back" : "Back to the stop"}
                  </Button>
                  <span className="unsaved" role="status">
                    {brew.trip_id > 0 ? "Not saved: the trip does not count it yet." : "Not saved yet."}
                  </span>
                </>
              ) : draft.dirty ? (
                <>
                  <Button loading={save.isPending} onClick={() => void keepIt()}>
                    Save
                  </Button>
                  <Button type="text" onClick={draft.discard}>
                    Discard changes
                  </Button>
                  <span className="unsaved" role="status">
                    {draft.behind
                      ? "Saved elsewhere since you began these changes."
                      : `Not saved yet; kept ${howLong()}.`}
                  </span>
                  {draft.behind && (
                    <Button size="small" onClick={() => void draft.choose()}>
                      See both versions
                    </Button>
                  )}
                </>
              ) : (
                <span className="quiet" role="status">
                  {brew.stale
                    ? "The stop has changed since it was saved: this is the plan as it is now."
                    : "Saved"}
                  {brew.stored && p && brew.stored.core_version !== p.version
                    ? `, planned by version ${brew.stored.core_version}`
                    : ""}
                </span>
              )}
            </span>
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
              What you see is the last plan that could be made
              {valuesOf(good, draft.request, catalogue, system) &&
                `, with ${valuesOf(good, draft.request, catalogue, system)}`}
              .
            </strong>{" "}
            Nothing is lost: mend the value, or{" "}
            <Button type="link" size="small" onClick={() => draft.replace(good.request)}>
              go back to it
            </Button>
          </p>
        )}
        <p className="plan-undo">
          {ofRecipe
            .filter(([field]) => draft.request[field] !== undefined)
            .map(([field, word]) => (
              <Button key={field} size="small" onClick={() => draft.set(field, undefined)}>
                Back to the {word}
              </Button>
            ))}
          {stop && altitudeNow !== atStop && (
            <Button
              size="small"
              onClick={() => draft.set("place.altitude_m", stop.conditions.place?.altitude_m)}
            >
              Back to the stop’s {inWords(atStop, "m", system)}
            </Button>
          )}
        </p>
        {p && (
          <div className={good ? "last-good" : undefined}>
            {p.cautions
              .filter((c) => c.first)
              .map((c) => (
                <p key={c.id} className={`care care-${c.level} plan-first`} data-testid="before-first">
                  <strong>Before the first step.</strong> {c.text} <span className="quiet">{c.why}</span>
                </p>
              ))}
            {pictured && !isNew && (
              <LastCups
                brew={brew.id}
                fresh={search.get("tasted") !== null}
                onTake={(r, text) => void take(r, text)}
              />
            )}
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
                    <h3 className="beside-name">
                      {catalogue.names[against.split("/")[0] as string]}: {catalogue.names[against]}
                    </h3>
                    <Score plan={rival} beside={p} />
                  </>
                )}
                <Rounds plan={p} />
                {rival && (
                  <Versus
                    plan={p}
                    other={rival}
                    name={
                      against === "home"
                        ? "home"
                        : against === "plain"
                          ? "no adjustment"
                          : (catalogue.names[against] ?? "the other")
                    }
                    beside={beside}
                  />
                )}
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
                      <strong>{c.text}</strong> {c.why}
                    </p>
                  ))}
                <OwnLines
                  plan={p}
                  name={own?.name ?? ""}
                  adjust={draft.request.adjust}
                  onSwitch={(path, to) => draft.set(path, to)}
                />
                <div className="plan-folds">
                  <Folded id="plan.figures" title="Figures">
                    <Figures plan={p} guidance={catalogue.guidance} />
                  </Folded>
                  <Folded id="plan.fit" title="Fit of your gear">
                    <Fit plan={p} trip={brew.trip_id} />
                  </Folded>
                  <Folded id="plan.cup" title="Strength and extraction">
                    <ControlChart plan={p} guidance={catalogue.guidance} />
                    <Drained
                      plan={p}
                      factor={draft.request.calibration?.drain_factor}
                      onDrained={(s) => draft.change({ drained_s: s })}
                      onForget={() => draft.set("calibration.drain_factor", undefined)}
                    />
                  </Folded>
                  <Folded id="plan.notes" title="Notes" className="remarks">
                    {p.notes.map((n) => (
                      <p key={n.id} className="remark">
                        <strong>{say(n, system)}</strong> {n.why}
                      </p>
                    ))}
                    {p.alternatives.map((a) => (
                      <p key={a.id} className="remark remark-note">
                        <strong>{a.text}</strong> {a.cost}
                      </p>
                    ))}
                    {p.cautions
                      .filter((c) => c.step === "" && !c.first && c.level === "note")
                      .map((c) => (
                        <p key={c.id} className={`remark remark-${c.level}`}>
                          <strong>{c.text}</strong> {c.why}
                        </p>
                      ))}
                  </Folded>
                </div>
              </>
            )}
          </div>
        )}
        <div className="actions">
          <span className="together">
            <label htmlFor="compare">Compare with</label>
            <Select
              id="compare"
              style={{ width: 190 }}
              popupMatchSelectWidth={false}
              value={against}
              onChange={setAgainst}
              options={[
                { value: "", label: "nothing" },
                { value: "home", label: "home" },
                { value: "plain", label: "no adjustment" },
                ...catalogue.methods.flatMap((m) =>
                  m.schools
                    .filter((s) => m.id !== draft.request.method || s.id !== schoolId)
                    .map((s) => ({
                      value: `${m.id}/${s.id}`,
                      label: m.schools.length > 1 ? `${m.name}: ${s.name}` : m.name,
                    })),
                ),
              ].map((o) => ({ ...o, title: o.label }))}
              showSearch={{ optionFilterProp: "label" }}
            />
          </span>
          <Button onClick={() => setInputs(true)}>All settings</Button>
          {!isNew && !draft.dirty && (
            <>
              <Link className="quiet-link" to={`${brewPath(brew)}/log`}>
                Log a cup
              </Link>
              <Link className="quiet-link" to={`/recipes/new?plan=${brew.plan_id}`}>
                Save as a recipe
              </Link>
            </>
          )}
          <span className="grow" />
          <Button type="text" size="small" onClick={() => window.print()}>
            Print
          </Button>
          <Share
            what={{
              request: draft.request,
              name: brew.name || (method?.name ?? ""),
              ...(brew.at && { at: brew.at }),
              ...(stop && { place: stop.name }),
            }}
          />
          {!isNew && (
            <Button
              type="text"
              size="small"
              onClick={() => {
                void removeWithUndo("brew", brew.id, brew.name || (method?.name ?? "brew")).then(() =>
                  navigate(stopPath(brew.trip_id, brew.stop_id)),
                );
              }}
            >
              Delete
            </Button>
          )}
        </div>
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
