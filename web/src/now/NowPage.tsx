import { useState } from "react";
import { Link } from "react-router";
import { ApiError, type Catalogue, type Schemas } from "../api/client";
import { useCatalogue, useNow, usePlaces, useTrips, useTrip } from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { Strip } from "../app/Strip";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { brewPath } from "../app/where";
import { Drawing } from "../kit/Drawing";
import { Place } from "../place/Place";
import { QuantityInput } from "../units/QuantityInput";
import { figureOf, WayDrawing, Ways } from "../ways/Ways";
import { momentInWords } from "./moment";
import { useHere } from "./useHere";
import "./now.css";

/** Coffee here, soon: a place, what one has, and what can be made of it, live. */
export default function NowPage() {
  const catalogue = useCatalogue();
  return (
    <div className="page now">
      <Loaded query={catalogue}>{(c) => <Now catalogue={c} />}</Loaded>
    </div>
  );
}

export const wayPath = (method: string, school: string): string =>
  `/now/plan?method=${method}&school=${school}`;

function Now({ catalogue }: { catalogue: Catalogue }) {
  const { system } = useSettings();
  const trips = useTrips();
  const last = trips.data?.find((t) => String(t.id) === lastTrip()) ?? trips.data?.find((t) => !t.archived);
  const now = useNow(last?.id ?? 0);
  const h = useHere(catalogue);
  const { here, ways } = h;
  const error = ways.error instanceof ApiError ? ways.error : undefined;
  const found = ways.data;
  const best = found?.ways[0];
  const able = best && best.not === "" ? best : undefined;
  const minutes = able && figureOf(able, "total_s", system)?.text;
  const cup = catalogue.fields.find((f) => f.path === "cup_ml");
  const toggle = (ids: number[]) =>
    h.set({
      have: ids.every((id) => h.have.includes(id))
        ? h.have.filter((id) => !ids.includes(id))
        : [...h.have, ...ids.filter((id) => !h.have.includes(id))],
    });
  return (
    <>
      <div className="heading">
        <h1>Coffee here, soon</h1>
        <span className="grow" />
        {JSON.stringify(here) !== `{"conditions":{}}` && (
          <button type="button" className="bar-button" onClick={h.clear}>
            Begin anew
          </button>
        )}
      </div>
      {now.data?.running.map((r) => (
        <p key={r.brew.id} className="now-on">
          <Link className="btn btn-primary" to={`${brewPath(r.brew)}/guide`}>
            Go on: {r.brew.name || catalogue.names[r.brew.request.method]}
          </Link>{" "}
          <span className="quiet">being made, {r.stop_name}</span>
        </p>
      ))}
      {now.data?.next && (
        <p className="now-on">
          <span className="quiet">Next on {now.data.next.trip_name}:</span>{" "}
          <Link to={brewPath(now.data.next.brew)}>
            {now.data.next.brew.name || catalogue.names[now.data.next.brew.request.method]},{" "}
            {now.data.next.stop_name}
          </Link>{" "}
          <span className="quiet">{momentInWords(now.data.next.moment, now.data.next.day)}</span>
        </p>
      )}
      <div className="now-two">
        <section aria-label="Here">
          <Place
            conditions={here.conditions}
            catalogue={catalogue}
            boil={found?.boil}
            altitude={here.conditions.place?.altitude_m ?? found?.altitude_m ?? undefined}
            water={here.conditions.water?.source ? found?.water : undefined}
            troubles={error?.troubles}
            burners={h.shelf?.filter((g) => g.kind === "burner").flatMap((g) => g.type ?? [])}
            onChange={(conditions) => h.set({ conditions, stop: undefined })}
            more={<FromStop onTake={(s) => h.set(s)} />}
          />
          {here.conditions.water?.source === undefined && (
            <p className="place-said quiet" role="status">
              Not said where the water is from: it counts as doubtful.
            </p>
          )}
          {here.stop && (
            <p className="place-said quiet">
              The place is that of <strong>{here.stop.name}</strong>.
            </p>
          )}
          <Strip
            label="How many cups"
            value={String(here.drinkers ?? 1)}
            assumed={here.drinkers === undefined}
            options={["1", "2", "3", "4", "5", "6"].map((n) => ({ value: n, word: n }))}
            onChange={(n) => h.set({ drinkers: Number(n) })}
            after={
              cup && (
                <QuantityInput
                  compact
                  field={cup}
                  label="each"
                  value={here.cup_ml}
                  placeholder="–"
                  stepMetric={25}
                  onChange={(v) => h.set({ cup_ml: v })}
                />
              )
            }
          />
          <fieldset className={here.have ? "strip" : "strip strip-assumed"}>
            <legend>What you have{!here.have && <span className="assumed"> assumed</span>}</legend>
            <div className="now-gear">
              {h.pieces.map((p) => {
                const ids = p.items.map((i) => i.id as number);
                const on = ids.every((id) => h.have.includes(id));
                return (
                  <label key={ids.join()} className={on ? "piece-on" : undefined}>
                    <input type="checkbox" className="sr" checked={on} onChange={() => toggle(ids)} />
                    <Drawing item={p.items[0] as Schemas["Item"]} />
                    <span>{p.name}</span>
                  </label>
                );
              })}
            </div>
          </fieldset>
        </section>
        <section aria-label="Ways" className="now-ways" aria-live="off" aria-busy={ways.isFetching}>
          <h2>The best ways here</h2>
          {ways.error && <Trouble error={ways.error} retry={() => void ways.refetch()} />}
          {found ? (
            <Ways
              found={found}
              catalogue={catalogue}
              wish={here.wish ?? ""}
              onWish={(wish) => h.set({ wish: wish || undefined })}
              planned={wayPath}
            />
          ) : (
            !ways.error && <WaysRoom />
          )}
        </section>
      </div>
      {able && (
        <div className="now-go">
          <Link className="btn btn-primary" to={wayPath(able.method, able.school)}>
            <WayDrawing way={able} catalogue={catalogue} />
            <span>
              Plan it
              <small>
                {catalogue.names[able.method]} · {minutes}
              </small>
            </span>
          </Link>
        </div>
      )}
    </>
  );
}

/** The room that the ways will take. */
function WaysRoom() {
  return (
    <div role="status" aria-label="Working out the ways">
      {[1, 2, 3].map((i) => (
        <div key={i} className="room" style={{ height: 88 }} />
      ))}
    </div>
  );
}

/** Takes the place of a stop that is known: of the last trip, or one of no trip. */
function FromStop({ onTake }: { onTake: (s: Partial<ReturnType<typeof useHere>["here"]>) => void }) {
  const [open, setOpen] = useState(false);
  const trips = useTrips();
  const id = Number(lastTrip() ?? trips.data?.[0]?.id ?? 0);
  const trip = useTrip(open && trips.data?.some((t) => t.id === id) ? id : 0);
  const places = usePlaces();
  const stops = [...(trip.data?.stops ?? []), ...(places.data?.stops ?? [])];
  if ((trips.data?.length ?? 0) === 0 && stops.length === 0) return null;
  if (!open)
    return (
      <button type="button" className="bar-button" onClick={() => setOpen(true)}>
        a stop of mine…
      </button>
    );
  return (
    <select
      className="plain-input"
      aria-label="A stop to take the place from"
      value=""
      onChange={(e) => {
        const s = stops.find((x) => String(x.id) === e.target.value);
        if (!s) return;
        setOpen(false);
        onTake({
          conditions: s.conditions,
          stop: { trip: s.trip_id, stop: s.id, name: s.name },
        });
      }}
    >
      <option value="">a stop of mine…</option>
      {stops.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </select>
  );
}
