import { Button, Input, InputNumber, Select } from "antd";
import { useState, type ReactNode } from "react";
import { useNavigate } from "react-router";
import { limits } from "../api/limits";
import { api, ApiError, must, type Facts, type Conditions, type StopOut, type TripOut } from "../api/client";
import { saveStop } from "../api/change";
import { addStop, closing, useCatalogue, useChange, useWays } from "../api/queries";
import { Panel } from "../app/Panel";
import { stopPath } from "../app/where";
import { Place } from "../place/Place";
import { useSettings } from "../app/settings";
import { FieldTrouble, Trouble } from "../app/Trouble";
import { getIn, setIn } from "../plan/paths";
import { withKey } from "../app/withKey";
import { ClockField } from "../units/ClockField";
import { NumberField } from "../units/NumberField";
import { QuantityInput, WordInput, YesNoInput } from "../units/QuantityInput";
import { fromShown, toShown, unitOf } from "../units/units";
import { TextFields, textsOf } from "./Texts";

/** Adds a stop to a trip, or changes one. */
export default function StopForm({
  trip,
  stop,
  after,
  at,
  onClose,
}: {
  trip: TripOut;
  stop?: StopOut;
  /** The stop that a new one comes after; the last when left out. */
  after?: StopOut;
  /** A place chosen on the ribbon. */
  at?: { km: number; altitude: number | undefined; day: number };
  onClose: () => void;
}) {
  const catalogue = useCatalogue();
  const navigate = useNavigate();
  const { system } = useSettings();
  const last = after ?? (at ? trip.stops.filter((s) => s.km <= at.km).at(-1) : trip.stops.at(-1));
  const [facts, setFacts] = useState<Facts>(stop?.facts ?? {});
  const [zone, setZone] = useState(
    stop?.time_zone ?? last?.time_zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
  );
  const fact = <K extends keyof Facts>(key: K, v: Facts[K] | undefined) =>
    setFacts((f) => withKey(f, key, v));
  const [asked, setAsked] = useState("");
  const [name, setName] = useState(stop?.name ?? "");
  const [texts, setTexts] = useState<Record<string, string>>({});
  const written = catalogue.data?.texts ?? [];
  const [day, setDay] = useState(stop?.day ?? at?.day ?? (last ? last.day + (last.facts.nights ?? 1) : 1));
  const [km, setKm] = useState(stop?.km ?? at?.km ?? last?.km ?? 0);
  const [conditions, setConditions] = useState<Conditions>(
    stop?.conditions ?? { place: at?.altitude === undefined ? {} : { altitude_m: at.altitude } },
  );
  const set = (path: string, v: unknown) => setConditions((c) => setIn(c, path, v));
  const save = useChange(() => {
    const body = {
      name: name.trim(),
      ...textsOf(stop, written),
      ...texts,
      day,
      km,
      position: stop?.position ?? (last?.position ?? 0) + 1,
      time_zone: zone.trim() || "UTC",
      conditions,
      // What was taken over from an older version has been looked at now.
      facts: withKey(facts, "water_review", undefined),
    };
    return stop ? saveStop(stop, body) : addStop(trip.id, body);
  });
  /** Fills in what is still empty from the simulated services; what was typed stays. */
  const ask = async () => {
    const { lat, lon } = facts;
    if (lat === undefined || lon === undefined) return;
    try {
      const said: string[] = [];
      let altitude = conditions.place?.altitude_m;
      if (altitude === undefined) {
        const e = await must(api.GET("/simulated/elevation", { params: { query: { lat, lon } } }));
        altitude = e.m;
        set("place.altitude_m", e.m);
        said.push(`altitude from the ${e.source}`);
      }
      if (trip.starts_on) {
        const date = new Date(`${trip.starts_on}T00:00:00Z`);
        date.setUTCDate(date.getUTCDate() + day - 1);
        const w = await must(
          api.GET("/simulated/forecast", {
            params: { query: { lat, lon, altitude_m: altitude, day: date.toISOString().slice(0, 10) } },
          }),
        );
        setFacts((f) => ({ morning_c: w.morning_c, day_c: w.day_c, ...f }));
        if (conditions.place?.wind_ms === undefined) set("place.wind_ms", w.wind_ms);
        if (conditions.place?.sea_level_hpa === undefined) {
          set("place.sea_level_hpa", w.sea_level_hpa);
          set("place.sea_level_kind", "map");
        }
        said.push(`temperatures, wind and pressure from the ${w.source}`);
      }
      setAsked(
        said.length
          ? `${said.join("; ")}. Your own values stay.`
          : "Nothing to fill. Give the trip a start date for a forecast.",
      );
    } catch (e) {
      setAsked(e instanceof Error ? e.message : String(e));
    }
  };
  const number = (
    key: "lat" | "lon" | "morning_c" | "day_c" | "nights",
    label: string,
    unit: string,
    placeholder?: string,
  ) => (
    <NumberField
      id={`stop-${key}`}
      label={label}
      unit={unit}
      {...limits[`Facts.${key}`]}
      whole={key === "nights"}
      placeholder={placeholder}
      value={facts[key]}
      onChange={(v) => fact(key, v)}
      trouble={troubles.find((t) => t.field === `facts.${key}`)?.message}
    />
  );
  const choice = (key: "leg_by", label: string, words: [string, string][]) => (
    <div className="field">
      <label htmlFor={`stop-${key}`}>{label}</label>
      <Select
        id={`stop-${key}`}
        value={facts[key] ?? ""}
        options={words.map(([value, text]) => ({ value, label: text, title: text }))}
        onChange={(v) => fact(key, v as never)}
      />
    </div>
  );
  const several = (key: "allowed" | "resupply", label: string, words: [string, string][]) => (
    <fieldset className="field wide checks">
      <legend>{label}</legend>
      {words.map(([value, text]) => (
        <label key={value}>
          <input
            type="checkbox"
            checked={(facts[key] as string[] | undefined)?.includes(value) ?? false}
            onChange={(e) => {
              const rest = ((facts[key] as string[] | undefined) ?? []).filter((x) => x !== value);
              const next = e.target.checked ? [...rest, value] : rest;
              fact(key, (next.length ? next : undefined) as never);
            }}
          />{" "}
          {text}
        </label>
      ))}
    </fieldset>
  );
  const troubles = save.error instanceof ApiError ? save.error.troubles : [];
  const supplied = conditions.heat?.supplied_c !== undefined;
  const burner = catalogue.data?.burners.find((b) => b.id === (conditions.heat?.burner ?? "canister"));
  const gas = !supplied && burner?.fuels[0] === "gas";
  const come = useWays({ request: { method: "", ...conditions }, have: [] });
  const group = (title: string, inside: ReactNode) => (
    <details className="form-more">
      <summary>{title}</summary>
      <div className="fields">{inside}</div>
    </details>
  );
  const words = catalogue.data?.names;
  const fields = (paths: string[]) =>
    paths.map((path) => {
      const f = catalogue.data?.fields.find((x) => x.path === path);
      if (!f) return null;
      const trouble = troubles.find((t) => t.field === path)?.message;
      return f.kind === "number" ? (
        <QuantityInput
          key={path}
          field={f}
          value={getIn<number>(conditions, path)}
          placeholder={f.default || "not set"}
          trouble={trouble}
          onChange={(v) => set(path, v)}
        />
      ) : f.kind === "yesno" ? (
        <YesNoInput
          key={path}
          field={f}
          value={getIn<boolean>(conditions, path)}
          onChange={(v) => set(path, v)}
        />
      ) : (
        <WordInput
          key={path}
          field={f}
          value={getIn<string>(conditions, path) ?? f.default}
          names={words}
          trouble={trouble}
          onChange={(v) => set(path, v)}
        />
      );
    });
  return (
    <Panel title={stop ? `Change ${stop.name}` : "Add a stop"} open onClose={onClose} size={560}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate(
            undefined,
            closing(onClose, (s) => {
              // What one adds a stop for.
              if (!stop) void navigate(`${stopPath(s.trip_id, s.id)}#plan`);
            }),
          );
        }}
      >
        <div className="field">
          <label htmlFor="stop-name">Name</label>
          <Input
            id="stop-name"
            value={name}
            required
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
        </div>
        {catalogue.data && (
          <Place
            conditions={conditions}
            catalogue={catalogue.data}
            boil={come.data?.boil}
            altitude={conditions.place?.altitude_m ?? come.data?.altitude_m ?? undefined}
            water={conditions.water?.source ? come.data?.water : undefined}
            troubles={troubles}
            hillHeight={150}
            onChange={setConditions}
          />
        )}
        <p className="form-more-title">More</p>
        {trip.id > 0 &&
          group(
            "Along the way: day, stay, distance, travel",
            <>
              <div className="field">
                <label htmlFor="stop-day">Day of the trip</label>
                <InputNumber
                  id="stop-day"
                  {...limits["StopIn.day"]}
                  precision={0}
                  value={day}
                  onChange={(v) => setDay(v ?? 1)}
                />
                <FieldTrouble error={save.error} field="day" />
              </div>
              <div className="field">
                <label htmlFor="stop-km">Distance along the route</label>
                <InputNumber
                  id="stop-km"
                  min={0}
                  suffix={unitOf("km", system)}
                  value={Math.round(toShown(km, "km", system) * 10) / 10}
                  onChange={(v) => setKm(fromShown(v ?? 0, "km", system))}
                />
              </div>
              {number("nights", "Days of the stay", "", "1")}
              {choice("leg_by", "Onward", [
                ["", "not said"],
                ["foot", "on foot"],
                ["road", "by road"],
                ["ferry", "by ferry"],
                ["train", "by train"],
                ["flight", "by air"],
              ])}
              <ClockField
                id="stop-leg_hours"
                label="Travel time"
                unit="h"
                max={limits["Facts.leg_hours"].max * 3600}
                value={facts.leg_hours === undefined ? undefined : facts.leg_hours * 3600}
                onChange={(s) => fact("leg_hours", s === undefined ? undefined : s / 3600)}
                trouble={troubles.find((t) => t.field === "facts.leg_hours")?.message}
              />
            </>,
          )}
        {group(
          "Where it is: coordinates, time zone, forecast",
          <>
            <div className="field">
              <label htmlFor="stop-zone">Time zone</label>
              <Input id="stop-zone" value={zone} maxLength={60} onChange={(e) => setZone(e.target.value)} />
              <FieldTrouble error={save.error} field="time_zone" />
            </div>
            {number("lat", "Latitude", "°")}
            {number("lon", "Longitude", "°")}
            <div className="field wide">
              <Button
                size="small"
                disabled={facts.lat === undefined || facts.lon === undefined}
                onClick={() => void ask()}
              >
                Fill in, simulated
              </Button>
              {asked && (
                <p className="hint" role="status">
                  {asked}
                </p>
              )}
            </div>
          </>,
        )}
        {group(
          "Air by the hour, and pressure",
          <>
            {number("morning_c", "Air before 10:00", "°C", "as above")}
            {number("day_c", "Air from 10:00", "°C", "as above")}
            {fields([
              "place.sea_level_hpa",
              "place.sea_level_kind",
              "place.outside_c",
              "place.pressure_hpa",
              "place.measured_boil_c",
              "place.atmosphere",
            ])}
          </>,
        )}
        {!supplied &&
          group(
            gas ? "Burner and canister" : "Burner",
            fields([
              "heat.power_w",
              "heat.efficiency",
              ...(burner?.flame ? ["heat.screen"] : []),
              ...(burner?.id === "element-12v" ? ["heat.battery_wh"] : []),
              ...(gas
                ? [
                    "heat.regulated",
                    "heat.canister.capacity_g",
                    "heat.canister.left_g",
                    "heat.canister.temp_c",
                  ]
                : []),
            ]),
          )}
        {group("Water: frozen, hard", fields([...(supplied ? [] : ["water.state"]), "water.tds_mg_l"]))}
        {group(
          "Rules and shops",
          <>
            {several("allowed", "Allowed and available", [
              ["fire", "open fire"],
              ["stove", "stove"],
              ["mains", "socket"],
              ["urn", "urn"],
            ])}
            <fieldset className="field wide checks">
              <label>
                <input
                  type="checkbox"
                  checked={facts.fire_ban ?? false}
                  onChange={(e) => fact("fire_ban", e.target.checked || undefined)}
                />{" "}
                fire ban
              </label>
              <label>
                <input
                  type="checkbox"
                  checked={facts.bin ?? false}
                  onChange={(e) => fact("bin", e.target.checked || undefined)}
                />{" "}
                waste bin
              </label>
            </fieldset>
            {several("resupply", "Can be bought", [
              ["coffee", "coffee"],
              ["fuel", "fuel"],
              ["filters", "papers"],
              ["milk", "milk, sugar"],
              ["water", "bottled water"],
            ])}
          </>,
        )}
        {group(
          "Water and a note",
          <>
            <TextFields texts={written} value={{ ...textsOf(stop, written), ...texts }} onChange={setTexts} />
          </>,
        )}
        {save.error && <Trouble error={save.error} />}
        <p>
          <Button type="primary" htmlType="submit" disabled={name.trim() === ""} loading={save.isPending}>
            {stop ? "Save the stop" : "Add the stop"}
          </Button>{" "}
          <Button type="text" onClick={onClose}>
            Cancel
          </Button>
        </p>
      </form>
    </Panel>
  );
}
