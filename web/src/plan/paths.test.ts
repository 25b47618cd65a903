import { describe, expect, it } from "vitest";
import type { PlanRequest } from "../api/client";
import { atStop, canonical, conditionsOf, getIn, setIn } from "./paths";

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

describe("a request and its stop", () => {
  it("gives a stop what a stop has, and takes it back", () => {
    const c = conditionsOf({ ...r, dose_g: 20, grinder: { zero_um: 0 } });
    expect(Object.keys(c)).toEqual(["place", "heat"]);
    expect(conditionsOf(atStop(c))).toEqual(c);
  });
});
