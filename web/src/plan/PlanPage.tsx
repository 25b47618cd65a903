import { App, Button, Select } from "antd";
import { useEffect, useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { ApiError, type BrewOut, type Catalogue, type PlanRequest, type StopOut } from "../api/client";
import { saveBrew, useBrew, useCatalogue, useChange, usePlan, useTrip } from "../api/queries";
import { isTyping } from "../app/keys";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { Rounds } from "../score/Rounds";
import { Score } from "../score/Score";
import { QuantityInput } from "../units/QuantityInput";
import { inWords, say } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { Figures } from "./Figures";
import { focusField, Inputs } from "./Inputs";
import { getIn, setIn } from "./paths";
import { StepList } from "./StepList";
import { ControlChart } from "./ControlChart";
import { comparison, Versus } from "./Versus";
import { useDraft } from "./useDraft";
import "./plan.css";

const showStep = (id: string) =>
  document.querySelector(`[data-step="${CSS.escape(id)}"]`)?.scrollIntoView({ block: "center" });

export default function PlanPage() {
  const params = useParams();
  const brew = useBrew(Number(params.brew));
  const trip = useTrip(Number(params.trip));
  const catalogue = useCatalogue();
  return (
    <Loaded query={brew}>
      {(b) => (
        <Loaded query={catalogue}>
          {(c) => (
            <Editor
              key={`${b.id}:${b.revision}`}
              brew={b}
              catalogue={c}
              stop={trip.data?.stops.find((s) => s.id === b.stop_id)}
            />
          )}
        </Loaded>
      )}
    </Loaded>
  );
}

function Editor({ brew, catalogue, stop }: { brew: BrewOut; catalogue: Catalogue; stop?: StopOut }) {
  const draft = useDraft(brew);
  const { system } = useSettings();
  const plan = usePlan(draft.request);
  const [search, setSearch] = useSearchParams();
  const [inputs, setInputs] = useState(false);
  const navigate = useNavigate();
  const { message } = App.useApp();
  const removeWithUndo = useRemove();
  const save = useChange((r: PlanRequest) =>
    saveBrew(brew.id, { name: brew.name, at: brew.at, revision: brew.revision, request: r }),
  );
  const troubles = plan.error instanceof ApiError ? plan.error.troubles : [];
  const field = (path: string) => catalogue.fields.find((f) => f.path === path);
  const method = catalogue.methods.find((m) => m.id === draft.request.method);
  const schoolId = draft.request.school ?? method?.schools[0]?.id;
  const school = method?.schools.find((s) => s.id === schoolId);
  const at = `/trips/${brew.trip_id}/stops/${brew.stop_id}/brews/${brew.id}`;

  const working = useMemo(
    () => ({
      open: (path: string) => setSearch({ working: path }),
      change: (path: string) => {
        if (focusField(path)) return;
        setInputs(true);
        setTimeout(() => focusField(path), 350);
      },
    }),
    [setSearch],
  );

  const saveNow = async () => {
    try {
      await save.mutateAsync(draft.request);
      draft.saved();
      void message.success("Saved");
      return true;
    } catch (e) {
      void message.error(e instanceof Error ? e.message : String(e), 8);
      return false;
    }
  };
  const brewIt = async () => {
    if (draft.dirty && !(await saveNow())) return;
    void navigate(`${at}/guide`);
  };

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === "b") void brewIt();
      else if (e.key === "s" && draft.dirty) void saveNow();
      else if (e.key === "i") setInputs((o) => !o);
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  const num = (path: string, more: Partial<Parameters<typeof QuantityInput>[0]> = {}) => {
    const f = field(path);
    if (!f) return null;
    const stated = plan.data ? getIn<number>(plan.data.request, path) : undefined;
    return (
      <QuantityInput
        compact
        field={f}
        value={getIn<number>(draft.request, path) ?? stated}
        trouble={troubles.find((t) => t.field === path)?.message}
        onChange={(v) => draft.set(path, v)}
        {...more}
      />
    );
  };
  const altitude = field("place.altitude_m");
  const altitudeNow = draft.request.place?.altitude_m ?? 0;
  const atStop = stop?.conditions.place?.altitude_m ?? 0;
  const p = plan.data;
  const [against, setAgainst] = useState("");
  const otherRequest = against === "" ? undefined : comparison(draft.request, against);
  const other = usePlan(otherRequest);
  const rival = otherRequest && other.data !== p ? other.data : undefined;
  const cups = p?.request.drinkers ?? draft.request.drinkers ?? 1;

  return (
    <WorkingContext.Provider value={working}>
      <div className="plan">
        <aside className="rail" aria-label="Figures">
          <h1>
            {method?.name}
            <small>{school?.name}</small>
          </h1>
          <p className="quiet rail-when">
            {brew.name && <>{brew.name} · </>}
            {stop && <>day {stop.day}</>}
            {brew.at && <>, {brew.at}</>} · {cups} × {inWords(p?.request.cup_ml ?? 225, "ml", system)}
          </p>
          {p && <Figures plan={p} />}
        </aside>
        <section className="sheet">
          <div className="controls">
            <div className="field field-compact">
              <label htmlFor="plan-method">Method</label>
              <Select
                id="plan-method"
                value={draft.request.method}
                style={{ width: 128 }}
                options={catalogue.methods.map((m) => ({ value: m.id, label: m.name, title: m.name }))}
                onChange={(m) => {
                  // Another method has its own school, ratio and dose.
                  const kept = ["school", "ratio_g_per_l", "dose_g", "pours"].reduce(
                    (r, path) => setIn(r, path, undefined),
                    draft.request,
                  );
                  draft.replace({ ...kept, method: m });
                }}
              />
            </div>
            {(method?.schools.length ?? 0) > 1 && (
              <div className="field field-compact">
                <label htmlFor="plan-school">School</label>
                <Select
                  id="plan-school"
                  value={schoolId}
                  style={{ width: 124 }}
                  popupMatchSelectWidth={false}
                  options={method?.schools.map((s) => ({ value: s.id, label: s.name, title: s.name }))}
                  onChange={(s) =>
                    draft.replace(setIn(setIn(draft.request, "pours", undefined), "school", s))
                  }
                />
              </div>
            )}
            {num("drinkers")}
            {num("cup_ml", { label: "Each cup", stepMetric: 25 })}
            {num("ratio_g_per_l", {
              label: "Ratio",
              value: getIn<number>(draft.request, "ratio_g_per_l") ?? p?.ratio_g_per_l ?? undefined,
              clearable: true,
            })}
            {num("place.altitude_m")}
            <div className="altitude-slide">
              {altitude && (
                <input
                  type="range"
                  role="slider"
                  aria-label="Altitude"
                  aria-valuetext={inWords(altitudeNow, "m", system)}
                  min={altitude.min}
                  max={altitude.max}
                  step={10}
                  value={altitudeNow}
                  onChange={(e) => draft.set("place.altitude_m", Number(e.target.value))}
                />
              )}
            </div>
            {num("place.air_c", { label: "Air" })}
            <Button onClick={() => setInputs(true)}>All inputs</Button>
          </div>
          <div className="actions">
            <Button type="primary" onClick={() => void brewIt()}>
              Brew it
            </Button>
            {draft.dirty ? (
              <>
                <Button loading={save.isPending} onClick={() => void saveNow()}>
                  Save
                </Button>
                <Button type="text" onClick={draft.discard}>
                  Discard changes
                </Button>
                <span className="unsaved" role="status">
                  Not saved yet; kept on this device.
                </span>
              </>
            ) : (
              <span className="quiet" role="status">
                Saved
                {brew.stored.core_version !== p?.version
                  ? `, planned by version ${brew.stored.core_version}`
                  : ""}
              </span>
            )}
            {draft.request.contact_s !== undefined && (
              <Button type="text" size="small" onClick={() => draft.set("contact_s", undefined)}>
                Back to the school’s time
              </Button>
            )}
            {draft.request.dose_g !== undefined && (
              <Button type="text" size="small" onClick={() => draft.set("dose_g", undefined)}>
                Back to the school’s dose
              </Button>
            )}
            {draft.request.pours !== undefined && (
              <Button type="text" size="small" onClick={() => draft.set("pours", undefined)}>
                Back to the school’s pours
              </Button>
            )}
            {stop && altitudeNow !== atStop && (
              <Button
                type="text"
                size="small"
                onClick={() => draft.set("place.altitude_m", stop.conditions.place?.altitude_m)}
              >
                Back to the stop’s {inWords(atStop, "m", system)}
              </Button>
            )}
            <span className="grow" />
            <label htmlFor="compare" className="quiet">
              Compare with
            </label>
            <Select
              id="compare"
              size="small"
              style={{ width: 150 }}
              popupMatchSelectWidth={false}
              value={against}
              onChange={setAgainst}
              options={[
                { value: "", label: "nothing" },
                { value: "home", label: "home" },
                { value: "plain", label: "no adjustment" },
                ...(method?.schools ?? [])
                  .filter((s) => s.id !== schoolId)
                  .map((s) => ({ value: `school:${s.id}`, label: s.name })),
              ].map((o) => ({ ...o, title: o.label }))}
            />
            <Button type="text" size="small" onClick={() => window.print()}>
              Print
            </Button>
            <Button
              type="text"
              size="small"
              onClick={() => {
                void removeWithUndo("brew", brew.id, brew.name || (method?.name ?? "brew")).then(() =>
                  navigate(`/trips/${brew.trip_id}/stops/${brew.stop_id}`),
                );
              }}
            >
              Delete
            </Button>
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
          {p && (
            <>
              {rival && (
                <Versus
                  plan={p}
                  other={rival}
                  name={
                    against === "home" ? "home" : against === "plain" ? "no adjustment" : "the other school"
                  }
                />
              )}
              <Score
                plan={p}
                other={rival}
                onStep={showStep}
                asked={draft.request.contact_s}
                onContact={(s) => draft.set("contact_s", s)}
                onReading={(g) => {
                  // More on the scale is more in each cup.
                  const cup =
                    (p.request.cup_ml ?? 225) +
                    (g - (p.water.poured_ml ?? g) / (p.batches ?? 1)) / (p.request.drinkers ?? 1);
                  draft.set("cup_ml", Math.min(1000, Math.max(20, Math.round(cup / 5) * 5)));
                }}
                onPour={(id, change) => {
                  const order = p.steps.map((s) => s.id);
                  const was = p.steps.find((s) => s.id === id)?.at_s ?? 0;
                  const by = change.at_s === undefined ? 0 : change.at_s - was;
                  // Pours after it that were moved before go with it.
                  const others = (draft.request.pours ?? [])
                    .filter((o) => o.id !== id)
                    .map((o) =>
                      o.at_s !== undefined && order.indexOf(o.id) > order.indexOf(id)
                        ? { ...o, at_s: o.at_s + by }
                        : o,
                    );
                  const now = draft.request.pours?.find((o) => o.id === id);
                  draft.set("pours", [...others, { ...now, id, ...change }]);
                }}
                onDose={(g) => draft.set("dose_g", Math.min(1000, g))}
              />
              <Rounds plan={p} />
              <div className="below">
                <section aria-label="Steps">
                  <StepList plan={p} />
                </section>
                <section aria-label="Notes and cautions" className="remarks">
                  {p.notes.map((n) => (
                    <p key={n.id} className="remark">
                      <strong>{say(n, system)}</strong> {n.why}
                    </p>
                  ))}
                  <ControlChart plan={p} />
                  {p.alternatives.map((a) => (
                    <p key={a.id} className="remark remark-note">
                      <strong>{a.text}</strong> {a.cost}
                    </p>
                  ))}
                  {p.cautions
                    .filter((c) => c.step === "")
                    .map((c) => (
                      <p key={c.id} className={`remark remark-${c.level}`}>
                        <strong>{c.text}</strong> {c.why}
                      </p>
                    ))}
                </section>
              </div>
            </>
          )}
        </section>
      </div>
      <Inputs
        open={inputs}
        onClose={() => setInputs(false)}
        catalogue={catalogue}
        request={draft.request}
        filled={p?.request}
        troubles={troubles}
        onChange={draft.set}
      />
      <WorkingPanel
        sheet={p?.working}
        path={search.get("working")}
        onClose={() => setSearch({}, { replace: false })}
      />
    </WorkingContext.Provider>
  );
}
