import { describe, expect, it } from "vitest";
import type { Catalogue, PlanRequest } from "../api/client";
import { canonical, getIn, setIn } from "./paths";
import { comparison } from "./Versus";

const r = { method: "cone", place: { altitude_m: 3900, air_c: -4 }, heat: { supplied_c: 92 } } as PlanRequest;

describe("paths of a request", () => {
  it("sets and reads", () => {
    const next = setIn(r, "place.altitude_m", 0);
    expect(getIn(next, "place.altitude_m")).toBe(0);
    expect(getIn(next, "place.air_c")).toBe(-4);
    expect(getIn(r, "place.altitude_m")).toBe(3900);
    expect(getIn(setIn(r, "heat.canister.left_g", 80), "heat.canister.left_g")).toBe(80);
    expect(getIn(r, "water.source_c")).toBeUndefined();
  });

  it("takes away, and leaves no empty group behind", () => {
    expect(setIn(r, "heat.supplied_c", undefined)).not.toHaveProperty("heat");
    expect(setIn(r, "place.air_c", undefined).place).toEqual({ altitude_m: 3900 });
  });

  it("compares whatever the order of the keys", () => {
    expect(canonical({ b: 1, a: { d: 2, c: 3 } })).toBe(canonical({ a: { c: 3, d: 2 }, b: 1 }));
    expect(canonical({ a: undefined })).toBe("{}");
    expect(canonical({ a: 1 })).not.toBe(canonical({ a: 2 }));
  });
});

const catalogue = { fixed_by_school: ["ratio_g_per_l", "dose_g"] } as unknown as Catalogue;

describe("what a plan is compared with", () => {
  it("is a kitchen at sea level, with a burner", () => {
    const home = comparison(r, "home", catalogue);
    expect(home.place).toEqual({ altitude_m: 0, air_c: 20 });
    expect(home.heat).toBeUndefined();
  });
  it("is the same with no adjustment, or another school", () => {
    expect(comparison(r, "plain", catalogue).adjust).toBe("none");
    expect(
      comparison({ ...r, ratio_g_per_l: 70 } as PlanRequest, "school:slow-paper", catalogue),
    ).toMatchObject({
      school: "slow-paper",
    });
    expect(
      comparison({ ...r, ratio_g_per_l: 70 } as PlanRequest, "school:slow-paper", catalogue),
    ).not.toHaveProperty("ratio_g_per_l");
  });
});
