import { Button, Input, InputNumber } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, ApiError, must, type Proposal, type TripFile } from "../api/client";
import { previewFile, useChange } from "../api/queries";
import { useSettings } from "../app/settings";
import { labelled } from "../ribbon/places";
import { Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { counted, fromShown, inWords, toShown, unitOf, type System } from "../units/units";
import "./trips.css";

/** Reads a file, shows what it makes of it, and keeps it when the person says so. */
export default function ImportPage() {
  const navigate = useNavigate();
  const { system } = useSettings();
  const [proposal, setProposal] = useState<Proposal>();
  const [file, setFile] = useState("");
  const [reading, setReading] = useState(false);
  const [error, setError] = useState<Error>();
  const [over, setOver] = useState(false);
  const [out, setOut] = useState<Set<number>>(new Set());
  const keep = useChange((body: TripFile) => must(api.POST("/trips/import", { body })));

  const read = async (f: File | undefined) => {
    if (!f) return;
    setReading(true);
    setError(undefined);
    setProposal(undefined);
    setOut(new Set());
    setFile(f.name);
    try {
      setProposal(await previewFile(f));
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
  const altitude = (s: TripFile["stops"][number]) =>
    (s.conditions as { place?: { altitude_m?: number } } | undefined)?.place?.altitude_m ?? 0;
  const kept = trip?.stops.filter((_, i) => !out.has(i)) ?? [];
  const troubles = keep.error instanceof ApiError ? keep.error.troubles : [];
  return (
    <div className="page">
      <h1>Read a trip from a file</h1>
      <p className="quiet">
        GPX with waypoints, routes or tracks; a trip saved here (JSON); or CSV with a line a stop. Nothing is
        kept before you have looked at it. The file stays on this machine.
      </p>
      <label
        className={over ? "drop drop-over" : "drop"}
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void read(e.dataTransfer.files[0]);
        }}
      >
        <input
          type="file"
          className="sr"
          id="import-file"
          accept=".gpx,.json,.csv,.txt,application/gpx+xml,application/json,text/csv"
          onChange={(e) => {
            void read(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
        {reading ? `Reading ${file}…` : "Choose a file, or drop it here"}
      </label>
      {error && (
        <div className="trouble" role="alert">
          <strong>{file} was not read.</strong> {error.message}
          {error instanceof ApiError && error.troubles.length > 1 && (
            <ul>
              {error.troubles.map((t, i) => (
                <li key={i}>
                  {t.field}: {t.message}
                </li>
              ))}
            </ul>
          )}
        </div>
      )}
      {trip && proposal && (
        <>
          <div className="heading">
            <h2>
              {counted(kept.length, "stop")} from {file}
            </h2>
          </div>
          {proposal.said.length > 0 && (
            <ul className="said">
              {proposal.said.map((s, i) => (
                <li key={i}>{s}</li>
              ))}
            </ul>
          )}
          {proposal.profile.length > 1 && (
            <Profile
              profile={proposal.profile as [number, number][]}
              stops={trip.stops}
              out={out}
              system={system}
            />
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
                min={1}
                max={24}
                precision={0}
                value={trip.people}
                onChange={(v) => setProposal({ ...proposal, trip: { ...trip, people: v ?? 1 } })}
              />
            </div>
            <div className="field">
              <label htmlFor="import-starts">Starts on</label>
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
          </div>
          <table className="plain">
            <thead>
              <tr>
                <th>Keep</th>
                <th>Stop</th>
                <th className="right">Day</th>
                <th className="right">Altitude</th>
                <th className="right">Along</th>
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
                      aria-label={`Keep ${s.name}`}
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
                      min={1}
                      max={500}
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
                      value={Math.round(toShown(altitude(s), "m", system))}
                      onChange={(v) =>
                        change(i, {
                          conditions: {
                            ...s.conditions,
                            place: {
                              ...(s.conditions as { place?: object } | undefined)?.place,
                              altitude_m: fromShown(v ?? 0, "m", system),
                            },
                          },
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
              {troubles.map((t, i) => (
                <li key={i}>
                  {t.field}: {t.message}
                </li>
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
                      notice({ kind: "done", title: "Kept" });
                      void navigate(`/trips/${t.id}`);
                    },
                  },
                )
              }
            >
              Keep the trip
            </Button>{" "}
            <Button type="text" onClick={() => setProposal(undefined)}>
              Leave it
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

/** The track's profile with the proposed stops on it. */
function Profile({
  profile,
  stops,
  out,
  system,
}: {
  profile: [number, number][];
  stops: TripFile["stops"];
  out: Set<number>;
  system: System;
}) {
  const w = 1200;
  const h = 150;
  const km = profile.at(-1)?.[0] || 1;
  const eles = profile.map((p) => p[1]);
  const low = Math.min(...eles);
  const high = Math.max(...eles, low + 50);
  const x = (v: number) => 8 + (v / km) * (w - 16);
  const y = (m: number) => 118 - ((m - low) / (high - low)) * 88;
  const line = profile
    .map(([d, m], i) => `${i === 0 ? "M" : "L"}${x(d).toFixed(1)},${y(m).toFixed(1)}`)
    .join("");
  const at = (d: number) => profile.reduce((a, p) => (Math.abs(p[0] - d) < Math.abs(a[0] - d) ? p : a))[1];
  const xs = stops.map((s) => x(Math.min(s.km ?? 0, km)));
  const show = labelled(xs, 0, 110, w + 110);
  return (
    <svg
      className="import-profile"
      viewBox={`0 0 ${w} ${h}`}
      role="img"
      aria-label={`Profile: ${inWords(km, "km", system)} from ${inWords(low, "m", system)} to ${inWords(high, "m", system)}, with ${stops.length} stops`}
    >
      <path className="ribbon-ground" d={`${line}L${x(km)},124L8,124Z`} />
      <path className="ribbon-line" d={line} />
      {stops.map((s, i) => {
        const px = xs[i] as number;
        const py = y(at(s.km ?? 0));
        return (
          <g key={i} opacity={out.has(i) ? 0.35 : 1}>
            <circle className="sc-reading" cx={px} cy={py} r={5} />
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
