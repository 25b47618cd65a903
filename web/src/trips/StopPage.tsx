import { Reason } from "../app/Reason";
import { Button } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { limits, usual } from "../api/limits";
import type { Brew, Catalogue, Schemas, StopOut, TripOut } from "../api/client";
import {
  putInto,
  readAgain,
  useBestPath,
  useCatalogue,
  useGear,
  usePlaces,
  useTrip,
  useTripKit,
  useTripPlan,
  useTrips,
  useWays,
} from "../api/queries";
import { useSettings } from "../app/settings";
import { Folded } from "../app/Folded";
import { Menu } from "../app/Menu";
import { Loaded, Trouble } from "../app/Trouble";
import { useSettled } from "../app/useSettled";
import { useOfferUndo, useRemove } from "../app/useUndo";
import { brewPath, stopPath } from "../app/where";
import { dateInWords, timeInWords } from "../app/dates";
import { hasDraft } from "../plan/useDraft";
import { figure, inWords, say } from "../units/units";
import { TextsOf } from "./Texts";
import { Ways } from "../ways/Ways";
import { Again } from "../log/Again";
import { Elsewhere } from "./Elsewhere";
import { useConditions } from "./useConditions";
import { StopSentence } from "./StopSentence";
import { StopForm } from "./LazyStopForm";
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
                This stop isn’t in the trip; it may have been deleted.{" "}
                <Link to={`/trips/${t.id}`}>Back to the route</Link>.
              </p>
            );
          return (
            <Loaded query={catalogue}>
              {(c) => <AtStop key={stop.id} trip={t} stop={stop} catalogue={c} />}
            </Loaded>
          );
        }}
      </Loaded>
    </div>
  );
}

