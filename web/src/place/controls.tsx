import { Reason } from "../app/Reason";
import { useState, type ReactNode } from "react";
import { usual } from "../api/limits";
import type { Catalogue, Conditions, Schemas, Trouble } from "../api/client";
import { Strip } from "../app/Strip";
import { useSettings } from "../app/settings";
import { getIn, setIn, without } from "../plan/paths";
import { QuantityInput } from "../units/QuantityInput";
import { duration, figure, inWords } from "../units/units";
import { atAltitude } from "./altitude";
import { burnerIcon, Icon } from "./icons";
import "./place.css";

/** How far a device's position may be out in height, in m. From memory; a device that says more is believed. */
const DEVICE_M = 100;

export interface PlaceControl {
  conditions: Conditions;
  catalogue: Catalogue;
  troubles?: Trouble[];
  onChange: (c: Conditions) => void;
}

/** A number of the place, in the reader's units. */
export function PlaceNumber({
  path,
  conditions,
  catalogue,
  troubles = [],
  onChange,
  ...more
}: PlaceControl & { path: string } & Partial<Omit<Parameters<typeof QuantityInput>[0], "onChange">> & {
    set?: (v: number | undefined) => void;
  }) {
  const f = catalogue.fields.find((x) => x.path === path);
  const { set, ...rest } = more;
  if (!f) return null;
  return (
    <QuantityInput
      compact
      field={f}
      value={getIn<number>(conditions, path)}
      trouble={troubles.find((t) => t.field === path)?.message}
      placeholder="not said"
      onChange={set ?? ((v) => onChange(setIn(conditions, path, v)))}
      {...rest}
    />
  );
}

/** The altitude: typed, on a slider, from the device, from a barometer, or in other ways that the view adds. */
export function AltitudeControl({
  altitude,
  label,
  slide,
  more,
  ...c
}: PlaceControl & { altitude: number | undefined; label: string; slide?: boolean; more?: ReactNode }) {
  const { system } = useSettings();
  const [by, setBy] = useState<"pressure" | undefined>();
  const [said, setSaid] = useState("");
  const { conditions, catalogue, onChange } = c;
  const f = catalogue.fields.find((x) => x.path === "place.altitude_m");
  const setAltitude = (m: number | undefined, pm?: number) => onChange(atAltitude(conditions, m, pm));
  const askDevice = () => {
    setSaid("Finding your position…");
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        if (coords.altitude === null)
          return setSaid("Position found, but no altitude: enter it, or drag the dot.");
        const pm = Math.max(DEVICE_M, Math.round(coords.altitudeAccuracy ?? 0));
        setAltitude(Math.round(coords.altitude / 10) * 10, pm);
        setSaid(
          `From this device, within ± ${inWords(pm, "m", system)}: the boiling point’s range includes that.`,
        );
      },
      (e) =>
        setSaid(
          e.code === e.PERMISSION_DENIED
            ? "Location is blocked: enter the altitude, or drag the dot."
            : "No position found: enter the altitude, or drag the dot.",
        ),
      { enableHighAccuracy: true, timeout: 15_000, maximumAge: 60_000 },
    );
  };
  return (
    <>
      <div className="place-at">
        <PlaceNumber
          {...c}
          path="place.altitude_m"
          label={label}
          set={(v) => setAltitude(v)}
          placeholder={altitude === undefined ? "?" : figure(altitude, "m", system).text}
        />
        {slide && f && (
          <input
            type="range"
            role="slider"
            aria-label="Altitude"
            aria-valuetext={inWords(altitude ?? 0, "m", system)}
            min={f.min}
            max={f.max}
            step={10}
            value={altitude ?? 0}
            onChange={(e) => setAltitude(Number(e.target.value))}
          />
        )}
        {by === "pressure" && (
          <PlaceNumber
            {...c}
            path="place.pressure_hpa"
            label="Pressure here (not reduced to sea level)"
            // It takes the place of an altitude that was said otherwise.
            set={(v) =>
              onChange(
                setIn(
                  without(conditions, ["place.altitude_m", "place.altitude_pm_m"]),
                  "place.pressure_hpa",
                  v,
                ),
              )
            }
          />
        )}
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
            from a barometer
          </button>
          {more}
        </span>
      </div>
      {said && (
        <p className="place-said quiet" role="status">
          {said}
        </p>
      )}
    </>
  );
}

/** The word of a list that a value is, if it is one. */
export const wordOf = (list: Schemas["Air"][], v: number): Schemas["Air"] | undefined =>
  list.find((a) => Math.abs(a.value - v) < 0.05);

