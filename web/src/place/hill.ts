// The hill on which one says how high one is: heights to scale, the way up it from the
// left.

import { limits } from "../api/limits";

/** Heights that the hill is drawn to, in m: the usual one, and that of the highest there is. */
const USUAL = 5000;
const { min: LOWEST, max: HIGHEST } = limits["Place.altitude_m"];
/** Shares of the width: where the shore is, and the top. */
const SHORE = 0.06;
const TOP = 0.78;

const smooth = (t: number) => t * t * (3 - 2 * t);

/** The height of the hill for somebody at an altitude, in m. */
export const hillFor = (altitude: number): number => (altitude > USUAL ? HIGHEST : USUAL);

/** The ground at a share of the width, in m. */
export function groundAt(share: number, top: number): number {
  if (share <= SHORE) return LOWEST + ((0 - LOWEST) * Math.max(share, 0)) / SHORE;
  if (share <= TOP) return top * smooth((share - SHORE) / (TOP - SHORE));
  return top * (1 - 0.42 * smooth(Math.min((share - TOP) / (1 - TOP), 1)));
}

/** Where on the way up an altitude is, as a share of the width. */
export function shareAt(altitude: number, top: number): number {
  let low = 0;
  let high = TOP;
  for (let i = 0; i < 40; i++) {
    const mid = (low + high) / 2;
    if (groundAt(mid, top) < altitude) low = mid;
    else high = mid;
  }
  return (low + high) / 2;
}

/** The altitude that a share of the width means to somebody who drags: on the way up, to 10 m. */
export function dragged(share: number, top: number): number {
  const m = groundAt(Math.min(Math.max(share, 0), TOP), top);
  return Math.round(m / 10) * 10;
}
