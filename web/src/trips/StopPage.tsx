import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Catalogue, Schemas, StopOut, TripOut } from "../api/client";
import { useCatalogue, useTrip, useTripPlan } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { hasDraft } from "../plan/useDraft";
import { figure, inWords } from "../units/units";
import { Num } from "../units/Fig";
import { Choices } from "./Choices";
import { StopForm } from "./LazyStopForm";
import { heatInWords, waterInWords } from "./words";
import "./trips.css";

export default function StopPage() {
  const { trip: id, stop: stopId } = useParams();
  const trip = useTrip(Number(id));
  const catalogue = useCatalogue();
  return (
    <div className="page">
      <Loaded query={trip}>
        {(t) => {
          const stop = t.stops.find((s) => s.id === Number(stopId));
          if (!stop)
            return (
              <p className="empty">
                This stop is not in the trip; it may have been deleted.{" "}
                <Link to={`/trips/${t.id}`}>Back to the route</Link>.
              </p>
            );
          return <Loaded query={catalogue}>{(c) => <AtStop trip={t} stop={stop} catalogue={c} />}</Loaded>;
        }}
      </Loaded>
    </div>
  );
}

function AtStop({ trip, stop, catalogue }: { trip: TripOut; stop: StopOut; catalogue: Catalogue }) {
  const { system } = useSettings();
  const navigate = useNavigate();
  const removeWithUndo = useRemove();
  const [editing, setEditing] = useState(false);
  const brews = trip.brews.filter((b) => b.stop_id === stop.id);
  const place = stop.conditions.place;
  return (
    <>
      <div className="heading">
        <h1>{stop.name}</h1>
        <span className="quiet">
          day {stop.day} · {inWords(stop.km, "km", system)}
        </span>
        <span className="grow" />
        <Button onClick={() => setEditing(true)}>Change the stop</Button>
        <Button
          type="text"
          onClick={() =>
            void removeWithUndo("stop", stop.id, stop.name).then(() => navigate(`/trips/${trip.id}`))
          }
        >
          Delete
        </Button>
      </div>
      {stop.note && <p data-own-words>{stop.note}</p>}
      {stop.water.caution && (
        <p
          className={`care care-${stop.water.caution.level} stop-water`}
          role="note"
          data-testid="water-caution"
        >
          <strong>{stop.water.caution.text}</strong> {stop.water.caution.why}{" "}
          <Button size="small" onClick={() => setEditing(true)}>
            Say where it is from, or whether it is safe
          </Button>
        </p>
      )}
      {stop.facts.water_review && (
        <p className="remark" role="note">
          An earlier version did not ask whether this water is safe, and what it had was taken over: look at
          it once.{" "}
          <Button size="small" onClick={() => setEditing(true)}>
            Look at it
          </Button>
        </p>
      )}
      <dl className="facts">
        <div>
          <dt>Altitude</dt>
          <dd>
            {place?.altitude_m === undefined ? (
              <span className="quiet">not known</span>
            ) : (
              <Num value={place.altitude_m} unit="m" big />
            )}
          </dd>
        </div>
        <div>
          <dt>Water boils at</dt>
          <dd>
            <Num value={stop.boil.boil_c} unit="°C" fine big />
            <span className="quiet num">
              {" "}
              {figure(stop.boil.boil_low_c, "°C", system, { fine: true }).text}–
              {figure(stop.boil.boil_high_c, "°C", system, { fine: true }).text}
            </span>
          </dd>
        </div>
        <div>
          <dt>Air</dt>
          <dd>
            <Num value={place?.air_c ?? 20} unit="°C" big />
          </dd>
        </div>
        <div>
          <dt>Wind</dt>
          <dd>
            <Num value={place?.wind_ms ?? 0} unit="m/s" big />
          </dd>
        </div>
        <div>
          <dt>Heat</dt>
          <dd>{heatInWords(stop, catalogue, system)}</dd>
        </div>
        <div>
          <dt>Water</dt>
          <dd>{waterInWords(stop, system)}</dd>
        </div>
      </dl>
      <h2>Brews here</h2>
      {brews.length === 0 ? (
        <p className="empty">
          None yet. Choose a method below; the plan takes this stop’s altitude, water and heat.
        </p>
      ) : (
        <table className="plain brews">
          <thead className="sr">
            <tr>
              <th>At</th>
              <th>Brew</th>
              <th>Cups</th>
              <th>Actions</th>
            </tr>
          </thead>
          <tbody>
            {brews.map((b) => {
              const m = catalogue.methods.find((x) => x.id === b.request.method);
              const at = `/trips/${trip.id}/stops/${stop.id}/brews/${b.id}`;
              return (
                <tr key={b.id}>
                  <td className="num">{b.at || "–"}</td>
                  <td>
                    <Link to={at}>{m?.name ?? b.request.method}</Link>{" "}
                    {b.name && <span className="quiet">{b.name}</span>}
                    {hasDraft(b.id) && <span className="unsaved"> changed, not saved</span>}
                  </td>
                  <td className="num">
                    {b.request.drinkers ?? 1} × {inWords(b.request.cup_ml ?? 225, "ml", system)}
                  </td>
                  <td className="right">
                    <Link to={`${at}/guide`}>Brew it</Link>{" "}
                    <Button
                      size="small"
                      type="text"
                      onClick={() => void removeWithUndo("brew", b.id, b.name || (m?.name ?? "brew"))}
                    >
                      Delete
                    </Button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {brews.length > 0 && <Caffeine trip={trip} day={stop.day} guidance={catalogue.guidance} />}
      <h2>Plan a brew here</h2>
      <Choices
        conditions={stop.conditions}
        people={trip.people}
        catalogue={catalogue}
        onChoose={(method, school) =>
          void navigate(`/trips/${trip.id}/stops/${stop.id}/brews/new?method=${method}&school=${school}`)
        }
      />
      {editing && <StopForm trip={trip} stop={stop} onClose={() => setEditing(false)} />}
    </>
  );
}

/** Caffeine of a day's brews for each person, against the published guidance. */
function Caffeine({ trip, day, guidance }: { trip: TripOut; day: number; guidance: Schemas["Guidance"] }) {
  const plan = useTripPlan(trip.id);
  const total = plan.data?.result.day_totals.find((d) => d.day === day);
  if (!total && !plan.isPending) return null;
  // It has its room before it has its figure, so that nothing moves from under a finger.
  return (
    <p className={total?.over ? "caffeine caffeine-over" : "caffeine"}>
      Caffeine on day {day}, one cup of each brew:{" "}
      <span className="num">about {total ? Math.round(total.caffeine_mg / 10) * 10 : "…"} mg</span> a person
      {total ? (total.over ? ", over" : ", under") : ", beside"} the {guidance.caffeine_day_mg} mg a day of
      the published guidance (EFSA 2015, US FDA) for most healthy adults; {guidance.caffeine_pregnancy_mg} mg
      in pregnancy. An estimate, not medical advice.
    </p>
  );
}
