import { expect, test } from "vitest";
import { dateInWords, momentInWords } from "./dates";

test("a moment is told as it is at the stop, whatever the zone here", () => {
  expect(momentInWords("2026-11-26T07:05:00+11:00", 3, "en-GB")).toBe("Thu 26 Nov, 07:05");
  expect(momentInWords("2026-11-26T07:05:00-09:00", 3, "en-GB")).toBe("Thu 26 Nov, 07:05");
  expect(momentInWords("", 3)).toBe("day 3");
});

test("a date is written as one writes it", () => {
  expect(dateInWords("2027-01-20", "en-GB")).toBe("20 Jan 2027");
  expect(dateInWords("2027-01-20", "en-US")).toBe("Jan 20, 2027");
  expect(dateInWords("2026-11-26T23:59:59Z", "en-GB")).toBe("26 Nov 2026");
  expect(dateInWords("some day")).toBe("some day");
});
