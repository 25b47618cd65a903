import { useState } from "react";
import { ApiError, type Catalogue, type Schemas } from "../api/client";
import { usePlaces, useTrip, useTrips } from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { Strip } from "../app/Strip";
import { Trouble } from "../app/Trouble";
import { Drawing } from "../kit/Drawing";
import { Place } from "../place/Place";
import { QuantityInput } from "../units/QuantityInput";
import { Ways } from "../ways/Ways";
import type { useHere } from "./useHere";
import { wayPath } from "./wayPath";

interface Props {
  catalogue: Catalogue;
  h: ReturnType<typeof useHere>;
}

/** What is asked of here and now, under the hill. */
export function Questions({ catalogue, h }: Props) {
  const { here, ways } = h;
  const error = ways.error instanceof ApiError ? ways.error : undefined;
  const found = ways.data;
  const cup = catalogue.fields.find((f) => f.path === "cup_ml");
  const toggle = (ids: number[]) =>
    h.set({
      // Of what is only assumed, a first tap says that it is there.
      have:
        !here.have && h.shelf?.length === 0 && ids.every((id) => h.have.includes(id))
          ? h.have
          : ids.every((id) => h.have.includes(id))
            ? h.have.filter((id) => !ids.includes(id))
            : [...h.have, ...ids.filter((id) => !h.have.includes(id))],
    });
  return (
    <>
      <Place
        conditions={here.conditions}
        hill={false}
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
    </>
  );
}

/** The best ways, live. */
export function Best({ catalogue, h }: Props) {
  const { here, ways } = h;
  const found = ways.data;
  return (
    <>
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
        !ways.error && <div className="room room-tall" role="status" aria-label="Working out the ways" />
      )}
    </>
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
