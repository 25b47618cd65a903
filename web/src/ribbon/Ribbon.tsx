import { area, curveMonotoneX, line } from "d3-shape";
import { scaleLinear } from "d3-scale";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import type { StopOut, TripOut } from "../api/client";
import { useSettings } from "../app/settings";
import { pictured } from "../app/pictured";
import { usePinch } from "../app/usePinch";
import { useWidth } from "../app/useWidth";
import { counted, inWords, isUs } from "../units/units";
import { drawnHeights } from "./heights";
import { keptDays, labelled, labelTop, nights, places, stopAt, type Scale } from "./places";
import { altitudeInWords, isDry } from "../trips/words";
import "./ribbon.css";

const HEIGHT = 104;
const BASE = 72;
const TOP = 30;

/** What heat there is at a stop, in a word and a shape. */
export function heatOf(s: StopOut): { word: string; shape: "flame" | "plug" | "cup" } {
  const h = s.conditions.heat;
  if (h?.supplied_c) return { word: "hot water supplied", shape: "cup" };
  if (h?.burner === "mains" || h?.burner === "element-12v") return { word: "electric", shape: "plug" };
  return { word: "flame", shape: "flame" };
}

export interface Move {
  stop: StopOut;
  km?: number;
  day?: number;
}

/**
 * The trip as an elevation profile, with its stops on it: the way about the
 * trip. Evenly spaced, or to scale by distance or by days; to scale a stop can be
 * moved along, and a place between two of them can be chosen.
 */
