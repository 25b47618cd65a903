// How one gets on with an exercise: the errors of the last ten times, on this device.

import { useStored } from "../app/useStored";

export type Kind = "stream" | "gram" | "broken" | "guess" | "boil" | "climb" | "press";

export type Progress = Partial<Record<Kind, number[]>>;

const LAST = 10;

const read = (text: string | null): Progress => {
  try {
    const all = JSON.parse(text ?? "{}") as Record<string, unknown>;
    return Object.fromEntries(
      Object.entries(all).filter(([, v]) => Array.isArray(v) && v.every((n) => typeof n === "number")),
    ) as Progress;
  } catch {
    return {};
  }
};

export const useProgress = () => useStored("practice", read, (v: Progress) => JSON.stringify(v));

/** One more, and the last ten of them. */
export const withOne = (was: Progress, kind: Kind, error: number): Progress => ({
  ...was,
  [kind]: [...(was[kind] ?? []), error].slice(-LAST),
});

/** The middle one of some errors. */
export function median(v: number[]): number {
  const sorted = [...v].sort((a, b) => a - b);
  const mid = Math.floor(sorted.length / 2);
  return sorted.length % 2 ? (sorted[mid] ?? 0) : ((sorted[mid - 1] ?? 0) + (sorted[mid] ?? 0)) / 2;
}

/** The last one beside those before it; undefined before there are three. */
export function comparedToBefore(v: number[]): "nearer" | "farther" | "as before" | undefined {
  if (v.length < 4) return undefined;
  const before = median(v.slice(0, -1));
  const last = v.at(-1) ?? 0;
  if (Math.abs(last - before) < 0.1 * Math.max(before, 0.1)) return "as before";
  return last < before ? "nearer" : "farther";
}
