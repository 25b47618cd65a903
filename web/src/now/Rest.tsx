import { Suspense, useState } from "react";
import { ApiError, type Catalogue, type Schemas } from "../api/client";
import { useBestPath, usePlaces, useTrip, useTrips } from "../api/queries";
import { fetched } from "../app/fetched";
import { lastTrip } from "../app/lastTrip";
import { useSettings } from "../app/settings";
import { Strip } from "../app/Strip";
import { Trouble } from "../app/Trouble";
import { Drawing } from "../kit/Drawing";
import { WaterSaid } from "../place/controls";
import { Sentence, type Part } from "../sentence/Sentence";
import { airWords, waterWords } from "../sentence/placeWords";
import { QuantityInput } from "../units/QuantityInput";
import { Ways } from "../ways/Ways";
import type { useHere } from "./useHere";
import { wayPath } from "./wayPath";

const Again = fetched(async () => (await import("../log/Again")).Again);

interface Props {
  catalogue: Catalogue;
  h: ReturnType<typeof useHere>;
}

/** How many items are named before the rest is counted. */
const NAMED = 3;

/** Names in a row: a pot, a grinder and 4 more. */
function inARow(names: string[]): string {
  const first = names.slice(0, NAMED).map((n) => n.toLowerCase());
  const rest = names.length - first.length;
  if (names.length === 0) return "nothing";
  if (rest > 0) return `${first.join(", ")} and ${rest} more`;
  return first.length === 1 ? (first[0] as string) : `${first.slice(0, -1).join(", ")} and ${first.at(-1)}`;
}

/** Here and now as a sentence. */
export function Here({ catalogue, h }: Props) {
  const { system } = useSettings();
  const { here, ways } = h;
  const error = ways.error instanceof ApiError ? ways.error : undefined;
  const found = ways.data;
  const cup = catalogue.fields.find((f) => f.path === "cup_ml");
  const cups = here.drinkers ?? 1;
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
  const place = {
    conditions: here.conditions,
    filled: here.conditions,
    catalogue,
    system,
    altitude: here.conditions.place?.altitude_m ?? found?.altitude_m ?? undefined,
    troubles: error?.troubles,
    burners: h.shelf?.filter((g) => g.kind === "burner").flatMap((g) => (g.type ?? []) as string[]),
    onChange: (conditions: typeof here.conditions) => h.set({ conditions, stop: undefined }),
    more: <FromStop onTake={(s) => h.set(s)} />,
    altitudeLabel: "Altitude",
  };
  const air = airWords(place);
  const water = waterWords(place);
  const on = h.pieces.filter((p) => p.items.every((i) => h.have.includes(i.id as number)));
  const parts: Part[] = [
    "At ",
    air.altitude,
    " in ",
    air.air,
    ", ",
    air.wind,
    "; ",
    // What it is heated on comes last: it is rarely another.
    ...water.slice(0, -2),
    ": ",
    {
      id: "cups",
      label: "Cups",
      text: cups === 1 ? "1 cup" : `${cups} cups`,
      assumed: here.drinkers === undefined,
      control: () => (
        <Strip
          label="Cups"
          value={String(cups)}
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
      ),
    },
    " with ",
    {
      id: "have",
      label: "What you have",
      text:
        h.shelf && h.shelf.length > 0 && on.length === h.pieces.length
          ? "all my gear"
          : inARow([...on.map((p) => p.name), ...(here.ground ? ["ground coffee"] : [])]),
      assumed: here.have === undefined,
      wanting: here.have !== undefined && on.length === 0,
      control: () => (
        <fieldset className={here.have ? "strip" : "strip strip-assumed"}>
          <legend>What you have{!here.have && <span className="assumed"> assumed</span>}</legend>
          <div className="now-gear">
            {h.pieces.map((p) => {
              const ids = p.items.map((i) => i.id as number);
              const there = ids.every((id) => h.have.includes(id));
              return (
                <label key={ids.join()} className={there ? "piece-on" : undefined}>
                  <input type="checkbox" className="sr" checked={there} onChange={() => toggle(ids)} />
                  <Drawing item={p.items[0] as Schemas["Item"]} />
                  <span>{p.name}</span>
                </label>
              );
            })}
            <label className={here.ground ? "piece-on" : undefined}>
              <input
                type="checkbox"
                className="sr"
                checked={here.ground ?? false}
                onChange={() => h.set({ ground: !here.ground || undefined })}
              />
              <span>ground coffee</span>
            </label>
          </div>
        </fieldset>
      ),
    },
    ...water.slice(-2),
    "; ",
    {
      id: "wish",
      label: "What matters most",
      text: catalogue.names[here.wish ?? ""] ?? "balanced",
      assumed: here.wish === undefined,
      control: () => (
        <Strip
          label="What matters most"
          value={here.wish ?? ""}
          options={catalogue.wishes.map((w) => ({ value: w as string, word: catalogue.names[w] ?? w }))}
          onChange={(wish) => h.set({ wish: wish || undefined })}
        />
      ),
    },
    ".",
  ];
  return (
    <>
      <Sentence parts={parts} follow />
      <WaterSaid water={here.conditions.water?.source ? found?.water : undefined} />
      {here.conditions.water?.source === undefined && (
        <p className="care care-danger place-said" role="status">
          Name the water source. Until then, treat it as unsafe.
        </p>
      )}
      {here.stop && (
        <p className="place-said quiet">
          Using the place of <strong>{here.stop.name}</strong>.
        </p>
      )}
    </>
  );
}

/** The best way large, two others in a line, all of them one tap away. */
export function Best({ catalogue, h }: Props) {
  const { here, ways } = h;
  const found = ways.data;
  const best = useBestPath().data?.best;
  const [again, setAgain] = useState(false);
  return (
    <>
      {ways.error && <Trouble error={ways.error} retry={() => void ways.refetch()} />}
      {found ? (
        <Ways
          glance
          found={found}
          catalogue={catalogue}
          wish={here.wish ?? ""}
          onWish={(wish) => h.set({ wish: wish || undefined })}
          planned={wayPath}
          onRemedy={(r) =>
            h.set({
              ...(r.ground && { ground: true }),
              ...(r.items && {
                have: [
                  ...h.have,
                  ...catalogue.starter.flatMap((s) =>
                    r.items?.some((i) => i.name === s.name) ? [s.id as number] : [],
                  ),
                ],
              }),
            })
          }
        />
      ) : (
        !ways.error && <div className="room room-tall" role="status" aria-label="Working out methods" />
      )}
      {found && best && (
        <p>
          <button type="button" className="btn" onClick={() => setAgain(true)}>
            Your best, here…
          </button>
        </p>
      )}
      {again && best && h.wanted && (
        <Suspense>
          <Again entry={best} here={h.wanted} onClose={() => setAgain(false)} />
        </Suspense>
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
        my stops…
      </button>
    );
  return (
    <select
      className="plain-input"
      aria-label="Use the place of a stop"
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
      <option value="">my stops…</option>
      {stops.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
        </option>
      ))}
    </select>
  );
}
