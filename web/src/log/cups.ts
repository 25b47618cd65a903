import type { LogEntry, Plan, Schemas } from "../api/client";
import { inWords, type System } from "../units/units";

/** What cups set side by side are called; as many as these are compared at once. */
export const letters = ["A", "B", "C", "D"];
export const mostCups = letters.length;

/** How a cup was, in a few words. */
export const saidOf = (l: Pick<LogEntry, "says">) => l.says || "no taste noted";

/** What may be another than before, from a cup on. */
export const changes = {
  bag: "a new bag",
  roast: "a different roast",
  water: "different water",
  grinder: "the grinder",
  nothing: "nothing",
} as const;

/** In what all the cups are alike, of what their pairs say. */
export const sameIn = (compared: Schemas["Compared"][]) =>
  (compared[0]?.same ?? []).filter((s) => compared.every((c) => c.same.some((t) => t.field === s.field)));

/** What differs between the first cup and each of the others, by what it is: a value a cup. */
export function rowsOf(compared: Schemas["Compared"][]) {
  type Cell = { value?: { value: number; unit: string }; word?: string };
  const rows = new Map<string, { label: string; cells: Cell[] }>();
  compared.forEach((c, i) => {
    for (const d of c.differences) {
      const first: Cell = { value: d.a, word: d.word_a };
      const row = rows.get(d.field) ?? {
        label: d.label,
        // Where nothing is said to differ, it is as in the first.
        cells: Array.from({ length: compared.length + 1 }, () => first),
      };
      row.cells[i + 1] = { value: d.b, word: d.word_b };
      rows.set(d.field, row);
    }
  });
  return [...rows.entries()].map(([field, r]) => ({ field, ...r }));
}

/** What a brew takes, in a line: coffee, water, grind and heat. */
export const amountsOf = (p: Plan, system: System): string =>
  [
    p.dose_g !== null && inWords(p.dose_g, "g", system),
    p.water.poured_ml !== null && p.water.poured_ml > 0 && inWords(p.water.poured_ml, "ml", system),
    p.grind.clicks !== null ? inWords(p.grind.clicks, "clicks", system) : p.grind.band,
    p.start_c !== null && inWords(p.start_c, "°C", system),
  ]
    .filter(Boolean)
    .join(", ");
