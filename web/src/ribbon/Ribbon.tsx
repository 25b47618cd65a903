import { area, curveMonotoneX, line } from "d3-shape";
import { scaleLinear } from "d3-scale";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { StopOut, TripOut } from "../api/client";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";
import "./ribbon.css";

const HEIGHT = 104;
const BASE = 74;
const TOP = 30;

const altitude = (s: StopOut) => s.conditions.place?.altitude_m ?? 0;

/** What heat there is at a stop, in a word and a shape. */
export function heatOf(s: StopOut): { word: string; shape: "flame" | "plug" | "cup" } {
  const h = s.conditions.heat;
  if (h?.supplied_c) return { word: "hot water supplied", shape: "cup" };
  if (h?.burner === "mains" || h?.burner === "element-12v") return { word: "electric", shape: "plug" };
  return { word: "flame", shape: "flame" };
}

/** The trip as an elevation profile, with its stops on it: the way about the trip. */
export function Ribbon({ trip, stop }: { trip: TripOut; stop: number }) {
  const { system } = useSettings();
  const navigate = useNavigate();
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(1280);
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    const watch = new ResizeObserver(
      ([e]) => e && setWidth(Math.max(e.contentRect.width, trip.stops.length * 116)),
    );
    watch.observe(el);
    return () => watch.disconnect();
  }, [trip.stops.length]);
  useEffect(() => {
    ref.current?.querySelector("[aria-current]")?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [stop, width]);

  if (trip.stops.length === 0) return null;
  const heights = trip.stops.map(altitude);
  const low = Math.min(0, ...heights);
  const high = Math.max(...heights, low + 500);
  const y = scaleLinear().domain([low, high]).range([BASE, TOP]);
  // Evenly, so that every label has its room; distances stand in words.
  const gap = width / trip.stops.length;
  const x = (i: number) => gap * (i + 0.5);
  const pts = trip.stops.map((s, i) => [x(i), y(altitude(s))] as [number, number]);
  const first = pts[0] as [number, number];
  const last = pts.at(-1) as [number, number];
  const whole: [number, number][] = [[0, first[1]], ...pts, [width, last[1]]];
  const go = (i: number) => {
    const s = trip.stops[i];
    if (s) void navigate(`/trips/${trip.id}/stops/${s.id}`);
  };

  return (
    <div className="ribbon" ref={ref}>
      <svg width={width} height={HEIGHT} aria-hidden="true" className="ribbon-land">
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
      </svg>
      <ol className="ribbon-stops" style={{ width }} aria-label="Stops of the trip">
        {trip.stops.map((s, i) => {
          const brews = trip.brews.filter((b) => b.stop_id === s.id).length;
          const heat = heatOf(s);
          const here = s.id === stop;
          return (
            <li key={s.id} style={{ width: gap }}>
              <button
                type="button"
                aria-current={here ? "page" : undefined}
                title={`Day ${s.day}. ${heat.word}. ${brews} ${brews === 1 ? "brew" : "brews"}.`}
                onClick={() => go(i)}
                onKeyDown={(e) => {
                  const to = e.key === "ArrowRight" ? i + 1 : e.key === "ArrowLeft" ? i - 1 : -1;
                  if (to < 0 || to >= trip.stops.length) return;
                  e.preventDefault();
                  (
                    e.currentTarget.closest("ol")?.children[to]?.firstElementChild as HTMLElement | null
                  )?.focus();
                  go(to);
                }}
              >
                <span className="ribbon-figures num" style={{ top: y(altitude(s)) - 25 }}>
                  {inWords(altitude(s), "m", system, { step: system === "us" ? 50 : 10 })} ·{" "}
                  {inWords(s.boil.boil_c, "°C", system)}
                </span>
                <span className="ribbon-dot" style={{ top: y(altitude(s)) - 6 }} />
                <span className="ribbon-name">
                  <HeatMark shape={heat.shape} /> {s.name}
                </span>
                <span className="sr">
                  , day {s.day}, {heat.word}, {brews} brews
                </span>
              </button>
            </li>
          );
        })}
      </ol>
    </div>
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
