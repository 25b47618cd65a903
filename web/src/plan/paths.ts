import type { Conditions, PlanRequest } from "../api/client";

type Json = Record<string, unknown>;

/** Reads a path such as place.altitude_m from a request. */
export function getIn<T>(r: Conditions | PlanRequest, path: string): T | undefined {
  return path.split(".").reduce<unknown>((o, k) => (o as Json | undefined)?.[k], r) as T | undefined;
}

/** A copy of a request with one path set, or taken away. */
export function setIn<R extends Conditions | PlanRequest>(r: R, path: string, value: unknown): R {
  const [head, ...rest] = path.split(".") as [string, ...string[]];
  const whole = r as unknown as Json;
  let next = value;
  if (rest.length > 0) {
    const sub = setIn((whole[head] ?? {}) as Conditions, rest.join("."), value);
    next = Object.keys(sub).length === 0 ? undefined : sub;
  }
  const others = Object.entries(whole).filter(([k]) => k !== head);
  return Object.fromEntries(next === undefined ? others : [...others, [head, next]]) as unknown as R;
}

/** A request with the conditions of a stop, and nothing else. */
export const atStop = (c: Conditions): PlanRequest => ({ method: "", ...c });

/** What of a request a stop has. */
export const conditionsOf = ({ place, water, heat, vessel, calibration }: PlanRequest): Conditions => ({
  ...(place && { place }),
  ...(water && { water }),
  ...(heat && { heat }),
  ...(vessel && { vessel }),
  ...(calibration && { calibration }),
});

/** A copy of a request, or of conditions, without some paths. */
export const without = <R extends Conditions | PlanRequest>(r: R, paths: string[]): R =>
  paths.reduce((out, path) => setIn(out, path, undefined), r);

/** JSON with its keys in order, to compare two requests. */
export function canonical(v: unknown): string {
  if (v === null || typeof v !== "object") return JSON.stringify(v) ?? "null";
  if (Array.isArray(v)) return `[${v.map(canonical).join(",")}]`;
  return `{${Object.entries(v as Json)
    .filter(([, x]) => x !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([k, x]) => `${JSON.stringify(k)}:${canonical(x)}`)
    .join(",")}}`;
}
