// Where things stand in the score: one time axis in two parts, and four lanes.

import { scaleLinear } from "d3-scale";
import type { Plan, Step } from "../api/client";

export type Point = [number, number];

export interface TimeAxis {
  start: number;
  end: number;
  /** Where the axis changes its pace, or undefined when it does not. */
  knee?: number;
  knee2?: number;
  x: (s: number) => number;
  /** The inverse of x. */
  at: (x: number) => number;
  ticks: number[];
}

const pretty = [5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 10800, 21600, 43200];

function ticksBetween(from: number, to: number, pixels: number, least: number): number[] {
  const per = (to - from) / Math.max(pixels, 1);
  const step = pretty.find((p) => p / per >= least) ?? 86400;
  const out: number[] = [];
  for (let t = Math.ceil(from / step) * step; t <= to + 1e-6; t += step) out.push(t);
  return out;
}

/** What of a plan decides its time axis. */
function spanOf(plan: Plan) {
  const steps = plan.steps;
  const start = Math.min(0, ...steps.map((s) => s.at_s));
  const served = Math.max(60, ...steps.map((s) => s.at_s + s.for_s));
  // On to the first sip, if it is not too long a wait.
  const sip = plan.curves.cup_c.at(-1)?.[0] ?? served;
  const end = Math.min(Math.max(served, sip), served * 1.6, served + 3600);
  const night = steps.find((s) => s.for_s > 3600 && s.for_s > 0.5 * (end - start));
  const flame = steps.find((s) => s.id === "flame-full");
  let kneeAt = flame ? flame.at_s + flame.for_s - 5 : 0;
  // A long wait off the heat has little in it either: the knee moves to its end.
  const hands = steps.filter((s) => byHand(s) && s.at_s < 0 && s.at_s >= kneeAt).map((s) => s.at_s);
  if (-kneeAt > 0.45 * (end - kneeAt)) kneeAt = Math.min(-20, ...hands.filter((s) => s > -120)) - 5;
  return { start, end, night, kneeAt };
}

/**
 * The time axis of a plan, or of two that stand beside each other. Heating is long and little happens in it, so it
 * gets at most a third of the width and the rest goes to the brew; where the pace changes the axis has a knee.
 */
export function timeAxis(plan: Plan, left: number, right: number, beside?: Plan): TimeAxis {
  const spans = [plan, ...(beside ? [beside] : [])].map(spanOf);
  const start = Math.min(...spans.map((s) => s.start));
  const end = Math.max(...spans.map((s) => s.end));
  // A wait of hours would leave no room for anything else: it gets a fifth of
  // the width, and both its ends a knee.
  const night = spans.find((s) => s.night)?.night;
  if (night) {
    const from = night.at_s + 30;
    const to = night.at_s + night.for_s - 30;
    const scale = scaleLinear()
      .domain([start, from, to, end])
      .range([left, left + (right - left) * 0.42, left + (right - left) * 0.62, right]);
    const ticks = [
      ...ticksBetween(start, from, (right - left) * 0.42, 46),
      ...ticksBetween(from, to, (right - left) * 0.2, 62),
      ...ticksBetween(to, end, (right - left) * 0.38, 62),
    ];
    return { start, end, knee: from, knee2: to, x: (s) => scale(s), at: (x) => scale.invert(x), ticks };
  }
  // The earlier of two knees: after it, both have something to show.
  const kneeAt = Math.min(...spans.map((s) => s.kneeAt));
  const width = right - left;
  const share = (kneeAt - start) / (end - start);
  const most = 0.3;
  const knee = share > most && kneeAt < 0 ? kneeAt : undefined;
  const domain = knee === undefined ? [start, end] : [start, knee, end];
  const range = knee === undefined ? [left, right] : [left, left + width * most, right];
  const scale = scaleLinear().domain(domain).range(range);
  const least = 46;
  const ticks =
    knee === undefined
      ? ticksBetween(start, end, width, least)
      : [
          ...ticksBetween(start, knee, width * most, least).filter(
            (t) => scale(t) < left + width * most - least / 2,
          ),
          ...ticksBetween(knee, end, width * (1 - most), least),
        ];
  return { start, end, knee, x: (s) => scale(s), at: (x) => scale.invert(x), ticks };
}

/** The value of a curve at a moment, or undefined outside it. */
export function valueAt(curve: Point[], s: number): number | undefined {
  const first = curve[0];
  const last = curve.at(-1);
  if (!first || !last || s < first[0] || s > last[0]) return undefined;
  for (let i = 1; i < curve.length; i++) {
    const a = curve[i - 1] as Point;
    const b = curve[i] as Point;
    if (s <= b[0]) return b[0] === a[0] ? b[1] : a[1] + ((b[1] - a[1]) * (s - a[0])) / (b[0] - a[0]);
  }
  return last[1];
}

/** Whether a step takes the brewer's hands. */
export const byHand = (s: Step): boolean => s.lane === "hands" || s.lane === "scale";

/** Breaks words into lines of at most n letters; undefined when it takes more than `most` lines. */
export function wrap(text: string, n: number, most: number): string[] | undefined {
  const lines: string[] = [];
  for (const word of text.split(" ")) {
    const last = lines.at(-1);
    if (word.length > n) return undefined;
    if (last !== undefined && last.length + 1 + word.length <= n) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines.length <= most ? lines : undefined;
}

/** Moves labels apart along one axis: each keeps at least `gap` from the one before. */
export function spread(at: number[], gap: number): number[] {
  const order = at.map((v, i) => ({ v, i })).sort((a, b) => a.v - b.v);
  const out = [...at];
  let last = -Infinity;
  for (const o of order) {
    last = Math.max(o.v, last + gap);
    out[o.i] = last;
  }
  return out;
}
