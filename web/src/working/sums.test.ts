import { describe, expect, it } from "vitest";
import type { WorkingFigure } from "../api/client";
import { signsOf } from "../units/adding";
import { inWords, shownParts, type System } from "../units/units";

// Workings of plans that the core made: a test of the whole program says in which file.
const file = (import.meta.env as Record<string, string | undefined>).VITE_SHEETS;

const read = (text: string) =>
  Number(
    text
      .replaceAll(",", "")
      .replace("−", "-")
      .replace(/[^0-9.-].*/, ""),
  );

describe.skipIf(!file)("the workings of many plans", () => {
  it("add up as they are shown", async () => {
    const { default: sheets } = (await import(/* @vite-ignore */ file as string)) as {
      default: Record<string, WorkingFigure>[];
    };
    let sums = 0;
    for (const sheet of sheets)
      for (const [path, w] of Object.entries(sheet)) {
        if (w.value === null || w.unit === "s" || w.unit === "°C") continue;
        const parts = w.inputs
          .filter((i) => i.value !== null && i.unit === w.unit)
          .map((i) => i.value as number);
        const signs = signsOf(parts, w.value);
        if (!signs) continue;
        for (const system of ["metric", "metric-dl", "us", "us-cups"] as System[]) {
          const { shown, sum } = shownParts(parts, w.value, w.unit, system);
          const added = shown.reduce((a, t, i) => a + read(t) * (signs[i] as number), 0);
          expect(added, `${path}: ${shown.join(", ")} and ${sum}`).toBeCloseTo(read(sum), 6);
          expect(sum, `${path}: one figure in one rounding`).toBe(inWords(w.value, w.unit, system));
          sums++;
        }
      }
    expect(sums).toBeGreaterThan(sheets.length);
  }, 240_000);
});
