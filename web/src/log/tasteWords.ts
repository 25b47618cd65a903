// What the steps of a tasting's scales mean.

export type Scale = "sour_bitter" | "weak_strong" | "silt" | "hollow" | "harsh" | "flat" | "hotness";

export interface ScaleSpec {
  key: Scale;
  label: string;
  steps: [number, string][];
}

const both = (low: string, mid: string, high: string): [number, string][] => [
  [-3, `very ${low}`],
  [-2, low],
  [-1, `a little ${low}`],
  [0, mid],
  [1, `a little ${high}`],
  [2, high],
  [3, `very ${high}`],
];
const grows = (none: string, what: string): [number, string][] => [
  [0, none],
  [1, `a little ${what}`],
  [2, what],
  [3, `very ${what}`],
];

const quick: ScaleSpec[] = [
  { key: "sour_bitter", label: "Sour or bitter?", steps: both("sour", "balanced", "bitter") },
  { key: "weak_strong", label: "Weak or strong?", steps: both("weak", "right", "strong") },
];
export const deeper: ScaleSpec[] = [
  { key: "hollow", label: "Hollow?", steps: grows("full", "hollow") },
  { key: "harsh", label: "Harsh?", steps: grows("soft", "harsh") },
  { key: "flat", label: "Flat?", steps: grows("lively", "flat") },
  { key: "silt", label: "Silt?", steps: grows("clean", "silty") },
  {
    key: "hotness",
    label: "At the first sip",
    steps: [
      [-2, "cold"],
      [-1, "cool"],
      [0, "right"],
      [1, "hot"],
      [2, "too hot"],
    ],
  },
];

/** What a step on a scale means; nothing where it was not said. */
export function tasteWord(key: Scale, v: number | undefined): string {
  if (v === undefined) return "";
  const all = [...quick, ...deeper].find((s) => s.key === key)?.steps ?? [];
  return all.find(([n]) => n === Math.round(v))?.[1] ?? String(v);
}
