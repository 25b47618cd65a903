import { Button, Input, InputNumber } from "antd";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { limits } from "../api/limits";
import { api, ApiError, must, type Proposal, type TripFile } from "../api/client";
import { previewFile, useChange } from "../api/queries";
import { FileDrop } from "../app/FileDrop";
import { useSettings } from "../app/settings";
import { labelled } from "../ribbon/places";
import { Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { ClockField } from "../units/ClockField";
import { counted, fromShown, inWords, toShown, unitOf, type System } from "../units/units";
import "./trips.css";

/** Reads a file, shows what it makes of it, and keeps it when the person says so. */
export default function ImportPage() {
  const navigate = useNavigate();
  const { system } = useSettings();
  const [proposal, setProposal] = useState<Proposal>();
  const [file, setFile] = useState<File>();
  const [how, setHow] = useState<{ terrain?: "simulated"; hours?: number }>({});
  const [reading, setReading] = useState(false);
  const [error, setError] = useState<Error>();
  const [out, setOut] = useState<Set<number>>(new Set());
  const keep = useChange((body: TripFile) => must(api.POST("/trips/import", { body })));

  const read = async (f: File, as: typeof how = {}) => {
    setReading(true);
    setError(undefined);
    if (f !== file) setProposal(undefined);
    setFile(f);
    setHow(as);
    try {
      const p = await previewFile(f, as);
      setProposal(p);
      setOut(new Set(p.keep.flatMap((k, i) => (k ? [] : [i]))));
    } catch (e) {
      setError(e instanceof Error ? e : new Error(String(e)));
    } finally {
      setReading(false);
    }
  };
  const change = (i: number, c: Partial<TripFile["stops"][number]>) =>
    setProposal(
      (p) =>
        p && { ...p, trip: { ...p.trip, stops: p.trip.stops.map((s, k) => (k === i ? { ...s, ...c } : s)) } },
    );
  const trip = proposal?.trip;
  const unknown = trip?.stops.filter((s) => altitudeOf(s) === undefined).length ?? 0;
  const name = file?.name ?? "";
  const move = (i: number, w: WayPoint) => {
    const s = trip?.stops[i];
    if (s)
      change(i, {
        km: w.km,
        facts: { ...s.facts, lat: w.lat, lon: w.lon },
        conditions: withAltitude(s.conditions, w.m ?? undefined),
      });
  };
  const kept = trip?.stops.filter((_, i) => !out.has(i)) ?? [];
  const troubles = keep.error instanceof ApiError ? keep.error.troubles : [];
  return (
    <div className="page">
      <h1>Import a trip</h1>
      <p className="quiet">
        GPX with waypoints, routes or tracks; a trip saved here (JSON); or CSV with one line per stop. You see
        it before anything is saved. The file stays on this machine.
      </p>
      <FileDrop
        id="import-file"
        accept=".gpx,.json,.csv,.txt,application/gpx+xml,application/json,text/csv"
        label="Choose a file, or drop it here"
        reading={reading ? name : undefined}
        onFile={(f) => void read(f)}
      />
      {error && (
        <div className="trouble" role="alert">
          <strong>{name} can’t be read.</strong> {error.message}
          {error instanceof ApiError && error.troubles.length > 1 && (
            <ul>
              {error.troubles.slice(1).map((t, i) => (
                <li key={i}>{t.message}</li>
              ))}
            </ul>
          )}
        </div>
      )}
      {trip && proposal && (
        <>
          <div className="heading">
            <h2>
              {counted(kept.length, "stop")} from {name}
            </h2>
          </div>
          {proposal.said.length > 0 && (
            <ul className="said">
              {proposal.said.map((s, i) => (
                <li key={i}>{s}</li>
              ))}
            </ul>
          )}
          {proposal.way.length > 1 && (
            <div className="import-scroll">
              <Profile
                way={proposal.way}
                stops={trip.stops}
                kinds={proposal.kinds}
                out={out}
                system={system}
                onMove={move}
              />
            </div>
          )}
          <div className="inline-form">
            <div className="field">
              <label htmlFor="import-name">Name of the trip</label>
              <Input
                id="import-name"
                value={trip.name}
                maxLength={120}
                style={{ width: 300 }}
                onChange={(e) => setProposal({ ...proposal, trip: { ...trip, name: e.target.value } })}
              />
            </div>
            <div className="field">
              <label htmlFor="import-people">People</label>
              <InputNumber
                id="import-people"
                {...limits["TripFile.people"]}
                precision={0}
                value={trip.people}
                onChange={(v) => setProposal({ ...proposal, trip: { ...trip, people: v ?? 1 } })}
              />
            </div>
            <div className="field">
              <label htmlFor="import-starts">Start date</label>
              <input
                id="import-starts"
                type="date"
                className="plain-input"
                value={trip.starts_on ?? ""}
                onChange={(e) =>
                  setProposal({ ...proposal, trip: { ...trip, starts_on: e.target.value || undefined } })
                }
              />
            </div>
            {proposal.hours_a_day > 0 && (
              <ClockField
                id="import-hours"
                label="Walking a day"
                unit="h"
                min={limits["preview-import.hours"].min * 3600}
                max={limits["preview-import.hours"].max * 3600}
                value={proposal.hours_a_day * 3600}
                onChange={(s) => {
                  const hours = (s ?? 0) / 3600;
                  if (hours > 0 && hours !== proposal.hours_a_day && file) void read(file, { ...how, hours });
                }}
              />
            )}
            {proposal.local_times && (
              <div className="field">
                <label htmlFor="import-zone">Time zone of the file</label>
                <Input
                  id="import-zone"
                  style={{ width: 220 }}
                  value={zoneOfAll(trip) ?? ""}
                  placeholder="guessed for each stop"
                  onChange={(e) =>
                    setProposal({
                      ...proposal,
                      trip: { ...trip, stops: trip.stops.map((s) => ({ ...s, time_zone: e.target.value })) },
                    })
                  }
                />
              </div>
            )}
          </div>
          {unknown > 0 && file && (
            <p className="notice-line" role="status">
              The altitude of {counted(unknown, "stop")} is unknown. Enter it below, or{" "}
              <Button size="small" onClick={() => void read(file, { ...how, terrain: "simulated" })}>
                Simulated terrain
              </Button>{" "}
              <span className="quiet">It is made up: for trying out only.</span>
            </p>
          )}
          <table className="plain">
            <thead>
              <tr>
                <th>Save</th>
                <th>Stop</th>
                <th className="right">Day</th>
                <th className="right">Altitude</th>
                <th className="right">Distance</th>
                <th>Why</th>
                <th className="right">Brews</th>
              </tr>
            </thead>
            <tbody>
              {trip.stops.map((s, i) => (
                <tr key={i} className={out.has(i) ? "choose-no" : undefined}>
                  <td>
                    <input
                      type="checkbox"
                      aria-label={`Save ${s.name}`}
                      checked={!out.has(i)}
                      onChange={() => {
                        const next = new Set(out);
                        if (!next.delete(i)) next.add(i);
                        setOut(next);
                      }}
                    />
                  </td>
                  <td>
                    <Input
                      size="small"
                      aria-label={`Name of stop ${i + 1}`}
                      value={s.name}
                      maxLength={120}
                      onChange={(e) => change(i, { name: e.target.value })}
                    />
                  </td>
                  <td className="right">
                    <InputNumber
                      size="small"
                      aria-label={`Day of stop ${i + 1}`}
                      {...limits["StopFile.day"]}
                      precision={0}
                      style={{ width: 70 }}
                      value={s.day}
                      onChange={(v) => change(i, { day: v ?? 1 })}
                    />
                  </td>
                  <td className="right">
                    <InputNumber
                      size="small"
                      aria-label={`Altitude of stop ${i + 1}`}
                      style={{ width: 110 }}
                      suffix={unitOf("m", system)}
                      placeholder="not known"
                      value={shownAltitude(s, system)}
                      onChange={(v) =>
                        change(i, {
                          conditions: withAltitude(
                            s.conditions,
                            v === null ? undefined : fromShown(v, "m", system),
                          ),
                        })
                      }
                    />
                  </td>
                  <td className="num right">{inWords(s.km ?? 0, "km", system)}</td>
                  <td className="quiet">{proposal.kinds[i]}</td>
                  <td className="num right">{s.brews?.length ?? 0}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {keep.error && <Trouble error={keep.error} />}
          {troubles.length > 1 && (
            <ul>
              {troubles.slice(1).map((t, i) => (
                <li key={i}>{t.message}</li>
              ))}
            </ul>
          )}
          <p>
            <Button
              type="primary"
              disabled={kept.length === 0 || trip.name.trim() === ""}
              loading={keep.isPending}
              onClick={() =>
                keep.mutate(
                  { ...trip, stops: kept },
                  {
                    onSuccess: (t) => {
                      notice({ kind: "done", title: "Saved" });
                      void navigate(`/trips/${t.id}`);
                    },
                  },
                )
              }
            >
              Save the trip
            </Button>{" "}
            <Button type="text" onClick={() => setProposal(undefined)}>
              Cancel
            </Button>
          </p>
        </>
      )}
      <p>
        <Link to="/trips">All trips</Link>
      </p>
    </div>
  );
}

type Stop = TripFile["stops"][number];
type WayPoint = Proposal["way"][number];

const altitudeOf = (s: Stop) =>
  (s.conditions as { place?: { altitude_m?: number } } | undefined)?.place?.altitude_m;

function shownAltitude(s: Stop, system: System): number | null {
  const m = altitudeOf(s);
  return m === undefined ? null : Math.round(toShown(m, "m", system));
}

function withAltitude(conditions: Stop["conditions"], m: number | undefined): Stop["conditions"] {
  return {
    ...conditions,
    place: { ...(conditions as { place?: object } | undefined)?.place, altitude_m: m },
  };
}

/** The zone that all stops are in, if it is one. */
function zoneOfAll(trip: TripFile): string | undefined {
  const zones = new Set(trip.stops.map((s) => s.time_zone));
  return zones.size === 1 ? [...zones][0] : undefined;
}

/** The track's profile with the proposed stops on it; a night that was laid out by hours can be moved. */
function Profile({
  way,
  stops,
  kinds,
  out,
  system,
  onMove,
}: {
  way: WayPoint[];
  stops: Stop[];
  kinds: string[];
  out: Set<number>;
  system: System;
  onMove: (i: number, w: WayPoint) => void;
}) {
  const w = 1200;
  const h = 150;
  const svg = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<number>();
  const km = way.at(-1)?.km || 1;
  const eles = way.map((p) => p.m ?? 0);
  const low = Math.min(...eles);
  const high = Math.max(...eles, low + 50);
  const known = way.some((p) => p.m !== null);
  const x = (v: number) => 8 + (v / km) * (w - 16);
  const y = (m: number) => 118 - ((m - low) / (high - low)) * 88;
  const line = way
    .map((p, i) => `${i === 0 ? "M" : "L"}${x(p.km).toFixed(1)},${y(p.m ?? 0).toFixed(1)}`)
    .join("");
  const nearest = (d: number) => way.reduce((a, p) => (Math.abs(p.km - d) < Math.abs(a.km - d) ? p : a));
  const xs = stops.map((s) => x(Math.min(s.km ?? 0, km)));
  const show = labelled(xs, 0, 110, w + 110);
  const kmAt = (i: number) => stops[i]?.km ?? 0;
  /** Moves a night to a kilometre, between the stops beside it. */
  const moveTo = (i: number, d: number) => {
    const from = i > 0 ? kmAt(i - 1) : 0;
    const to = i < stops.length - 1 ? kmAt(i + 1) : km;
    onMove(i, nearest(Math.max(from, Math.min(to, d))));
  };
  return (
    <svg
      ref={svg}
      className="import-profile"
      viewBox={`0 0 ${w} ${h}`}
      role="group"
      aria-label={`Profile: ${inWords(km, "km", system)}${known ? ` from ${inWords(low, "m", system)} to ${inWords(high, "m", system)}` : ", altitudes not known"}, with ${stops.length} stops`}
      onPointerMove={(e) => {
        const box = svg.current?.getBoundingClientRect();
        if (held === undefined || !box) return;
        moveTo(held, ((((e.clientX - box.left) / box.width) * w - 8) / (w - 16)) * km);
      }}
      onPointerUp={() => setHeld(undefined)}
      onPointerCancel={() => setHeld(undefined)}
    >
      <path className="ribbon-ground" d={`${line}L${x(km)},124L8,124Z`} />
      <path className="ribbon-line" d={line} />
      {stops.map((s, i) => {
        const px = xs[i] as number;
        const py = y(nearest(s.km ?? 0).m ?? 0);
        const movable = kinds[i] === "night, by hours of walking";
        return (
          <g key={i} opacity={out.has(i) ? 0.35 : 1}>
            {movable ? (
              <circle
                className="import-night"
                cx={px}
                cy={py}
                r={9}
                tabIndex={0}
                role="slider"
                aria-label={`${s.name}: position along the way`}
                aria-valuemin={0}
                aria-valuemax={Math.round(km)}
                aria-valuenow={Math.round(s.km ?? 0)}
                aria-valuetext={inWords(s.km ?? 0, "km", system)}
                onPointerDown={(e) => {
                  e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
                  setHeld(i);
                }}
                onKeyDown={(e) => {
                  const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[e.key];
                  if (by === undefined) return;
                  e.preventDefault();
                  moveTo(i, (s.km ?? 0) + by * Math.max(0.5, km / way.length));
                }}
              />
            ) : (
              <circle className="sc-reading" cx={px} cy={py} r={5} />
            )}
            {show[i] && (
              <text
                className="import-name"
                x={px}
                y={140}
                textAnchor={px < 60 ? "start" : px > w - 60 ? "end" : "middle"}
              >
                {s.name}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
