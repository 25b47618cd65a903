// Where the stops of a trip stand on its ribbon.

import type { StopOut } from "../api/client";

export type Scale = "even" | "km" | "days";

const MARGIN = 60;

export const nights = (s: Pick<StopOut, "facts">): number => s.facts.nights ?? 1;

export interface Places {
  xs: number[];
  /** Pixels of a km or of a day. */
  perUnit: number;
  /** The km or day at a place on the ribbon. */
  value: (x: number) => number;
}

/** Places stops evenly, by distance or by day. Stops at one place move apart a little. */
export function places(stops: Pick<StopOut, "km" | "day" | "facts">[], scale: Scale, width: number): Places {
  const n = stops.length;
  if (scale === "even") {
    const gap = width / Math.max(n, 1);
    return { xs: stops.map((_, i) => gap * (i + 0.5)), perUnit: gap, value: (x) => x / gap };
  }
  const of = (s: (typeof stops)[number]) => (scale === "km" ? s.km : s.day);
  const values = stops.map(of);
  const low = Math.min(...values);
  const last = stops.at(-1);
  const high = Math.max(
    ...values,
    scale === "days" && last ? last.day + nights(last) - 1 : -Infinity,
    low + 1,
  );
  const perUnit = (width - 2 * MARGIN) / (high - low);
  const xs: number[] = [];
  for (const v of values) {
    const x = MARGIN + (v - low) * perUnit;
    xs.push(Math.max(x, (xs.at(-1) ?? -Infinity) + 7));
  }
  return { xs, perUnit, value: (x) => low + (x - MARGIN) / perUnit };
}

/** Which stops have room for their name: the current one first, then from the left. */
export function labelled(xs: number[], current: number, room: number, width: number): boolean[] {
  const show = xs.map(() => false);
  if (room === 0) return xs.map(() => true);
  const free = (i: number) => {
    const x = xs[i] as number;
    return (
      x >= room / 2 - 8 &&
      x <= width - room / 2 + 8 &&
      xs.every((o, k) => k === i || !show[k] || Math.abs(o - x) >= room)
    );
  };
  const order = [current, 0, xs.length - 1, ...xs.keys()];
  for (const i of order)
    if (i >= 0 && i < xs.length && !show[i] && (i === current || free(i))) show[i] = true;
  return show;
}

/** What lies at a place between two stops: distance, altitude and day, drawn straight between them. */
export function stopAt(
  stops: Pick<StopOut, "km" | "day" | "conditions">[],
  xs: number[],
  x: number,
): { km: number; altitude: number | undefined; day: number } {
  const alt = (s: (typeof stops)[number] | undefined) => s?.conditions.place?.altitude_m;
  let i = xs.findIndex((v) => v > x);
  if (i < 0) i = xs.length;
  const a = stops[i - 1];
  const b = stops[i];
  if (!a || !b) {
    const only = a ?? b;
    return { km: only?.km ?? 0, altitude: alt(only), day: only?.day ?? 1 };
  }
  const f = (x - (xs[i - 1] as number)) / Math.max((xs[i] as number) - (xs[i - 1] as number), 1);
  const mix = (u: number, v: number) => u + (v - u) * f;
  return {
    km: Math.round(mix(a.km, b.km)),
    altitude:
      alt(a) === undefined || alt(b) === undefined
        ? (alt(a) ?? alt(b))
        : Math.round(mix(alt(a) as number, alt(b) as number) / 10) * 10,
    day: Math.round(mix(a.day, b.day)),
  };
}

/** How many days the first of two stops keeps when a stay is cut at `x` from its first day. */
export function keptDays(x: number, perDay: number, days: number): number {
  return Math.min(Math.max(Math.floor(x / perDay) + 1, 1), days - 1);
}

const ABOVE = 25;
const BELOW = 9;
/** The corner in which the scale is chosen, in px. */
const CORNER = { width: 152, height: 26 };

/**
 * Where the figures of stop `i` stand: over the ground beside it, so that neither
 * line nor rings cross them, and under its ring where the corner is taken.
 */
export function labelTop(points: [number, number][], i: number, half: number, width: number): number {
  const [x, y] = points[i] as [number, number];
  let highest = y;
  points.forEach(([px, py], j) => {
    const next = points[j + 1];
    if (Math.abs(px - x) < half) highest = Math.min(highest, py);
    if (!next) return;
    // The line between two stops, where it passes an end of the label.
    for (const edge of [x - half, x + half])
      if (px <= edge && edge < next[0])
        highest = Math.min(highest, py + ((next[1] - py) * (edge - px)) / (next[0] - px));
  });
  const top = Math.max(highest - ABOVE, 0);
  return x + half > width - CORNER.width && top < CORNER.height ? y + BELOW : top;
}