export function Ribbon({
  trip,
  stop,
  onMove,
  onAdd,
  onSplit,
}: {
  trip: TripOut;
  stop: number;
  onMove?: (m: Move) => void;
  onAdd?: (at: { km: number; altitude: number | undefined; day: number }) => void;
  onSplit?: (stop: StopOut, keep: number) => void;
}) {
  const { system, ribbon, set } = useSettings();
  const navigate = useNavigate();
  const [ref, room] = useWidth(1280);
  useEffect(pictured, []);
  const [drag, setDrag] = useState<{ id: number; x: number }>();
  const zoom = usePinch(ref);
  const scale: Scale = ribbon;
  const width = Math.round((scale === "even" ? Math.max(room, trip.stops.length * 138) : room) * zoom);
  useEffect(() => {
    // Sideways alone: the page stays where it was scrolled to.
    const at = ref.current?.querySelector("[aria-current]")?.getBoundingClientRect();
    const box = ref.current?.getBoundingClientRect();
    if (at && box) ref.current?.scrollBy({ left: at.left + at.width / 2 - box.left - box.width / 2 });
  }, [ref, stop, width]);
  if (trip.stops.length === 0) return null;

  const heights = drawnHeights(trip.stops);
  const height = (s: StopOut) => heights[trip.stops.indexOf(s)] ?? 0;
  const low = Math.min(0, ...heights);
  const high = Math.max(...heights, low + 500);
  const y = scaleLinear().domain([low, high]).range([BASE, TOP]);
  const at = places(trip.stops, scale, width);
  const xs = at.xs.map((x, i) => (drag && drag.id === trip.stops[i]?.id ? drag.x : x));
  const pts = trip.stops.map((s, i) => [xs[i], y(height(s))] as [number, number]);
  const first = pts[0] as [number, number];
  const last = pts.at(-1) as [number, number];
  const whole: [number, number][] = [
    [0, first[1]],
    ...pts.filter((p, i) => i === 0 || p[0] > (pts[i - 1] as [number, number])[0]),
    [width, last[1]],
  ];
  const current = trip.stops.findIndex((s) => s.id === stop);
  const show = labelled(xs, current, scale === "even" ? 0 : 134, width);
  const go = (i: number) => {
    const s = trip.stops[i];
    if (s) void navigate(`/trips/${trip.id}/stops/${s.id}`);
  };
  const nudge = (s: StopOut, by: number) => {
    if (!onMove || scale === "even") return;
    if (scale === "km") onMove({ stop: s, km: Math.max(0, s.km + by) });
    else onMove({ stop: s, day: Math.max(1, s.day + by) });
  };
  const drop = (s: StopOut, x: number) => {
    if (scale === "km") onMove?.({ stop: s, km: Math.max(0, Math.round(at.value(x))) });
    else if (scale === "days") onMove?.({ stop: s, day: Math.max(1, Math.round(at.value(x))) });
  };

  return (
    <div className={width > room ? "ribbon-frame ribbon-scrolls" : "ribbon-frame"}>
      <div className="ribbon" ref={ref}>
        <svg
          width={width}
          height={HEIGHT}
          aria-hidden="true"
          className="ribbon-land"
          onDoubleClick={(e) => {
            if (!onAdd) return;
            const x = e.clientX - e.currentTarget.getBoundingClientRect().left;
            onAdd(stopAt(trip.stops, xs, x));
          }}
        >
          <path
            d={
              area<[number, number]>()
                .x((p) => p[0])
                .y0(BASE + 4)
                .y1((p) => p[1])
                .curve(curveMonotoneX)(whole) ?? ""
            }
            className="ribbon-ground"
          />
          <path d={line<[number, number]>().curve(curveMonotoneX)(whole) ?? ""} className="ribbon-line" />
          {scale === "days" &&
            trip.stops.map(
              (s, i) =>
                nights(s) > 1 && (
                  <Stay
                    key={s.id}
                    stop={s}
                    x={xs[i] as number}
                    y={y(height(s))}
                    perDay={at.perUnit}
                    onSplit={onSplit && ((keep) => onSplit(s, keep))}
                  />
                ),
            )}
        </svg>
        <ol className="ribbon-stops" style={{ width }} aria-label="Stops of the trip">
          {trip.stops.map((s, i) => {
            const brews = trip.brews.filter((b) => b.stop_id === s.id);
            const heat = heatOf(s);
            const here = s.id === stop;
            const named = show[i] === true;
            const half = !named ? 8 : scale === "even" ? at.perUnit / 2 : 58;
            const more = [
              isDry(s) ? "no water" : "",
              s.water.caution ? "doubtful water" : "",
              s.facts.resupply?.length ? `sells ${s.facts.resupply.join(", ")}` : "",
            ].filter(Boolean);
            const words = `day ${s.day}, ${heat.word}${more.map((m) => `, ${m}`).join("")}, ${counted(brews.length, "brew")}`;
            return (
              <li
                key={s.id}
                className={named ? undefined : "ribbon-small"}
                style={{ left: (xs[i] as number) - half, width: half * 2 }}
              >
                <button
                  type="button"
                  aria-current={here ? "page" : undefined}
                  title={`${s.name}: ${words}.`}
                  onClick={() => !drag && go(i)}
                  onKeyDown={(e) => {
                    if (e.key === "x" && onSplit && nights(s) > 1) {
                      e.preventDefault();
                      return onSplit(s, Math.ceil(nights(s) / 2));
                    }
                    const dir = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
                    if (dir === 0) return;
                    e.preventDefault();
                    if (e.altKey) return nudge(s, dir);
                    const to = i + dir;
                    if (to < 0 || to >= trip.stops.length) return;
                    (
                      e.currentTarget.closest("ol")?.children[to]?.firstElementChild as HTMLElement | null
                    )?.focus();
                    go(to);
                  }}
                >
                  {named && (
                    <span
                      className="ribbon-figures num"
                      style={{ top: labelTop(pts, i, half, width > room ? Infinity : width) }}
                    >
                      {altitudeInWords(s, system, { step: isUs(system) ? 50 : 10 })} ·{" "}
                      {s.boil.unplaced ? "not known" : inWords(s.boil.boil_c, "°C", system)}
                    </span>
                  )}
                  <span
                    className="ribbon-dot"
                    style={{ top: y(height(s)) - 6 }}
                    onPointerDown={(e) => {
                      if (!onMove || scale === "even" || e.button !== 0) return;
                      e.currentTarget.setPointerCapture(e.pointerId);
                    }}
                    onPointerMove={(e) => {
                      if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
                      const box = ref.current?.getBoundingClientRect();
                      if (box)
                        setDrag({ id: s.id, x: Math.min(Math.max(e.clientX - box.left, 8), width - 8) });
                    }}
                    onPointerUp={() => {
                      if (drag) drop(s, drag.x);
                      setTimeout(() => setDrag(undefined), 0);
                    }}
                  />
                  <span className="ribbon-brews" aria-hidden="true">
                    {brews.slice(0, 6).map((b) => (
                      <i key={b.id} className={b.tastings > 0 ? "made" : undefined} />
                    ))}
                  </span>
                  {named && (
                    <span className="ribbon-name">
                      <HeatMark shape={heat.shape} />
                      {isDry(s) && <DryMark />}
                      {!!s.facts.resupply?.length && <BagMark />} {s.name}
                    </span>
                  )}
                  <span className="sr">
                    {!named && s.name}, {words}
                  </span>
                </button>
              </li>
            );
          })}
        </ol>
      </div>
      <div className="ribbon-scale" role="group" aria-label="Scale of the ribbon">
        {(["even", "km", "days"] as const).map((m) => (
          <button
            key={m}
            type="button"
            aria-pressed={scale === m}
            onClick={() => set({ ribbon: m })}
            title={{ even: "Evenly spaced", km: "To scale by distance", days: "To scale by days" }[m]}
          >
            {{ even: "even", km: "distance", days: "days" }[m]}
          </button>
        ))}
      </div>
    </div>
  );
}

