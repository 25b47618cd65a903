import { Select } from "antd";
import { useMemo, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import {
  ApiError,
  type Comparison,
  type TripOut,
  type TripPlan,
  type TripResult,
  type WhatIf,
} from "../api/client";
import { useCatalogue, useTrip, useTripPlan, useWhatIf } from "../api/queries";
import { Folded } from "../app/Folded";
import { Loaded, Trouble } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { Exports } from "../trips/Exports";
import { CellFig, Num, PlanFig } from "../units/Fig";
import { counted, duration, inWords, say } from "../units/units";
import { WorkingContext } from "../working/context";
import { WorkingPanel } from "../working/WorkingPanel";
import { RunDown } from "./RunDown";
import "./provisions.css";

export default function ProvisionsPage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  const plan = useTripPlan(id);
  return (
    <Loaded query={trip}>
      {(t) => <Loaded query={plan}>{(p) => <Provisions trip={t} plan={p} />}</Loaded>}
    </Loaded>
  );
}

const none: WhatIf = {};
const isNone = (w: WhatIf) => Object.values(w).every((v) => v === undefined || v === 0);

function Provisions({ trip, plan }: { trip: TripOut; plan: TripPlan }) {
  const { system } = useSettings();
  const [search, setSearch] = useSearchParams();
  const [what, setWhat] = useState<WhatIf>(none);
  const compared = useWhatIf(trip.id, isNone(what) ? undefined : what);
  const change = isNone(what) ? undefined : compared.data;
  const r = change?.base ?? plan.result;
  const catalogue = useCatalogue();
  const navigate = useNavigate();
  const working = useMemo(
    () => ({
      open: (path: string) => setSearch({ working: path }),
      change: () => undefined,
      visit: (id: number, figure?: string) => {
        const stop = trip.brews.find((b) => b.id === id)?.stop_id;
        const at = `/trips/${trip.id}/stops/${stop}/brews/${id}`;
        if (stop) void navigate(figure ? `${at}?working=${figure}` : at);
      },
    }),
    [setSearch, navigate, trip],
  );
  const lines = r.lines.filter((l) => l.most > 0);
  const caution = (c: TripResult["cautions"][number]) => (
    <p key={c.id} className={`remark remark-${c.level}`}>
      <strong>{c.text}</strong> {c.why}
    </p>
  );
  return (
    <WorkingContext.Provider value={working}>
      <div className="page provisions">
        <div>
          <h1 className="sr">Supplies</h1>
          <div className="heading">
            <Verdict r={r} trip={trip} />
          </div>
          {r.cautions.filter((c) => c.level === "danger").map(caution)}
          {r.impossible.map((i) => (
            <p key={i.brew} className="remark remark-danger">
              <strong>
                {i.name || "A brew"} at {r.stops[i.stop]?.name} can’t be made as planned.
              </strong>{" "}
              {i.message}
            </p>
          ))}
          {r.brews.length === 0 ? (
            <p className="empty">
              No brew planned yet. Choose a stop above and plan one; its supplies add up here.
            </p>
          ) : (
            <div className="running">
              <section aria-label="Supplies by day">
                <RunDown r={r} lines={lines} changed={change?.changed} />
              </section>
              <section aria-label="What if" className="what-if">
                <h2>What if</h2>
                <Asking trip={trip} what={what} set={setWhat} />
                {compared.error && !isNone(what) && <Trouble error={compared.error as ApiError} />}
                {change && <Answer c={change} />}
              </section>
            </div>
          )}
          <h2>Shopping list</h2>
          <table className="plain buy">
            <thead>
              <tr>
                <th>What</th>
                <th className="right">Needed</th>
                <th className="right">Take</th>
                <th className="right">Mass</th>
                <th>Where</th>
              </tr>
            </thead>
            <tbody>
              {r.buy.map((b, i) => (
                <tr key={i}>
                  <td>{b.label}</td>
                  <td className="num right">{inWords(b.need, b.unit, system)}</td>
                  <td className="num right">
                    <CellFig path={`buy.${i}`}>
                      {b.packs > 0
                        ? `${b.packs} × ${inWords(b.amount / b.packs, b.unit, system)}`
                        : inWords(b.amount, b.unit, system)}
                    </CellFig>
                  </td>
                  <td className="num right">{inWords(b.mass_g, "g", system)}</td>
                  <td>
                    {b.stop < 0 ? "before leaving" : `${r.stops[b.stop]?.name}, day ${r.stops[b.stop]?.day}`}
                  </td>
                </tr>
              ))}
              {r.coffees.map((c, i) => (
                <tr key={`c${i}`} className="quiet">
                  <td>
                    of the coffee: {c.kind}, {c.ground === "" ? "whole beans" : `ground at home, ${c.ground}`}
                  </td>
                  <td className="num right">{inWords(c.g, "g", system)}</td>
                  <td colSpan={3} />
                </tr>
              ))}
            </tbody>
          </table>
          <Folded id="supplies.totals" title="Totals" className="supplies-totals">
            <Totals r={r} />
            {r.totals.kit_g === null && (
              <p className="quiet">
                <Link to={`/trips/${trip.id}/kit`}>Choose a kit</Link> to see its mass here too.
              </p>
            )}
          </Folded>
          <Folded id="supplies.water" title="Water by stop">
            <table className="plain">
              <thead>
                <tr>
                  <th>Stop</th>
                  <th className="right">For coffee</th>
                  <th className="right">Carry on</th>
                  <th className="right">Treat</th>
                  <th className="right">Waste carried</th>
                </tr>
              </thead>
              <tbody>
                {r.stops.map((s, i) => (
                  <tr key={i}>
                    <td>
                      <Link to={`/trips/${trip.id}/stops/${plan.stop_ids[i]}`}>{s.name}</Link>
                    </td>
                    <td className="right">
                      <CellFig path={`stops.${i}.draw_ml`}>{inWords(s.draw_ml, "ml", system)}</CellFig>
                      {s.bottled_ml > 0 && (
                        <span className="quiet"> {inWords(s.bottled_ml, "ml", system)} bottled</span>
                      )}
                    </td>
                    <td className="right">
                      {s.carry_ml > 0 ? (
                        <CellFig path={`stops.${i}.carry_ml`}>{inWords(s.carry_ml, "ml", system)}</CellFig>
                      ) : (
                        "–"
                      )}
                    </td>
                    <td className="right">
                      {s.treat_s > 0 ? (
                        <CellFig path={`stops.${i}.treat_s`}>
                          boil {duration(s.treat_each_s)}
                          {s.treats > 1 && `, ${s.treats} times`}
                        </CellFig>
                      ) : s.filter_ml > 0 ? (
                        <CellFig path={`stops.${i}.filter_ml`}>
                          filter {inWords(s.filter_ml, "ml", system)}
                        </CellFig>
                      ) : s.water.caution && s.draw_ml > 0 ? (
                        <strong className="doubtful">make it safe</strong>
                      ) : (
                        "–"
                      )}
                    </td>
                    <td className="right">
                      {s.waste_g > 0 ? (
                        <CellFig path={`stops.${i}.waste_g`}>{inWords(s.waste_g, "g", system)}</CellFig>
                      ) : (
                        "–"
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Folded>
          <Folded id="supplies.gas" title="Canisters">
            {r.canisters.length === 0 ? (
              <p className="empty">No brew burns canister gas.</p>
            ) : (
              <table className="plain">
                <thead>
                  <tr>
                    <th>Canister</th>
                    <th className="right">Full</th>
                    <th className="right">Left</th>
                    <th className="right">Propane in it</th>
                    <th className="right">Brews</th>
                  </tr>
                </thead>
                <tbody>
                  {r.canisters.map((k, i) => (
                    <tr key={k.n}>
                      <td>
                        {k.n}, {k.from < 0 ? "from home" : `from ${r.stops[k.from]?.name}`}
                      </td>
                      <td className="num right">{inWords(k.start_g, "g", system)}</td>
                      <td className="right">
                        <CellFig path={`canisters.${i}`}>{inWords(k.end_g, "g", system)}</CellFig>
                      </td>
                      <td className="num right">{inWords(k.propane_pct, "%", system)}</td>
                      <td className="num right">{k.brews}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
          </Folded>
          <Folded id="supplies.bags" title={`Portions: ${r.bags.length}`}>
            <ul className="bags">
              {r.bags.map((b, i) => (
                <li key={i}>
                  <span>
                    Day {b.day}, {catalogue.data?.methods.find((m) => m.id === b.label)?.name ?? b.label}
                  </span>
                  <span className="num">{inWords(b.g, "g", system)}</span>
                </li>
              ))}
            </ul>
          </Folded>
          {(r.notes.length > 0 || r.cautions.some((c) => c.level !== "danger")) && (
            <Folded id="supplies.notes" title="Notes">
              {r.notes.map((n, i) => (
                <p key={i} className="remark">
                  {say(n, system)}
                </p>
              ))}
              {r.cautions.filter((c) => c.level !== "danger").map(caution)}
            </Folded>
          )}
          <p className="more-acts">
            <Link to={`/trips/${trip.id}/sheet`}>Trip sheet to print</Link>
            <Exports trip={trip} />
          </p>
        </div>
      </div>
      <WorkingPanel
        sheet={r.working}
        path={search.get("working")}
        onClose={() => setSearch({}, { replace: false })}
      />
    </WorkingContext.Provider>
  );
}

function Totals({ r }: { r: TripResult }) {
  const groups: string[][] = [
    ["brews", "coffee_g", "filters", "milk_g", "fresh_milk_ml", "canned_milk_ml", "sugar_g"],
    ["gas_g", "fuel_g", "energy_wh", "treat_s", "treat_fuel_g"],
    ["water_ml", "carry_ml", "epsom_g", "soda_g"],
    ["pack_g", "kit_g", "packed_g", "together_g"],
    ["waste_g", "caffeine_mg", "morning_s"],
  ];
  const big = ["coffee_g", "gas_g", "water_ml", "pack_g", "together_g"];
  const zero = (key: string) => !r.working[`totals.${key}`]?.value;
  return (
    <div className="figures">
      {groups.map((g) => (
        <section key={g[0]}>
          {g
            .filter((key) => !zero(key) && !(key === "fuel_g" && r.totals.fuel_g === r.totals.gas_g))
            .map((key) => (
              <PlanFig
                key={key}
                plan={r}
                path={`totals.${key}`}
                big={big.includes(key)}
                step={key === "epsom_g" || key === "soda_g" ? 0.01 : undefined}
              />
            ))}
        </section>
      ))}
    </div>
  );
}

/** What runs out first, in one sentence. */
function Verdict({ r, trip }: { r: TripResult; trip: TripOut }) {
  const { system } = useSettings();
  const s = r.shortages[0];
  if (s)
    return (
      <p className="verdict verdict-short" role="status">
        {say(s, system)} <Link to={`/trips/${trip.id}`}>Change what you carry</Link>
      </p>
    );
  if (r.tightest)
    return (
      <p className="verdict" role="status">
        {say(r.tightest, system)}
      </p>
    );
  return null;
}

function Asking({ trip, what, set }: { trip: TripOut; what: WhatIf; set: (w: WhatIf) => void }) {
  const { system } = useSettings();
  const put = (change: Partial<WhatIf>) => set({ ...what, ...change });
  const stops = trip.stops.map((s, i) => ({ value: i, label: s.name, title: s.name }));
  const steps = (
    label: string,
    value: number,
    to: (v: number) => void,
    max: number,
    by: number,
    text: string,
  ) => (
    <div className="stepper">
      <span>{label}</span>
      <button
        type="button"
        aria-label={`Less: ${label}`}
        disabled={value <= 0}
        onClick={() => to(value - by)}
      >
        −
      </button>
      <output className="num">{text}</output>
      <button
        type="button"
        aria-label={`More: ${label}`}
        disabled={value >= max}
        onClick={() => to(value + by)}
      >
        +
      </button>
    </div>
  );
  const days = what.delay_days ?? 0;
  const more = what.more_people ?? 0;
  const cold = what.colder_c ?? 0;
  return (
    <div className="asking">
      {steps("a longer stay", days, (v) => put({ delay_days: v }), 14, 1, `${days} d`)}
      <Select
        aria-label="Which stay is longer"
        size="small"
        value={what.delay_stop ?? 0}
        options={stops}
        onChange={(v) => put({ delay_stop: v })}
      />
      {steps("more people", more, (v) => put({ more_people: v }), 12, 1, `${more}`)}
      {steps("colder", cold, (v) => put({ colder_c: v }), 30, 5, inWords(cold, "K", system, { step: 1 }))}
      <label className="stepper">
        <span>papers lost from</span>
        <Select
          aria-label="Papers lost from"
          size="small"
          style={{ width: 150 }}
          value={what.lost_filters ?? -1}
          options={[{ value: -1, label: "not lost", title: "not lost" }, ...stops]}
          onChange={(v) => put({ lost_filters: v < 0 ? undefined : v })}
        />
      </label>
      {!isNone(what) && (
        <button type="button" className="link" onClick={() => set(none)}>
          Back to plan
        </button>
      )}
    </div>
  );
}

function Answer({ c }: { c: Comparison }) {
  const { system } = useSettings();
  return (
    <div className="answer" role="status">
      {c.changed.shortages.length === 0 ? (
        <p className="remark remark-good">
          <strong>The planned supplies still last.</strong>{" "}
          {c.changed.tightest && say(c.changed.tightest, system)}
        </p>
      ) : (
        c.changed.shortages.map((s, i) => (
          <p key={i} className="remark remark-danger">
            <strong>{say(s, system)}</strong>
          </p>
        ))
      )}
      {c.swaps.length > 0 && (
        <p className="remark">
          <strong>{counted(c.swaps.length, "brew falls", "brews fall")} back:</strong>{" "}
          {c.swaps.map((s) => `${s.name} (${s.from}) → ${s.to || "not made"}`).join("; ")}.
        </p>
      )}
      {c.changed.impossible.map((i) => (
        <p key={i.brew} className="remark remark-danger">
          <strong>{i.name} can’t be made.</strong> {i.message}
        </p>
      ))}
      <table className="plain">
        <thead className="sr">
          <tr>
            <th>Total</th>
            <th>Was</th>
            <th>Is</th>
          </tr>
        </thead>
        <tbody>
          {c.differences
            // All the fuel is gas: once is enough.
            .filter((d) => !(d.path === "totals.fuel_g" && d.is === c.changed.totals.gas_g))
            .map((d) => (
              <tr key={d.path} data-difference={d.path}>
                <td>{d.label}</td>
                <td className="right quiet">
                  <Num value={d.was} unit={d.unit} />
                </td>
                <td className="right">
                  {d.is > d.was ? "▲ " : "▼ "}
                  <Num value={d.is} unit={d.unit} />
                </td>
              </tr>
            ))}
        </tbody>
      </table>
    </div>
  );
}
