import { Button, Input, InputNumber } from "antd";
import { area, curveMonotoneX } from "d3-shape";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { limits } from "../api/limits";
import { api, must, type Schemas, type StopOut } from "../api/client";
import { useCatalogue, useChange, usePlaces, useTrip, useTrips } from "../api/queries";
import { Menu } from "../app/Menu";
import { inPocket } from "../pocket/mode";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { brewPath, stopPath } from "../app/where";
import { dateInWords } from "../app/dates";
import { drawnHeights } from "../ribbon/heights";
import { nights } from "../ribbon/places";
import { boilInWords } from "./words";
import { counted } from "../units/units";
import "./trips.css";

type Trip = Schemas["Trip"];

export default function TripsPage() {
  const trips = useTrips();
  const navigate = useNavigate();
  const removeWithUndo = useRemove();
  const [name, setName] = useState("");
  const [people, setPeople] = useState(2);
  const [archived, setArchived] = useState(false);
  const duplicate = useChange((trip: number) =>
    must(api.POST("/trips/{trip}/duplicate", { params: { path: { trip } } })),
  );
  const archive = useChange((t: { id: number; archived: boolean }) =>
    must(
      api.PUT("/trips/{trip}/archived", {
        params: { path: { trip: t.id } },
        body: { archived: !t.archived },
      }),
    ),
  );
  const add = useChange(() => must(api.POST("/trips", { body: { name: name.trim(), people } })));
  return (
    <div className="page">
      <h1>Trips</h1>
      <Loaded query={trips}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              No trip yet. Name one below, then add its stops. For one cup, no trip is needed:{" "}
              <Link to="/now">coffee now</Link>.
            </p>
          ) : (
            <ul className="trip-list">
              {list
                .filter((t) => archived || !t.archived)
                .map((t) => (
                  <TripRow
                    key={t.id}
                    trip={t}
                    items={[
                      {
                        label: "Duplicate",
                        onClick: () =>
                          duplicate.mutate(t.id, { onSuccess: (c) => void navigate(`/trips/${c.id}`) }),
                      },
                      { label: t.archived ? "Restore" : "Archive", onClick: () => archive.mutate(t) },
                      { label: "Delete", onClick: () => void removeWithUndo("trip", t.id, t.name) },
                    ]}
                  />
                ))}
            </ul>
          )
        }
      </Loaded>
      {trips.data?.some((t) => t.archived) && (
        <p>
          <label>
            <input type="checkbox" checked={archived} onChange={(e) => setArchived(e.target.checked)} /> Show
            archived trips
          </label>
        </p>
      )}
      {(duplicate.error ?? archive.error) && <Trouble error={(duplicate.error ?? archive.error) as Error} />}
      <h2>New trip</h2>
      <form
        className="inline-form"
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate(undefined, { onSuccess: (t) => void navigate(`/trips/${t.id}`) });
        }}
      >
        <div className="field">
          <label htmlFor="trip-name">Name</label>
          <Input
            id="trip-name"
            value={name}
            maxLength={120}
            required
            onChange={(e) => setName(e.target.value)}
            style={{ width: 280 }}
          />
        </div>
        <div className="field">
          <label htmlFor="trip-people">People</label>
          <InputNumber
            id="trip-people"
            {...limits["TripIn.people"]}
            precision={0}
            value={people}
            onChange={(v) => setPeople(v ?? 1)}
          />
        </div>
        <Button htmlType="submit" type="primary" disabled={name.trim() === ""} loading={add.isPending}>
          Make the trip
        </Button>
      </form>
      {add.error && <Trouble error={add.error} />}
      {inPocket ? (
        <p>
          Trips are imported at home. <Link to="/take">Open shared</Link>: a plan or a recipe. See also{" "}
          <Link to="/gear">my gear</Link>.
        </p>
      ) : (
        <p>
          <Link to="/import">Import a trip</Link>: GPX, a saved trip or CSV.{" "}
          <Link to="/bring">Bring home</Link>: offline changes. <Link to="/take">Open shared</Link>: a plan or
          a recipe. See also <Link to="/gear">my gear</Link>.
        </p>
      )}
      <PlacesOfNone />
    </div>
  );
}

/** A trip in a row: its name, when and with whom, and its way up and down. */
function TripRow({ trip, items }: { trip: Trip; items: Parameters<typeof Menu>[0]["items"] }) {
  const whole = useTrip(trip.id).data;
  const last = whole?.stops.at(-1);
  return (
    <li className={trip.archived ? "trip-row choose-no" : "trip-row"}>
      <div>
        <Link to={`/trips/${trip.id}`}>{trip.name}</Link>
        {trip.archived && <span className="quiet"> archived</span>}
        <p className="quiet">
          {trip.starts_on ? `from ${dateInWords(trip.starts_on)}` : "no date yet"}
          {last && ` · ${counted(last.day + nights(last) - 1, "day")}`} ·{" "}
          {counted(trip.people, "person", "people")}
          {whole && ` · ${counted(whole.brews.length, "brew")}`}
        </p>
      </div>
      <Profile stops={whole?.stops ?? []} />
      <Menu quiet label="…" name={`More for ${trip.name}`} items={items} />
    </li>
  );
}

const W = 260;
const H = 46;

/** The way of a trip up and down, small. */
function Profile({ stops }: { stops: StopOut[] }) {
  const heights = drawnHeights(stops);
  if (stops.length < 2) return <span className="trip-profile" />;
  const top = Math.max(...heights, 500);
  const points = heights.map(
    (m, i) => [(i / (stops.length - 1)) * W, H - 3 - (Math.max(m, 0) / top) * (H - 10)] as [number, number],
  );
  const ground = area<[number, number]>()
    .x((p) => p[0])
    .y0(H)
    .y1((p) => p[1])
    .curve(curveMonotoneX)(points);
  return (
    <svg className="trip-profile" viewBox={`0 0 ${W} ${H}`} aria-hidden="true" preserveAspectRatio="none">
      <path className="ribbon-ground" d={ground ?? ""} />
      {points.map(([x, y], i) => (
        <circle key={i} cx={Math.min(Math.max(x, 3), W - 3)} cy={y} r={2.6} />
      ))}
    </svg>
  );
}

/** Where somebody brewed without a trip. */
function PlacesOfNone() {
  const { system } = useSettings();
  const places = usePlaces();
  const catalogue = useCatalogue();
  if (!places.data?.stops.length) return null;
  return (
    <section aria-label="Places outside trips">
      <h2>Brewed outside trips</h2>
      <ul className="trip-list">
        {places.data.stops.map((s) => (
          <li key={s.id} className="trip-row">
            <div>
              <Link to={stopPath(0, s.id)}>{s.name}</Link>
              <p className="quiet">
                {dateInWords(s.made_at)} · boils at {boilInWords(s.boil.boil_c, s.boil.unplaced, system)}
              </p>
            </div>
            <span>
              {places.data.brews
                .filter((b) => b.stop_id === s.id)
                .map((b) => (
                  <Link key={b.id} className="brew-link" to={brewPath(b)}>
                    {b.name || (catalogue.data?.names[b.request.method] ?? "a brew")}
                    {b.tastings > 0 && <span className="quiet"> · made</span>}
                  </Link>
                ))}
            </span>
          </li>
        ))}
      </ul>
      <p hidden={inPocket}>
        <a href="/api/v1/places/export.json" download>
          Save as a file
        </a>
        , which can be imported as a trip.
      </p>
    </section>
  );
}
