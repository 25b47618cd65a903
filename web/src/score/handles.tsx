// What can be moved in the score: each is a slider, by pointer and by arrow keys, with
// the range that the plan allows.

import { useRef } from "react";
import type { Schemas, Step } from "../api/client";
import { clock } from "../units/units";
import { useAsked } from "./asked";

/** A point to pull up or down, by pointer or arrow keys. */
export function Pull({
  label,
  x,
  y,
  value,
  step,
  least,
  most,
  perPixel,
  coffee,
  told,
  onPull,
}: {
  label: string;
  x: number;
  y: number;
  value: number;
  step: number;
  /** What it may be pulled to. */
  least: number;
  most: number;
  perPixel: number;
  coffee?: boolean;
  told: (v: number) => string;
  onPull: (v: number) => void;
}) {
  const from = useRef({ y: 0, value: 0 });
  const asked = useAsked(value);
  const put = (v: number) => onPull(asked.ask(Math.min(Math.max(Math.round(v / step) * step, least), most)));
  return (
    <g
      className={coffee ? "sc-pull sc-pull-coffee" : "sc-pull"}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most}
      aria-valuenow={value}
      aria-valuetext={told(value)}
      onKeyDown={(e) => {
        const by = { ArrowUp: step, ArrowDown: -step }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        put(asked.from() + by * (e.shiftKey ? 5 : 1));
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        from.current = { y: e.clientY, value };
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (e.currentTarget.hasPointerCapture(e.pointerId))
          put(from.current.value + (from.current.y - e.clientY) * perPixel);
      }}
    >
      <rect x={x - 10} y={y - 12} width={20} height={24} />
      <path d={`M${x},${y - 9} l5,6 h-10 z M${x},${y + 9} l5,-6 h-10 z`} />
    </g>
  );
}

/** The end of a pour, to drag: sideways in time, up and down to another reading. */
export function PourEnd({
  step,
  move,
  whole,
  t,
  y,
  perPixel,
  told,
  onPour,
}: {
  step: Step;
  /** How far it may be moved. */
  move: Schemas["Move"];
  whole: number;
  t: { x: (s: number) => number; at: (x: number) => number };
  y: number;
  perPixel: number;
  told: (v: number) => string;
  onPour: (id: string, change: { at_s?: number; to_pct?: number }) => void;
}) {
  const to = step.to_g ?? 0;
  const from = useRef({ x: 0, y: 0, at: 0, to: 0 });
  const x = t.x(step.at_s + step.for_s);
  const within = (v: number, low: number, high: number) => Math.min(Math.max(v, low), high);
  const inTime = move.at_high_s > move.at_low_s;
  const inWater = move.to_high_pct > move.to_low_pct;
  const share = useAsked((100 * to) / whole);
  const begin = useAsked(step.at_s);
  const moveTo = (pct: number) =>
    onPour(step.id, {
      to_pct: share.ask(within(Math.round(10 * pct) / 10, move.to_low_pct, move.to_high_pct)),
    });
  const moveAt = (s: number) =>
    onPour(step.id, { at_s: begin.ask(within(Math.round(s / 5) * 5, move.at_low_s, move.at_high_s)) });
  // The last pour is all of the water: it moves in time alone.
  const [low, high, at] = inWater
    ? [(move.to_low_pct * whole) / 100, (move.to_high_pct * whole) / 100, to]
    : [move.at_low_s, move.at_high_s, step.at_s];
  if (!inWater && !inTime) return <circle aria-hidden="true" className="sc-reading" cx={x} cy={y} r={4.5} />;
  return (
    <g
      className="sc-pour"
      role="slider"
      tabIndex={0}
      aria-label={`${step.label}: end of the pour`}
      aria-valuemin={Math.round(low)}
      aria-valuemax={Math.round(high)}
      aria-valuenow={Math.round(at)}
      aria-valuetext={`${told(to)} at ${clock(step.at_s + step.for_s)}`}
      onKeyDown={(e) => {
        const k = e.shiftKey ? 5 : 1;
        if (e.key === "ArrowUp" && inWater) moveTo(share.from() + k);
        else if (e.key === "ArrowDown" && inWater) moveTo(share.from() - k);
        else if (e.key === "ArrowRight" && inTime) moveAt(begin.from() + 5 * k);
        else if (e.key === "ArrowLeft" && inTime) moveAt(begin.from() - 5 * k);
        else return;
        e.preventDefault();
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        from.current = { x: e.clientX, y: e.clientY, at: step.at_s, to };
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const dx = e.clientX - from.current.x;
        const dy = from.current.y - e.clientY;
        // One way at a time: the one that it was dragged further.
        if (Math.abs(dx) > Math.abs(dy)) {
          if (inTime) moveAt(t.at(t.x(from.current.at) + dx));
        } else if (inWater) moveTo((100 * (from.current.to + dy * perPixel)) / whole);
      }}
    >
      <rect x={x - 11} y={y - 11} width={22} height={22} />
      <circle className="sc-reading" cx={x} cy={y} r={4.5} />
    </g>
  );
}

/** The end of the steep, to drag. */
export function SteepEnd({
  step,
  contact,
  asked,
  t,
  y,
  height,
  onContact,
}: {
  step: Step;
  contact: number;
  asked?: number;
  t: { x: (s: number) => number; at: (x: number) => number };
  y: number;
  height: number;
  onContact: (s: number) => void;
}) {
  const end = step.at_s + step.for_s;
  const after = contact - end; // what follows the steep goes with it
  const put = (s: number) => onContact(Math.round(Math.max(s, step.at_s + 5) / 5) * 5 + after);
  return (
    <g
      className="sc-steep"
      role="slider"
      tabIndex={0}
      aria-label="End of the steep"
      aria-valuemin={Math.round(step.at_s + 5)}
      aria-valuemax={3600}
      aria-valuenow={Math.round(end)}
      aria-valuetext={clock(end)}
      onKeyDown={(e) => {
        const by = { ArrowLeft: -5, ArrowRight: 5 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        // From what was asked last: keys come faster than plans.
        put((asked ?? contact) - after + by * (e.shiftKey ? 6 : 1));
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
        if (box) put(Math.min(t.at(e.clientX - box.left), 3600));
      }}
    >
      <rect x={t.x(end) - 8} width={16} y={y} height={height} />
      <line x1={t.x(end)} x2={t.x(end)} y1={y} y2={y + height} />
      <circle cx={t.x(end)} cy={y + height - 4} r={5} />
    </g>
  );
}
