import { describe, expect, it } from "vitest";
import type { TripPlan } from "../api/client";
import { byDay, hours, minutes, nextOf } from "./days";

type Task = TripPlan["result"]["tasks"][number];
const task = (t: Partial<Task>) =>
  ({
    id: "x",
    when: "brew",
    day: 1,
    stop: 0,
    at: "",
    offset_s: 0,
    for_s: 0,
    begins: t.day ?? 1,
    begins_at: "",
    text: "",
    why: "",
    ...t,
  }) as Task;

describe("the days of a schedule", () => {
  it("counts back from coffee in hand, over midnight too", () => {
    expect(minutes({ at: "06:30", offset_s: -1800 })).toBe(360);
    expect(minutes({ at: "", offset_s: 0 })).toBeUndefined();
  });
  it("groups by day and takes the server's moments for the clock", () => {
    const days = byDay(
      [
        task({ id: "a", when: "before", day: -1, stop: -1 }),
        task({ id: "b", day: 1, at: "06:30", offset_s: -600, for_s: 600 }),
        task({ id: "c", day: 2, at: "06:30", offset_s: -600, for_s: 600 }),
        task({ id: "d", when: "after", day: 3, stop: -1 }),
      ],
      [
        { from: "2026-10-22", to: "2026-10-23", timed: false },
        { from: "2026-10-24T06:20:00+01:00", to: "2026-10-24T06:30:00+01:00", timed: true },
        { from: "2026-10-25T06:20:00Z", to: "2026-10-25T06:30:00Z", timed: true },
        { from: "2026-10-26", to: "2026-10-27", timed: false },
      ],
      false,
    );
    expect(days.map((d) => d.title)).toEqual(["2 days before", "Day 1", "Day 2", "Afterwards"]);
    expect(days[1]?.items[0]).toMatchObject({ from: "06:20", to: "06:30", zone: "UTC+01:00" });
    expect(days[2]?.items[0]?.zone).toBe("UTC");
    expect(days[1]?.date).toBe("2026-10-24");
  });
  it("has times without a date, and a list of what to get ready", () => {
    const days = byDay(
      [
        task({ at: "00:10", offset_s: -1200, for_s: 1200, begins: 0, begins_at: "23:50" }),
        task({ id: "e", when: "evening" }),
      ],
      [],
      false,
    );
    expect(days[0]?.title).toBe("1 day before");
    expect(days[0]?.items[0]?.from).toBe("23:50");
    expect(byDay([task({}), task({ id: "e", when: "evening" })], [], true)).toHaveLength(1);
  });
  it("says what is next: of today or later, else what is left", () => {
    const days = byDay(
      [task({ id: "a", day: 1 }), task({ id: "b", day: 2 }), task({ id: "c", day: 2 })],
      [
        { from: "2026-10-24", to: "2026-10-25", timed: false },
        { from: "2026-10-25", to: "2026-10-26", timed: false },
        { from: "2026-10-25", to: "2026-10-26", timed: false },
      ],
      false,
    );
    const next = (done: string[], today: string) => nextOf(days, (id) => done.includes(id), today)?.i.task.id;
    expect(next([], "2026-10-01")).toBe("a");
    expect(next([], "2026-10-25")).toBe("b");
    expect(next(["b"], "2026-10-25")).toBe("c");
    expect(next(["b", "c"], "2026-10-25")).toBe("a");
    expect(next(["a", "b", "c"], "2026-10-25")).toBeUndefined();
    expect(next(["b"], "2027-01-01")).toBe("a");
  });
  it("draws whole hours, six at least, over midnight too", () => {
    expect(hours([[370, 390]])).toEqual([4, 10]);
    expect(hours([[1430, 1450]])).toEqual([21, 27]);
    expect(hours([[370, 1200]])).toEqual([6, 20]);
  });
});
