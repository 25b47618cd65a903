import { limits } from "../api/limits";
import { useEffect, useId, useRef, type KeyboardEvent } from "react";
import { useSettings } from "../app/settings";
import { pictured } from "../app/pictured";
import { useWidth } from "../app/useWidth";
import { inWords, toShown, unitOf, fromShown } from "../units/units";
import { dragged, groundAt, hillFor, shareAt } from "./hill";
import "./place.css";

/** The width of a letter of the boiling point, in px. */
const LETTER = 9.7;

/** How near to the dot a touch takes hold of it, in px. */
const NEAR = 30;

export interface Boiling {
  boil_c: number;
  boil_low_c: number;
  boil_high_c: number;
}

/**
 * A hill drawn to scale, with where one is on it and what water boils at there. The place is
 * dragged along the hill, or moved with the arrow keys.
 */
export function Hill({
  altitude,
  boil,
  height = 170,
  onAltitude,
}: {
  /** In m; undefined where nobody has said it. */
  altitude: number | undefined;
  boil: Boiling | undefined;
  height?: number;
  /** Left out where it is only looked at. */
  onAltitude?: (m: number) => void;
}) {
  const { system } = useSettings();
  const [ref, width] = useWidth(360, 280);
  const id = useId();
  useEffect(pictured, []);
  const svg = useRef<SVGSVGElement>(null);
  const held = useRef(false);
  const at = altitude ?? 0;
  const top = hillFor(at);
  const base = height - 4;
  const roof = 26;
  const y = (m: number) => base - ((m + 430) / (top + 430)) * (base - roof);
  const shares = Array.from({ length: 101 }, (_, i) => i / 100);
  const ground = shares.map((s) => `${(s * width).toFixed(1)},${y(groundAt(s, top)).toFixed(1)}`).join(" L");
  // A ridge behind it, paler: no height is read off it.
  const far = shares
    .map(
      (s) =>
        `${(s * width).toFixed(1)},${y(top * (0.34 + 0.3 * Math.sin(s * 5.1 + 0.6) + 0.1 * Math.sin(s * 13))).toFixed(1)}`,
    )
    .join(" L");
  const x = shareAt(at, top) * width;
  const py = y(at);
  const right = x < width * 0.5;
  const unit = system.startsWith("us") ? 4000 : 1000;
  const step = top > 5000 ? unit * 2 : unit;
  const ticks: number[] = [];
  for (let v = 0; v <= toShown(top, "m", system); v += step) ticks.push(v);
  const label = boil
    ? `${altitude !== undefined ? "boils at " : width > 480 ? "Sea level assumed: boils at " : "assumed: boils at "}${inWords(boil.boil_c, "°C", system, { fine: true })}`
    : "";
  const labelX = right ? x + 18 : 6;
  const labelY = py - 7 < roof ? py + 16 : py - 7;
  const labelEnds = labelX + label.length * LETTER;
  const move = (e: { clientX: number }) => {
    const box = svg.current?.getBoundingClientRect();
    if (box) onAltitude?.(dragged((e.clientX - box.left) / box.width, top));
  };
  const onKey = (e: KeyboardEvent) => {
    const by = {
      ArrowUp: 10,
      ArrowRight: 10,
      ArrowDown: -10,
      ArrowLeft: -10,
      PageUp: 100,
      PageDown: -100,
    }[e.key];
    if (by === undefined) return;
    e.preventDefault();
    onAltitude?.(Math.min(Math.max(at + by * (e.shiftKey ? 10 : 1), -430), 8850));
  };
  return (
    <div ref={ref} className={onAltitude ? "hill" : "hill hill-still"}>
      <svg
        ref={svg}
        width={width}
        height={height}
        role="group"
        aria-labelledby={`${id}-t`}
        // A touch that scrolls the page goes by; one on the dot, or a click, moves it.
        onPointerDown={(e) => {
          const box = e.currentTarget.getBoundingClientRect();
          if (Math.hypot(e.clientX - box.left - x, e.clientY - box.top - py) > NEAR) return;
          held.current = true;
          e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={(e) => held.current && move(e)}
        onPointerUp={() => (held.current = false)}
        onPointerCancel={() => (held.current = false)}
        onClick={move}
      >
        <title id={`${id}-t`}>
          {onAltitude
            ? "The hill, drawn to scale: drag the dot along it"
            : "The place on a hill, drawn to scale"}
        </title>
        <g aria-hidden="true">
          <rect className="hill-sea" x={0} y={y(0)} width={width * 0.06} height={base - y(0)} />
          <defs>
            <linearGradient id={`${id}-g`} x1="0" y1="0" x2="0.25" y2="1">
              <stop className="hill-light" offset="0" />
              <stop className="hill-shade" offset="1" />
            </linearGradient>
          </defs>
          <path className="hill-far" d={`M0,${base} L${far} L${width},${base} Z`} />
          <path
            className="hill-ground"
            fill={`url(#${id}-g)`}
            d={`M0,${base} L${ground} L${width},${base} Z`}
          />
          {ticks.map((v) => {
            const m = fromShown(v, "m", system);
            // The boiling point is written over it.
            if (labelEnds > width - 50 && Math.abs(y(m) + 4 - labelY) < 15) return null;
            return (
              <g key={v}>
                <line className="sc-grid" x1={width - 5} x2={width} y1={y(m)} y2={y(m)} />
                <text className="hill-tick" x={width - 8} y={y(m) + 4} textAnchor="end">
                  {v.toLocaleString("en")}
                  {v === 0 ? `\u2009${unitOf("m", system)}` : ""}
                </text>
              </g>
            );
          })}
          <line className="hill-boil" x1={0} x2={width - 44} y1={py} y2={py} />
        </g>
        {boil && (
          <text className="hill-boils" x={labelX} y={labelY} textAnchor="start">
            {label}
          </text>
        )}
        {onAltitude ? (
          <circle
            className={altitude === undefined ? "hill-dot hill-dot-assumed" : "hill-dot"}
            cx={x}
            cy={py}
            r={11}
            role="slider"
            tabIndex={0}
            aria-label="Altitude"
            aria-valuemin={limits["Place.altitude_m"].min}
            aria-valuemax={limits["Place.altitude_m"].max}
            aria-valuenow={at}
            aria-valuetext={altitude === undefined ? "not said" : inWords(at, "m", system)}
            onKeyDown={onKey}
          />
        ) : (
          <circle
            className={altitude === undefined ? "hill-dot hill-dot-assumed" : "hill-dot"}
            cx={x}
            cy={py}
            r={9}
          />
        )}
      </svg>
    </div>
  );
}