/** The days of a stay, as a line; it is split where it is clicked. */
function Stay({
  stop,
  x,
  y,
  perDay,
  onSplit,
}: {
  stop: StopOut;
  x: number;
  y: number;
  perDay: number;
  onSplit?: (keep: number) => void;
}) {
  const days = nights(stop);
  const line = { x1: x, x2: x + (days - 1) * perDay, y1: y, y2: y };
  return (
    <g>
      <line className="ribbon-stay" {...line} />
      {onSplit && (
        <line
          className="ribbon-cut"
          {...line}
          data-stay={stop.id}
          onClick={(e) => {
            const from = e.currentTarget.getBoundingClientRect().left;
            onSplit(keptDays(e.clientX - from, perDay, days));
          }}
        >
          <title>Split {stop.name} here</title>
        </line>
      )}
    </g>
  );
}

export function HeatMark({ shape }: { shape: "flame" | "plug" | "cup" }) {
  return (
    <svg
      width="11"
      height="12"
      viewBox="0 0 11 12"
      aria-hidden="true"
      className={`heatmark heatmark-${shape}`}
    >
      {shape === "flame" && (
        <path d="M5.5 0.5 C6.5 3 9.5 4.5 9.5 7.5 A4 4 0 0 1 1.5 7.5 C1.5 6 2.6 5.2 3.2 4 C3.8 5 4.3 5.2 4.6 5 C5.2 4 4.8 2 5.5 0.5 Z" />
      )}
      {shape === "plug" && (
        <path d="M3 0.5 h1.4 v3 h2.2 v-3 h1.4 v3 h1.2 v2.2 a3.4 3.4 0 0 1 -3 3.2 v2.6 h-1.4 v-2.6 a3.4 3.4 0 0 1 -3 -3.2 v-2.2 h1.2 z" />
      )}
      {shape === "cup" && (
        <path
          d="M1 4 h7 v1 h1.2 a1.4 1.4 0 0 1 0 4 h-1.6 a3 3 0 0 1 -2.4 1.5 h-1.4 a2.8 2.8 0 0 1 -2.8 -2.8 z M3 0.5 q1 1.2 0 2.6 M5.6 0.5 q1 1.2 0 2.6"
          fillRule="evenodd"
        />
      )}
    </svg>
  );
}

/** A drop struck out: no water here. */
export function DryMark() {
  return (
    <svg width="11" height="12" viewBox="0 0 11 12" aria-hidden="true" className="heatmark mark-dry">
      <path d="M5.5 1 C7.5 4 9 5.6 9 7.8 A3.5 3.5 0 0 1 2 7.8 C2 5.6 3.5 4 5.5 1 Z" />
      <path d="M1 11 L10 1.5" />
    </svg>
  );
}

/** A bag: something is sold here. */
export function BagMark() {
  return (
    <svg width="11" height="12" viewBox="0 0 11 12" aria-hidden="true" className="heatmark mark-bag">
      <path d="M1.5 4.5 h8 l0.8 6.5 h-9.6 z M3.5 4.5 v-1 a2 2 0 0 1 4 0 v1 h-1.2 v-1 a0.8 0.8 0 0 0 -1.6 0 v1 z" />
    </svg>
  );
}