function AtStop({ trip, stop, catalogue }: { trip: TripOut; stop: StopOut; catalogue: Catalogue }) {
  const { system, twelve } = useSettings();
  const navigate = useNavigate();
  const removeWithUndo = useRemove();
  const [search, setSearch] = useSearchParams();
  const editing = search.has("change");
  const setEditing = (on: boolean) => setSearch(on ? { change: "" } : {}, { replace: !on });
  const [elsewhere, setElsewhere] = useState<Brew>();
  const brews = trip.brews.filter((b) => b.stop_id === stop.id);
  const best = useBestPath().data?.best;
  const [again, setAgain] = useState(false);
  const gear = useGear();
  const kit = useTripKit(trip.id);
  const [wish, setWish] = useState("");
  const { conditions, changing, error, set } = useConditions(stop);
  const wanted =
    gear.data && (trip.id === 0 || kit.data)
      ? {
          request: { method: "", ...conditions, drinkers: trip.people },
          have: gear.data,
          ...(kit.data && { along: kit.data.items }),
          ...(wish && { wish: wish as Schemas["Wanted"]["wish"] }),
        }
      : undefined;
  // While somebody drags, the last is enough.
  const ways = useWays(useSettled(wanted));
  // The answer moves with what is being changed.
  const boil = changing && ways.data ? ways.data.boil : stop.boil;
  return (
    <>
      <div className="heading">
        <h1>{stop.name}</h1>
        <span className="quiet">
          {trip.id > 0 ? (
            <>
              day {stop.day} · {inWords(stop.km, "km", system)}
            </>
          ) : (
            <>of no trip · {dateInWords(stop.made_at)}</>
          )}
        </span>
        <span className="grow" />
        <Button onClick={() => setEditing(true)}>Change the stop</Button>
        <Menu
          quiet
          label="…"
          name={`More for ${stop.name}`}
          items={[
            {
              label: "Delete",
              onClick: () =>
                void removeWithUndo("stop", stop.id, stop.name).then(() =>
                  navigate(trip.id > 0 ? `/trips/${trip.id}` : "/now"),
                ),
            },
          ]}
        />
      </div>
      {trip.id === 0 && <IntoTrip stop={stop} />}
      <TextsOf place={stop} texts={catalogue.texts} in="p" />
      {stop.water.caution && (
        <p
          className={`care care-${stop.water.caution.level} stop-water`}
          role="note"
          data-testid="water-caution"
        >
          <strong>{stop.water.caution.text}</strong> <Reason of={stop.water.caution} />{" "}
          <Button size="small" onClick={() => setEditing(true)}>
            Set water source
          </Button>
        </p>
      )}
      {(stop.boil.odds ?? []).map((o) => (
        <p key={o.fields.join()} className="care care-danger stop-water" role="note" data-testid="odds">
          <strong>{say(o.text, system)}</strong> Until then, the longer safety boil counts.{" "}
          <Button size="small" onClick={() => setEditing(true)}>
            Correct it
          </Button>
        </p>
      ))}
      {stop.facts.water_review && (
        <p className="remark" role="note">
          An earlier version didn’t ask whether this water is safe. Check it once.{" "}
          <Button size="small" onClick={() => setEditing(true)}>
            Check it
          </Button>
        </p>
      )}
      <StopSentence
        conditions={conditions}
        boil={boil}
        error={error}
        onChange={set}
        catalogue={catalogue}
        wish={wish}
        onWish={setWish}
      >
        <p className="verdict stop-boils">
          {boil.unplaced ? (
            <>
              At sea level water boils at {inWords(boil.boil_c, "°C", system, { fine: true })}. Set the
              altitude.
            </>
          ) : (
            <>
              Water boils at {inWords(boil.boil_c, "°C", system, { fine: true })}{" "}
              <span className="quiet">
                ({figure(boil.boil_low_c, "°C", system, { fine: true }).text}–
                {figure(boil.boil_high_c, "°C", system, { fine: true }).text})
              </span>
            </>
          )}
        </p>
      </StopSentence>
      {brews.length > 0 && <h2>Brews here</h2>}
      {brews.length === 0 ? (
        <p className="empty">
          None yet. Choose a method below; it uses this stop’s altitude, water and heat.
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
              const at = brewPath(b);
              return (
                <tr key={b.id}>
                  <td className="num">{timeInWords(b.at, twelve) || "–"}</td>
                  <td>
                    <Link to={at}>{m?.name ?? "a brew"}</Link>{" "}
                    {b.name && <span className="quiet">{b.name}</span>}
                    {hasDraft(b.id) && <span className="unsaved"> changed, not saved</span>}
                  </td>
                  <td className="num">
                    {b.request.drinkers ?? 1} ×{" "}
                    {inWords(b.request.cup_ml ?? usual.request.cup_ml, "ml", system)}
                  </td>
                  <td className="right">
                    <Link to={`${at}/guide`}>Brew it</Link>{" "}
                    <Menu
                      quiet
                      label="…"
                      name={`More for ${b.name || (m?.name ?? "the brew")}`}
                      items={[
                        // Made without the guide, it tasted of something all the same.
                        { label: "Log a cup", onClick: () => void navigate(`${at}/log`) },
                        ...(trip.id > 0
                          ? [{ label: "Copy or move it…", onClick: () => setElsewhere(b) }]
                          : []),
                        {
                          label: "Delete",
                          onClick: () => void removeWithUndo("brew", b.id, b.name || (m?.name ?? "brew")),
                        },
                      ]}
                    />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {brews.length > 0 && trip.id > 0 && (
        <Caffeine trip={trip} day={stop.day} guidance={catalogue.guidance} />
      )}
      <h2 id="plan">Plan a brew here</h2>
      {again && best && <Again entry={best} stop={stop.id} onClose={() => setAgain(false)} />}
      {ways.error && <Trouble error={ways.error} retry={() => void ways.refetch()} />}
      {ways.data ? (
        <Ways
          glance
          along={kit.data?.items}
          found={ways.data}
          catalogue={catalogue}
          wish={wish}
          onWish={setWish}
          planned={(method, school) =>
            `${stopPath(trip.id, stop.id)}/brews/new?method=${method}&school=${school}`
          }
        />
      ) : (
        !ways.error && <p className="loading">Working out methods…</p>
      )}
      {best && (
        <p>
          <Button onClick={() => setAgain(true)}>Your best, here…</Button>
        </p>
      )}
      {elsewhere && <Elsewhere brew={elsewhere} trip={trip} onClose={() => setElsewhere(undefined)} />}
      {editing && <StopForm trip={trip} stop={stop} onClose={() => setEditing(false)} />}
    </>
  );
}

/** Caffeine of a day's brews for each person, against the published guidance. */
function Caffeine({ trip, day, guidance }: { trip: TripOut; day: number; guidance: Schemas["Guidance"] }) {
  const plan = useTripPlan(trip.id);
  const total = plan.data?.result.day_totals.find((d) => d.day === day);
  if (!total && !plan.isPending) return null;
  const mg = total ? Math.round(total.caffeine_mg / 10) * 10 : "…";
  return (
    <Folded
      id="stop.caffeine"
      className={total?.over ? "caffeine caffeine-over" : "caffeine"}
      title={`Caffeine on day ${day}, a cup of each: about ${mg} mg${total ? (total.over ? `, over ${guidance.caffeine_day_mg} mg` : `, under ${guidance.caffeine_day_mg} mg`) : ""}`}
    >
      <p>{guidance.caffeine}. An estimate, not medical advice.</p>
    </Folded>
  );
}

/** A place of no trip: as a stop, and it can be put into a trip. */
export function PlacePage() {
  const { stop: id } = useParams();
  const places = usePlaces();
  const catalogue = useCatalogue();
  return (
    <div className="page">
      <Loaded query={places}>
        {(p) => {
          const stop = p.stops.find((s) => s.id === Number(id));
          if (!stop)
            return (
              <p className="empty">
                This place isn’t here; it may be deleted or in a trip. <Link to="/now">Coffee now</Link>.
              </p>
            );
          return (
            <Loaded query={catalogue}>
              {(c) => (
                <AtStop
                  key={stop.id}
                  trip={{ ...noTrip, stops: [stop], brews: p.brews }}
                  stop={stop}
                  catalogue={c}
                />
              )}
            </Loaded>
          );
        }}
      </Loaded>
    </div>
  );
}

const noTrip: Omit<TripOut, "stops" | "brews"> = {
  id: 0,
  uuid: "",
  revision: 0,
  name: "",
  people: 1,
  starts_on: "",
  archived: false,
  coffees: [],
  supplies: {},
};

/** Puts a place with its brews and their log into a trip. */
function IntoTrip({ stop }: { stop: StopOut }) {
  const trips = useTrips();
  const navigate = useNavigate();
  const offer = useOfferUndo();
  const [trip, setTrip] = useState(0);
  const chosen = useTrip(trip);
  const [day, setDay] = useState<number>();
  const last = chosen.data?.stops.at(-1);
  const at = day ?? last?.day ?? 1;
  const client = useQueryClient();
  const [error, setError] = useState<Error>();
  const [busy, setBusy] = useState(false);
  const put = async () => {
    setBusy(true);
    try {
      const s = await putInto(stop.id, trip, at);
      // There first, for here it is no longer.
      await navigate(stopPath(s.trip_id, s.id));
      await readAgain(client);
      offer(`into-${s.id}`, `${s.name} is in the trip now, with its brews and cups`, () =>
        putInto(s.id, 0, 1),
      );
    } catch (e) {
      setError(e instanceof Error ? e : new Error(String(e)));
      setBusy(false);
    }
  };
  if (!trips.data?.length) return null;
  return (
    <details className="into-trip">
      <summary>Put into a trip</summary>
      <form
        className="inline-form"
        onSubmit={(e) => {
          e.preventDefault();
          void put();
        }}
      >
        <div className="field">
          <label htmlFor="into-trip">Trip</label>
          <select
            id="into-trip"
            className="plain-input"
            value={trip}
            onChange={(e) => setTrip(Number(e.target.value))}
          >
            <option value={0}>choose one</option>
            {trips.data.map((t) => (
              <option key={t.id} value={t.id}>
                {t.name}
              </option>
            ))}
          </select>
        </div>
        <div className="field">
          <label htmlFor="into-day">Day of the trip</label>
          <input
            id="into-day"
            className="plain-input num"
            type="number"
            {...limits["StopIn.day"]}
            value={at}
            onChange={(e) => setDay(Math.max(1, Math.round(Number(e.target.value)) || 1))}
          />
        </div>
        <button type="submit" className="btn" disabled={trip === 0 || busy}>
          Move
        </button>
      </form>
      {error && <Trouble error={error} />}
    </details>
  );
}
