import { describe, expect, it } from "vitest";
import { withKey } from "./withKey";

describe("one key of an object", () => {
  const o: { a?: number; b?: string; c?: boolean } = { a: 1, b: "x" };
  it("is set in a copy", () => {
    expect(withKey(o, "a", 2)).toEqual({ a: 2, b: "x" });
    expect(withKey(o, "c", true)).toEqual({ a: 1, b: "x", c: true });
    expect(o).toEqual({ a: 1, b: "x" });
  });
  it.each([undefined, null, "", false])("is taken away by %s", (v) => {
    expect(withKey(o, "b", v)).toEqual({ a: 1 });
  });
  it("keeps a zero", () => {
    expect(withKey(o, "a", 0)).toEqual({ a: 0, b: "x" });
  });
});
