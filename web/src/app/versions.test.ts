import { describe, expect, it } from "vitest";
import type { Catalogue } from "../api/client";
import { compared, leaves } from "./versions";

const catalogue = {
  fields: [{ path: "place.altitude_m", label: "Altitude", unit: "m" }],
} as unknown as Catalogue;

describe("two versions", () => {
  it("are told apart field by field, with units", () => {
    const { rows, besides } = compared(
      {
        what: "the brew",
        mine: { name: "Late", request: { place: { altitude_m: 2300 }, tolerance: null } },
        changed: { name: "Early", at: "07:00" },
        theirs: { name: "Early", at: "07:00", request: { place: { altitude_m: 1200 } } },
      },
      catalogue,
      "metric",
    );
    expect(rows.map((r) => [r.label, r.mine, r.theirs].map((s) => s.replace(/\s/g, " ")))).toEqual([
      ["Name", "Late", "Early"],
      ["Altitude", "2,300 m", "1,200 m"],
      ["Tolerance", "not set", "not set"],
    ]);
    expect(besides).toEqual(["At"]);
  });

  it("have lists as one value", () => {
    expect(leaves({ a: { b: [1, 2] }, c: null })).toEqual([
      ["a.b", [1, 2]],
      ["c", null],
    ]);
  });
});
