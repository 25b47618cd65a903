// The tasks of a trip by day.

import type { TripPlan } from "../api/client";

type Task = TripPlan["result"]["tasks"][number];
type Moment = TripPlan["moments"][number];

export interface Item {
  task: Task;
  /** Local time HH:MM, or undefined for any time of the day. */
  from?: string;
  to?: string;
  /** The title of its day, where it stands among others. */
  on?: string;
  /** Said where the zone changes from the item before. */
  zone?: string;
}

export interface Day {
  day: number;
  title: string;
  date?: string;
  items: Item[];
}

/** Minutes after midnight of a task's day, from its own words. */
export function minutes(t: Pick<Task, "at" | "offset_s">): number | undefined {
  if (t.at === "") return undefined;
  const [h, m] = t.at.split(":").map(Number) as [number, number];
  return 60 * h + m + t.offset_s / 60;
}

const hhmm = (min: number) => {
  const m = (((Math.floor(min) % 1440) + 1440) % 1440) | 0;
  return `${String(Math.floor(m / 60)).padStart(2, "0")}:${String(m % 60).padStart(2, "0")}`;
};

const isDate = (s: string | undefined): s is string => !!s && /^\d{4}-\d{2}-\d{2}/.test(s);

/** Groups tasks by the day on which they begin; `ready` keeps what is got ready beforehand. */
export function byDay(tasks: Task[], moments: Moment[], ready: boolean): Day[] {
  const out: Day[] = [];
  let zone = "";
  tasks.forEach((task, i) => {
    if (ready && task.when === "brew") return;
    const m = moments[i];
    const min = minutes(task);
    const day = task.begins;
    const title =
      day < 1 || task.when === "before"
        ? day >= 1
          ? "On the day you leave"
          : `${1 - day} ${day === 0 ? "day" : "days"} before`
        : task.when === "after"
          ? "Afterwards"
          : `Day ${day}`;
    let d = out.at(-1);
    if (!d || d.title !== title) {
      d = { day, title, date: isDate(m?.from) ? m.from.slice(0, 10) : undefined, items: [] };
      out.push(d);
    }
    const item: Item = { task };
    if (min !== undefined) {
      // With a date the server's moments know about summer time.
      item.from = m?.timed && isDate(m.from) ? m.from.slice(11, 16) : task.begins_at;
      item.to = m?.timed && isDate(m.to) ? m.to.slice(11, 16) : hhmm(min + task.for_s / 60);
      const here = m?.timed ? m.from.slice(19) : "";
      if (here !== zone && here !== "") item.zone = here === "Z" ? "UTC" : `UTC${here}`;
      if (here !== "") zone = here;
    }
    d.items.push(item);
  });
  return out;
}

/** Merges the days before leaving into one; each task keeps its day. */
export function leavingAsOne(days: Day[]): Day[] {
  const before = days.filter((d) => d.items.every((i) => i.task.when === "before"));
  if (before.length < 2) return days;
  const items = before.flatMap((d) => d.items.map((i) => ({ ...i, on: d.title })));
  return [
    { day: Math.min(...before.map((d) => d.day)), title: "Before leaving", items },
    ...days.filter((d) => !before.includes(d)),
  ];
}

/** The first open task from today on or, if there is none, the first open one. */
export function nextOf(days: Day[], done: (id: string) => boolean, today: string) {
  const open = days.flatMap((d) => d.items.filter((i) => !done(i.task.id)).map((i) => ({ d, i })));
  return open.find(({ d }) => d.date === undefined || d.date >= today) ?? open[0];
}

/** The whole hours round all timed tasks, at least six. */
export function hours(spans: [number, number][]): [number, number] {
  if (spans.length === 0) return [6, 12];
  const from = Math.floor(Math.min(...spans.map(([a]) => a)) / 60);
  const to = Math.ceil(Math.max(...spans.map(([, b]) => b)) / 60);
  const more = Math.max(6 - (to - from), 0);
  return [from - Math.floor(more / 2), to + Math.ceil(more / 2)];
}
