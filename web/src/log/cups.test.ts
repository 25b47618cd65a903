import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { rowsOf, sameIn } from "./cups";

const compared = (differences: Schemas["CupDifference"][]) => ({ differences }) as Schemas["Compared"];

describe("cups side by side", () => {
  it("have a value each, that of the first where they do not differ from it", () => {
    const g = (value: number) => ({ value, unit: "g" as const });
    const rows = rowsOf([
      compared([{ field: "dose_g", label: "Coffee", a: g(15), b: g(16) }]),
      compared([
        { field: "method", label: "Method", word_a: "cone", word_b: "pot" },
        { field: "dose_g", label: "Coffee", a: g(15), b: g(30) },
      ]),
      compared([]),
    ]);
    expect(rows.map((r) => r.field)).toEqual(["dose_g", "method"]);
    expect(rows[0]?.cells.map((c) => c.value?.value)).toEqual([15, 16, 30, 15]);
    expect(rows[1]?.cells.map((c) => c.word)).toEqual(["cone", "cone", "pot", "cone"]);
  });
  it("are alike in what is the same in each pair", () => {
    const pair = (...same: string[]) =>
      ({ same: same.map((field) => ({ field, label: field })) }) as Schemas["Compared"];
    expect(sameIn([pair("dose_g", "contact_s"), pair("contact_s", "method")]).map((s) => s.field)).toEqual([
      "contact_s",
    ]);
    expect(sameIn([])).toEqual([]);
  });
});
