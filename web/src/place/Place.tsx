import { usual } from "../api/limits";
import { useState, type ReactNode } from "react";
import type { Catalogue, Conditions, Schemas, Trouble } from "../api/client";
import { Strip } from "../app/Strip";
import { useSettings } from "../app/settings";
import { getIn, setIn, without } from "../plan/paths";
import { QuantityInput } from "../units/QuantityInput";
import { figure, inWords } from "../units/units";
import { atAltitude } from "./altitude";
import { Hill, type Boiling } from "./Hill";
import { burnerIcon, Icon } from "./icons";
import "./place.css";

type Water = Schemas["WaterState"];

/** How far a device's position may be out in height, in m. From memory; a device that says more is believed. */
const DEVICE_M = 100;

interface Props {
  conditions: Conditions;
  catalogue: Catalogue;
  /** What the place comes to; undefined until it is known. */
  boil: Boiling | undefined;
  altitude: number | undefined;
  water: Water | undefined;
  troubles?: Trouble[];
  /** Burners that one has, first among the answers. */
  burners?: string[];
  /** The hill is drawn here, and not by who uses this. */
  hill?: boolean;
  hillHeight?: number;
  onChange: (c: Conditions) => void;
  /** A stop to take the place from, and the like. */
  more?: ReactNode;
}

/**
 * A place as a picture that one sets: how high on a hill, how cold and windy, what heat, what water. What nobody
 * has said is shown as assumed.
 */
