import { expect, test } from "vitest";
import { dateInWords, instantInWords, momentInWords, timeInWords } from "./dates";

test("a moment is told as it is at the stop, whatever the zone here", () => {
  expect(momentInWords("2026-11-26T07:05:00+11:00", 3, false)).toBe("Thu 26 Nov, 07:05");
  expect(momentInWords("2026-11-26T17:05:00-09:00", 3, true)).toBe("Thu 26 Nov, 5:05 pm");
  expect(momentInWords("", 3, false)).toBe("day 3");
});

test("a date has one style", () => {
  expect(dateInWords("2027-01-20")).toBe("20 Jan 2027");
  expect(dateInWords("2026-11-26T23:59:59Z")).toBe("26 Nov 2026");
  expect(dateInWords("some day")).toBe("some day");
});

test("the clock is the person's", () => {
  expect(timeInWords("06:30", false)).toBe("06:30");
  expect(["00:05", "06:30", "12:00", "12:59", "13:00", "23:59"].map((t) => timeInWords(t, true))).toEqual([
    "12:05 am",
    "6:30 am",
    "12:00 pm",
    "12:59 pm",
    "1:00 pm",
    "11:59 pm",
  ]);
  expect(timeInWords("", true)).toBe("");
});

test("an instant is told by the clock here", () => {
  const at = new Date(2026, 8, 12, 8, 40).toISOString();
  expect(instantInWords(at, false)).toBe("12 Sep 2026, 08:40");
  expect(instantInWords(at, true, false)).toBe("12 Sep, 8:40 am");
  expect(instantInWords("once", false)).toBe("once");
});