/** The air's temperature, in words with figures. */
export function AirControl({ label = "Air temperature", ...c }: PlaceControl & { label?: string }) {
  const { system } = useSettings();
  const { conditions, catalogue, onChange } = c;
  const air = conditions.place?.air_c;
  return (
    <Strip
      label={label}
      value={wordOf(catalogue.cold, air ?? usual.request["place.air_c"])?.id as string | undefined}
      assumed={air === undefined}
      options={catalogue.cold.map((a) => ({
        value: a.id as string,
        word: a.word,
        figure: inWords(a.value, "°C", system),
      }))}
      onChange={(id) =>
        onChange(setIn(conditions, "place.air_c", catalogue.cold.find((a) => a.id === id)?.value))
      }
      after={<PlaceNumber {...c} path="place.air_c" label="Exact air temperature" placeholder="–" />}
    />
  );
}

/** The wind at the stove, in words with figures. */
export function WindControl({ label = "Wind", ...c }: PlaceControl & { label?: string }) {
  const { system } = useSettings();
  const { conditions, catalogue, onChange } = c;
  const wind = conditions.place?.wind_ms;
  return (
    <Strip
      label={label}
      value={wordOf(catalogue.wind, wind ?? 0)?.id as string | undefined}
      assumed={wind === undefined}
      options={catalogue.wind.map((a) => ({
        value: a.id as string,
        word: a.word,
        figure: inWords(a.value, "m/s", system),
        icon: <Icon of={a.id} />,
      }))}
      onChange={(id) =>
        onChange(setIn(conditions, "place.wind_ms", catalogue.wind.find((a) => a.id === id)?.value))
      }
      after={<PlaceNumber {...c} path="place.wind_ms" label="Exact wind" placeholder="–" />}
    />
  );
}

/** The heat source; burners of my gear come first. */
export function HeatControl({
  burners = [],
  label = "Heat source",
  ...c
}: PlaceControl & { burners?: string[]; label?: string }) {
  const { conditions, catalogue, onChange } = c;
  const supplied = conditions.heat?.supplied_c;
  const heat = supplied !== undefined ? "urn" : conditions.heat?.burner;
  const known = [...catalogue.burners].sort(
    (a, b) => Number(burners.includes(b.id)) - Number(burners.includes(a.id)),
  );
  const setHeat = (id: string) => {
    const base = without(conditions, ["heat.burner", "heat.supplied_c", "heat.fuel", "heat.power_w"]);
    if (id !== "urn") return onChange(setIn(base, "heat.burner", id));
    const hot = setIn(base, "heat.supplied_c", supplied ?? 90);
    onChange(conditions.water?.source === undefined ? setIn(hot, "water.source", "urn") : hot);
  };
  return (
    <Strip
      label={label}
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
            .map((b) => ({ value: b.id as string, word: b.name, icon: <Icon of={burnerIcon(b.id)} /> })),
        )}
      onChange={setHeat}
      after={supplied !== undefined && <PlaceNumber {...c} path="heat.supplied_c" label="at" />}
    />
  );
}

/** Where the water is from. */
export function SourceControl({ label = "Water source", ...c }: PlaceControl & { label?: string }) {
  const { conditions, catalogue, onChange } = c;
  const setSource = (id: string) => {
    // Another water: what was said of the one does not hold for it.
    const base = without(conditions, ["water.treatment", "water.state"]);
    onChange(setIn(id === "snow" ? setIn(base, "water.state", "snow") : base, "water.source", id));
  };
  return (
    <Strip
      label={label}
      value={conditions.water?.source as string | undefined}
      options={catalogue.sources.map((s) => ({
        value: s.id as string,
        word: s.name,
        icon: <Icon of={s.id} />,
      }))}
      onChange={setSource}
      after={<PlaceNumber {...c} path="water.source_c" label="Water temperature" placeholder="15" />}
    />
  );
}

/** Whether a source is trusted without treatment. */
export const isTrusted = (catalogue: Catalogue, source: string | undefined): boolean =>
  catalogue.sources.find((s) => s.id === source)?.trusted ?? false;

/** How water that is not trusted is made safe. */
export function TreatmentControl({ conditions, catalogue, onChange }: PlaceControl) {
  const treatment = conditions.water?.treatment;
  return (
    <Strip
      label="Made safe"
      value={treatment === "doubtful" ? undefined : (treatment as string | undefined)}
      options={["boil", "filtered", "safe"].map((t) => ({ value: t, word: catalogue.names[t] ?? t }))}
      onChange={(t) => onChange(setIn(conditions, "water.treatment", t))}
    />
  );
}

/** What a place's water gives: the caution if it is doubtful, or how long it is boiled. */
export function WaterSaid({ water }: { water: Schemas["WaterState"] | undefined }) {
  if (water?.caution)
    return (
      <p className="care care-danger place-said" role="status" data-testid="doubtful">
        {water.caution.text}{" "}
        <span className="quiet">
          <Reason of={water.caution} />
        </span>
      </p>
    );
  if (!water || water.boil_s <= 0) return null;
  return (
    <p className="place-said quiet" role="status">
      The method boils it for {duration(water.boil_s)}.
    </p>
  );
}
