import { describe, expect, it } from "vitest";
import { seconds } from "./ClockField";

describe("a time that is typed", () => {
  it.each([
    ["3:20", 200],
    ["200", 200],
    ["0:45", 45],
    ["12:00:00", 43200],
    ["", undefined],
    ["soon", undefined],
    ["1:2:3:4", undefined],
    ["-5", undefined],
  ])("%s is %s", (text, want) => expect(seconds(text)).toBe(want));
});
