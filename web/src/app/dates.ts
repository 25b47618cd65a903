/** When a brew of a trip is, as one says it: the weekday, the date as it is written here, and the hour there. */
export function momentInWords(moment: string, day: number, locale?: string): string {
  const m = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}:\d{2})/.exec(moment);
  if (!m) return `day ${day}`;
  const date = new Date(Date.UTC(Number(m[1]), Number(m[2]) - 1, Number(m[3])));
  const said = date.toLocaleDateString(locale, {
    weekday: "short",
    day: "numeric",
    month: "short",
    timeZone: "UTC",
  });
  return `${said}, ${m[4]}`;
}

/** A date such as 2026-11-26 as one writes it here. */
export function dateInWords(iso: string, locale?: string): string {
  const date = new Date(`${iso.slice(0, 10)}T00:00:00Z`);
  return Number.isNaN(date.getTime())
    ? iso
    : date.toLocaleDateString(locale, { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });
}

/** The day and the hour of this device's clock, as YYYY-MM-DD and HH:MM. */
export function today(now = new Date()): { date: string; time: string } {
  const two = (n: number) => String(n).padStart(2, "0");
  return {
    date: `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`,
    time: `${two(now.getHours())}:${two(now.getMinutes())}`,
  };
}
