import { describe, expect, it } from "vitest";
import { fromSevenBit, toSevenBit } from "./sevenbit";

describe("bytes as text", () => {
  it("come back as they were, whatever their number", () => {
    for (let n = 0; n < 260; n++) {
      const bytes = Uint8Array.from({ length: n }, (_, i) => (i * 167 + n * 31) & 255);
      expect([...fromSevenBit(toSevenBit(bytes))]).toEqual([...bytes]);
    }
    for (const b of [0, 255]) {
      const same = new Uint8Array(50).fill(b);
      expect([...fromSevenBit(toSevenBit(same))]).toEqual([...same]);
    }
  });
  it("are ASCII, and nothing to HTML", () => {
    const all = toSevenBit(Uint8Array.from({ length: 4096 }, (_, i) => (i * i * 7 + (i >> 3)) & 255));
    for (const c of all) expect(c.charCodeAt(0)).toBeLessThan(128);
    expect(all).not.toMatch(/[<\n\r]/);
    expect(all.includes("\0")).toBe(false);
    expect(all.length).toBeLessThan(4096 * 1.2);
  });
  it("that are cut are no bytes", () => {
    expect(() => fromSevenBit(toSevenBit(new Uint8Array(100).fill(7)).slice(0, -1))).toThrow();
    expect(() => fromSevenBit("nothing")).toThrow();
    expect(() => fromSevenBit("")).toThrow();
  });
});
