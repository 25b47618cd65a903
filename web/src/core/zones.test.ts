import { describe, expect, it } from "vitest";

import { offsetChanges } from "./zones";

/** The offset that a table of changes gives at a moment. */
const at = (changes: [number, number][], when: number) =>
  changes.reduce((was, [from, east]) => (from <= when ? east : was), NaN);

const utc = (text: string) => Date.parse(text) / 1000;

describe("changes of a zone's offset", () => {
  it("are where the law has them", () => {
    const berlin = offsetChanges("Europe/Berlin") ?? [];
    expect(berlin).toContainEqual([utc("2026-03-29T01:00:00Z"), 7200]);
    expect(berlin).toContainEqual([utc("2026-10-25T01:00:00Z"), 3600]);
    const howe = offsetChanges("Australia/Lord_Howe") ?? [];
    expect(at(howe, utc("2026-01-15T00:00:00Z"))).toBe(11 * 3600);
    expect(at(howe, utc("2026-07-15T00:00:00Z"))).toBe(10.5 * 3600);
  });

  it("are none where the clocks are never changed", () => {
    expect(offsetChanges("Asia/Kathmandu")).toEqual([[utc("2015-01-01T00:00:00Z"), 20700]]);
    expect(offsetChanges("Etc/GMT-2")).toEqual([[utc("2015-01-01T00:00:00Z"), 7200]]);
  });

  it("tell the time that the browser itself tells, day by day", () => {
    for (const zone of ["Atlantic/Azores", "America/Santiago", "Africa/Casablanca"]) {
      const changes = offsetChanges(zone) ?? [];
      const local = new Intl.DateTimeFormat("en-GB", {
        timeZone: zone,
        hour: "2-digit",
        minute: "2-digit",
        hourCycle: "h23",
      });
      for (let t = utc("2025-01-01T09:30:00Z"); t < utc("2029-01-01T00:00:00Z"); t += 86400) {
        const shown = new Date((t + at(changes, t)) * 1000).toISOString().slice(11, 16);
        expect(shown, `${zone} ${new Date(t * 1000).toISOString()}`).toBe(local.format(t * 1000));
      }
    }
  });

  it("are unknown for a zone that is unknown", () => {
    expect(offsetChanges("Moor/Nowhere")).toBeNull();
  });
});
