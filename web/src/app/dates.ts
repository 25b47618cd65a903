// Dates in one style, and times on the person's clock.

/** Whether this device uses a 12-hour clock. */
export const twelveHere = (): boolean =>
  new Intl.DateTimeFormat(undefined, { hour: "numeric" }).resolvedOptions().hour12 ?? false;

/** A time of day HH:MM on the person's clock: 06:30, or 6:30 am. */
export function timeInWords(hhmm: string, twelve: boolean): string {
  const m = /^(\d{2}):(\d{2})/.exec(hhmm);
  if (!m || !twelve) return hhmm;
  const h = Number(m[1]);
  return `${h % 12 === 0 ? 12 : h % 12}:${m[2]} ${h < 12 ? "am" : "pm"}`;
}

// By hand: browsers differ in how they shorten September.
const months = "Jan Feb Mar Apr May Jun Jul Aug Sep Oct Nov Dec".split(" ");
const weekdays = "Sun Mon Tue Wed Thu Fri Sat".split(" ");

const inUtc = (iso: string): Date => new Date(`${iso.slice(0, 10)}T00:00:00Z`);
const dayOf = (d: Date): string => `${d.getUTCDate()} ${months[d.getUTCMonth()]}`;

/** A date such as 2026-11-26: 26 Nov 2026. */
export function dateInWords(iso: string): string {
  const date = inUtc(iso);
  return Number.isNaN(date.getTime()) ? iso : `${dayOf(date)} ${date.getUTCFullYear()}`;
}

/** When a brew of a trip is, by the clock there: Thu 26 Nov, 07:05. */
export function momentInWords(moment: string, day: number, twelve: boolean): string {
  const m = /^(\d{4}-\d{2}-\d{2})T(\d{2}:\d{2})/.exec(moment);
  if (!m?.[1] || !m[2]) return `day ${day}`;
  const date = inUtc(m[1]);
  return `${weekdays[date.getUTCDay()]} ${dayOf(date)}, ${timeInWords(m[2], twelve)}`;
}

/** The day and the hour of this device's clock, as YYYY-MM-DD and HH:MM. */
export function today(now = new Date()): { date: string; time: string } {
  const two = (n: number) => String(n).padStart(2, "0");
  return {
    date: `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`,
    time: `${two(now.getHours())}:${two(now.getMinutes())}`,
  };
}

/** An instant by this device's clock: 12 Sep 2026, 08:40; without its year where `year` is false. */
export function instantInWords(instant: string, twelve: boolean, year = true): string {
  const at = new Date(instant);
  if (Number.isNaN(at.getTime())) return instant;
  const { date, time } = today(at);
  const day = dateInWords(date);
  return `${year ? day : day.slice(0, -5)}, ${timeInWords(time, twelve)}`;
}