export function Place({
  conditions,
  catalogue,
  boil,
  altitude,
  water,
  troubles = [],
  burners = [],
  hill = true,
  hillHeight,
  onChange,
  more,
}: Props) {
  const { system } = useSettings();
  const [by, setBy] = useState<"pressure" | undefined>();
  const [said, setSaid] = useState("");
  const set = (path: string, v: unknown) => onChange(setIn(conditions, path, v));
  const field = (path: string) => catalogue.fields.find((f) => f.path === path);
  const num = (path: string, more: Partial<Parameters<typeof QuantityInput>[0]> = {}) => {
    const f = field(path);
    return (
      f && (
        <QuantityInput
          compact
          field={f}
          value={getIn<number>(conditions, path)}
          trouble={troubles.find((t) => t.field === path)?.message}
          placeholder="not said"
          onChange={(v) => set(path, v)}
          {...more}
        />
      )
    );
  };
  const setAltitude = (m: number | undefined, pm?: number) => onChange(atAltitude(conditions, m, pm));
  const askDevice = () => {
    setSaid("Asking this device where it is…");
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        if (coords.altitude === null)
          return setSaid(
            "This device knows where it is, and not how high: type the altitude, or drag the dot.",
          );
        const pm = Math.max(DEVICE_M, Math.round(coords.altitudeAccuracy ?? 0));
        setAltitude(Math.round(coords.altitude / 10) * 10, pm);
        setSaid(`From this device, good to ± ${inWords(pm, "m", system)}: the boiling point has that band.`);
      },
      (e) =>
        setSaid(
          e.code === e.PERMISSION_DENIED
            ? "This device was not allowed to say where it is: type the altitude, or drag the dot."
            : "This device cannot say where it is: type the altitude, or drag the dot.",
        ),
      { enableHighAccuracy: true, timeout: 15_000, maximumAge: 60_000 },
    );
  };

  const air = conditions.place?.air_c;
  const wind = conditions.place?.wind_ms;
  const nearest = (list: Schemas["Air"][], v: number) =>
    list.find((a) => Math.abs(a.value - v) < 0.05)?.id as string | undefined;
  const supplied = conditions.heat?.supplied_c;
  const heat = supplied !== undefined ? "urn" : conditions.heat?.burner;
  const source = conditions.water?.source;
  const known = [...catalogue.burners].sort(
    (a, b) => Number(burners.includes(b.id)) - Number(burners.includes(a.id)),
  );
  const setHeat = (id: string) => {
    const base = without(conditions, ["heat.burner", "heat.supplied_c", "heat.fuel", "heat.power_w"]);
    if (id !== "urn") return onChange(setIn(base, "heat.burner", id));
    const hot = setIn(base, "heat.supplied_c", supplied ?? 90);
    onChange(source === undefined ? setIn(hot, "water.source", "urn") : hot);
  };
  const setSource = (id: string) => {
    // Another water: what was said of the one does not hold for it.
    const base = without(conditions, ["water.treatment", "water.state"]);
    onChange(setIn(id === "snow" ? setIn(base, "water.state", "snow") : base, "water.source", id));
  };
  const trusted = catalogue.sources.find((s) => s.id === source)?.trusted ?? false;
  const treatment = conditions.water?.treatment;

  return (
    <div className="place">
      {hill && (
        <Hill altitude={altitude} boil={boil} height={hillHeight} onAltitude={(m) => setAltitude(m)} />
      )}
      <div className="place-at">
        {num("place.altitude_m", {
          label: "How high",
          onChange: (v) => setAltitude(v),
          value: conditions.place?.altitude_m,
          placeholder: altitude === undefined ? "?" : figure(altitude, "m", system).text,
        })}
        {by === "pressure" &&
          num("place.pressure_hpa", {
            label: "Pressure here, not reduced to sea level",
            // It takes the place of an altitude that was said otherwise.
            onChange: (v) =>
              onChange(
                setIn(
                  without(conditions, ["place.altitude_m", "place.altitude_pm_m"]),
                  "place.pressure_hpa",
                  v,
                ),
              ),
          })}
        <span className="place-ways">
          {"geolocation" in navigator && (
            <button type="button" className="bar-button" onClick={askDevice}>
              from this device
            </button>
          )}
          <button
            type="button"
            className="bar-button"
            aria-expanded={by === "pressure"}
            onClick={() => setBy(by ? undefined : "pressure")}
          >
            by a barometer
          </button>
          {more}
        </span>
      </div>
      {said && (
        <p className="place-said quiet" role="status">
          {said}
        </p>
      )}
      <div className="place-two">
        <Strip
          label="How cold"
          value={nearest(catalogue.cold, air ?? usual.request["place.air_c"])}
          assumed={air === undefined}
          options={catalogue.cold.map((a) => ({
            value: a.id,
            word: a.word,
            figure: inWords(a.value, "°C", system),
          }))}
          onChange={(id) => set("place.air_c", catalogue.cold.find((a) => a.id === id)?.value)}
          after={num("place.air_c", { label: "Air exactly", placeholder: "–" })}
        />
        <Strip
          label="Wind at the stove"
          value={nearest(catalogue.wind, wind ?? 0)}
          assumed={wind === undefined}
          options={catalogue.wind.map((a) => ({
            value: a.id,
            word: a.word,
            figure: inWords(a.value, "m/s", system),
            icon: <Icon of={a.id} />,
          }))}
          onChange={(id) => set("place.wind_ms", catalogue.wind.find((a) => a.id === id)?.value)}
          after={num("place.wind_ms", { label: "Wind exactly", placeholder: "–" })}
        />
      </div>
      <Strip
        label="What heat"
        value={heat ?? "canister"}
        assumed={heat === undefined}
        options={[
          ...known.slice(0, Math.max(burners.length, 0)),
          ...known.slice(burners.length).filter((b) => ["canister", "fire", "mains"].includes(b.id)),
        ]
          .map((b) => ({ value: b.id as string, word: b.name, icon: <Icon of={burnerIcon(b.id)} /> }))
          .concat([{ value: "urn", word: "hot water from an urn", icon: <Icon of="urn" /> }])
          .concat(
            known
              .slice(burners.length)
              .filter((b) => !["canister", "fire", "mains"].includes(b.id))
              .map((b) => ({ value: b.id, word: b.name, icon: <Icon of={burnerIcon(b.id)} /> })),
          )}
        onChange={setHeat}
        after={supplied !== undefined && num("heat.supplied_c", { label: "at" })}
      />
      <Strip
        label="Water from where"
        value={source}
        options={catalogue.sources.map((s) => ({ value: s.id, word: s.name, icon: <Icon of={s.id} /> }))}
        onChange={setSource}
        after={num("water.source_c", { label: "how cold", placeholder: "15" })}
      />
      {source !== undefined && !trusted && supplied === undefined && (
        <Strip
          label="Is it safe to drink?"
          value={treatment === "doubtful" ? undefined : treatment}
          options={["boil", "filtered", "safe"].map((t) => ({ value: t, word: catalogue.names[t] ?? t }))}
          onChange={(t) => set("water.treatment", t)}
        />
      )}
      {water?.caution && (
        <p className="care care-danger place-said" role="status" data-testid="doubtful">
          {water.caution.text} <span className="quiet">{water.caution.why}</span>
        </p>
      )}
      {water && water.boil_s > 0 && !water.caution && (
        <p className="place-said quiet" role="status">
          It is boiled for {inWords(water.boil_s, "s", system)} min, on the way to the coffee.
        </p>
      )}
    </div>
  );
}
