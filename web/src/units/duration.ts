// A length of time as somebody types it.

/** What a bare number in a field of time is in. */
export type TimeUnit = "min" | "h";

const each: Record<string, number> = {
  s: 1,
  sec: 1,
  secs: 1,
  second: 1,
  seconds: 1,
  m: 60,
  min: 60,
  mins: 60,
  minute: 60,
  minutes: 60,
  h: 3600,
  hr: 3600,
  hrs: 3600,
  hour: 3600,
  hours: 3600,
};

/**
 * Seconds from 3:20, 1:30:00, "3 min", "200 s", "1 h 30" or a bare number, which is in the
 * unit shown at the field; nothing where it is no time.
 */
export function duration(text: string, unit: TimeUnit = "min"): number | undefined {
  const t = text.trim().toLowerCase().replace(",", ".");
  if (t.includes(":")) {
    const parts = t.split(":");
    if (parts.length > 3 || parts.some((p) => !/^\d+(\.\d+)?$/.test(p.trim()))) return undefined;
    // What stands before a colon is whole, and what stands after one is under sixty.
    if (parts.slice(1).some((p) => Number(p) >= 60) || parts.slice(0, -1).some((p) => p.includes(".")))
      return undefined;
    const s = parts.reduce((sum, p) => sum * 60 + Number(p), 0);
    return parts.length === 2 && unit === "h" ? s * 60 : s;
  }
  const parts = [...t.matchAll(/(\d+(?:\.\d+)?|\.\d+)\s*([a-z]*)\s*/g)];
  if (parts.length === 0 || parts.map((p) => p[0]).join("") !== t) return undefined;
  let sum = 0;
  let last = Infinity;
  for (const [i, p] of parts.entries()) {
    // What follows without a unit is in the next smaller one: 1 h 30, 3 min 20.
    const size = p[2] ? each[p[2]] : i === 0 ? each[unit] : last / 60;
    if (size === undefined || size < 1 || size >= last) return undefined;
    sum += Number(p[1]) * size;
    last = size;
  }
  return sum;
}

/** A length of time in words: 3 min 20 s. */
export function spelled(seconds: number): string {
  const total = Math.round(seconds);
  const h = Math.floor(total / 3600);
  const m = Math.floor(total / 60) % 60;
  const s = total % 60;
  const parts = [h > 0 && `${h} h`, m > 0 && `${m} min`, (s > 0 || total === 0) && `${s} s`];
  return parts.filter(Boolean).join(" ");
}
