import { describe, expect, it } from "vitest";
import { duration, spelled } from "./duration";

describe("a time that is typed", () => {
  it.each([
    ["3:20", 200],
    ["0:45", 45],
    ["1:30:00", 5400],
    ["200 s", 200],
    ["200s", 200],
    ["3 min", 180],
    ["3 min 20", 200],
    ["3 min 20 s", 200],
    ["3.5", 210],
    ["3,5 min", 210],
    ["200", 12000], // in minutes, as the field shows
    ["1 h 30", 5400],
    ["2 hours", 7200],
    ["", undefined],
    ["soon", undefined],
    ["3 soon", undefined],
    ["1:2:3:4", undefined],
    ["3:75", undefined],
    ["20 s 3 min", undefined],
    ["3 s 20", undefined],
    ["-5", undefined],
    ["3:", undefined],
  ])("%s is %s", (text, want) => expect(duration(text)).toBe(want));
  it.each([
    ["1:30", 5400],
    ["2", 7200],
    ["90 min", 5400],
    ["1.5 h", 5400],
    ["0:20", 1200],
  ])("in a field of hours %s is %s", (text, want) => expect(duration(text, "h")).toBe(want));
  it("is spelled out, and read again", () => {
    for (const s of [0, 5, 60, 200, 3600, 5400, 7265, 172800]) expect(duration(spelled(s))).toBe(s);
  });
});
