/** s since 1970 and s east of UTC from then on. */
type Change = [number, number];

/** The offset of a zone from UTC at a moment, in s. */
function offsetAt(format: Intl.DateTimeFormat, at: number): number {
  const parts = Object.fromEntries(format.formatToParts(at * 1000).map((p) => [p.type, Number(p.value)]));
  const { year, month, day, hour, minute, second } = parts as Record<string, number>;
  return Date.UTC(year ?? 0, (month ?? 1) - 1, day, hour, minute, second) / 1000 - at;
}

/** Years that trips are planned in. */
const [firstYear, lastYear] = [2015, 2037];
const day = 86400;

/**
 * When a time zone changes its offset from UTC, as the browser knows it; null for a zone that it does not know.
 * Clocks are not changed twice within three weeks but where they are changed for a month of fasting.
 */
export function offsetChanges(zone: string): Change[] | null {
  let format: Intl.DateTimeFormat;
  try {
    format = new Intl.DateTimeFormat("en-GB", {
      timeZone: zone,
      hourCycle: "h23",
      year: "numeric",
      month: "numeric",
      day: "numeric",
      hour: "numeric",
      minute: "numeric",
      second: "numeric",
    });
  } catch {
    return null;
  }
  const from = Date.UTC(firstYear, 0, 1) / 1000;
  const to = Date.UTC(lastYear + 1, 0, 1) / 1000;
  let was = offsetAt(format, from);
  const out: Change[] = [[from, was]];
  for (let at = from; at < to; at += 20 * day) {
    const end = Math.min(at + 20 * day, to);
    const is = offsetAt(format, end);
    if (is === was) continue;
    let [lo, hi] = [at, end];
    while (hi - lo > 1) {
      const mid = Math.floor((lo + hi) / 2);
      if (offsetAt(format, mid) === was) lo = mid;
      else hi = mid;
    }
    out.push([hi, is]);
    was = is;
  }
  return out;
}
