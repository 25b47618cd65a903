// The one place for units: metric figures come in, the reader's figures go out.

import { addingUp, signsOf } from "./adding";
import { systems } from "./made";

/** Metric or US, and in what volumes are told: millilitres or decilitres, fluid ounces or cups. */
export type System = "metric" | "metric-dl" | "us" | "us-cups";

/** Whether figures are told in US units. */
export const isUs = (system: System): boolean => system.startsWith("us");

/** How a unit of the core is told in a system, as the core's table has it. */
interface Shown {
  readonly unit: string;
  readonly factor: number;
  readonly zero?: number;
  readonly steps: readonly { readonly below?: number; readonly by: number }[];
}

const plain = (unit: string): Shown => ({ unit, factor: 1, steps: [{ by: 1 }] });

const shown = (unit: string, system: System): Shown =>
  (systems[system] as Record<string, Shown>)[unit] ?? plain(unit);

/** What a figure, in the unit that is shown, is rounded to: what is worth showing of it. */
function stepOf({ steps }: Shown, v: number, fine = false): number {
  const by = steps.find((s) => s.below === undefined || Math.abs(v) < s.below)?.by ?? 1;
  return fine && by >= 1 ? by / 10 : by;
}

/** The unit's symbol for the reader. */
export function unitOf(unit: string, system: System): string {
  if (unit === "s") return "min";
  return shown(unit, system).unit;
}

export function toShown(value: number, unit: string, system: System): number {
  const how = shown(unit, system);
  return value * how.factor + (how.zero ?? 0);
}

export function fromShown(value: number, unit: string, system: System): number {
  const how = shown(unit, system);
  return (value - (how.zero ?? 0)) / how.factor;
}

export function decimalsOf(step: number): number {
  return Math.max(0, Math.min(3, Math.ceil(-Math.log10(step) - 1e-9)));
}

/**
 * Seconds as m:ss, or as hours and minutes from an hour on; rounded to `to` seconds, or as
 * the core tells them: to one up to a minute, and then to five.
 */
export function clock(seconds: number, to = Math.abs(seconds) < 60 ? 1 : 5): string {
  const total = Math.round(Math.abs(seconds) / to) * to;
  const sign = seconds < 0 && total > 0 ? "−" : "";
  const two = (n: number) => String(n).padStart(2, "0");
  const s = total % 60;
  const m = Math.floor(total / 60) % 60;
  const h = Math.floor(total / 3600);
  return h > 0 ? `${sign}${h} h ${two(m)}` : `${sign}${m}:${two(s)}`;
}

/** A duration in words: 45 s, 19 min, 1 h 20 min. The core's Duration. */
export function duration(seconds: number): string {
  if (seconds < 0) return seconds <= -0.5 ? `−${duration(-seconds)}` : "0 s";
  const near = (v: number, to: number) => Math.round(v / to) * to;
  const n = seconds < 59.5 ? Math.round(seconds) : near(seconds, seconds < 597.5 ? 5 : 60);
  const parts = [
    [Math.floor(n / 3600), "h"],
    [Math.floor(n / 60) % 60, "min"],
    [n % 60, "s"],
  ] as const;
  return (
    parts
      .filter(([v]) => v !== 0)
      .map(([v, unit]) => `${v} ${unit}`)
      .join(" ") || "0 s"
  );
}

export interface Figure {
  text: string;
  unit: string;
}

/**
 * A figure for the reader: rounded to what can be measured, in his units.
 * `fine` asks for one more digit (the boiling point); `step` overrides the
 * rounding, in the shown unit.
 */
export function figure(
  value: number,
  unit: string,
  system: System,
  options: { fine?: boolean; step?: number } = {},
): Figure {
  if (unit === "s") return { text: duration(value), unit: "" };
  const how = shown(unit, system);
  const v = toShown(value, unit, system);
  const step = options.step ?? stepOf(how, v, options.fine);
  const rounded = Math.round(v / step) * step;
  const decimals = decimalsOf(step);
  const whole = unit === "" || unit === "×" || step === 0.5; // 3, not 3.0
  const text = grouped(whole ? String(Number(rounded.toFixed(decimals))) : rounded.toFixed(decimals));
  return { text: /^-0(\.0*)?$/.test(text) ? text.slice(1) : text.replace("-", "−"), unit: how.unit };
}

/** Thousands apart by commas. By hand: a number format costs a hundred times as much, and a plan has a hundred figures. */
function grouped(digits: string): string {
  const [whole, part] = digits.split(".") as [string, string?];
  const commas = whole.replace(/\B(?=(\d{3})+$)/g, ",");
  return part === undefined ? commas : `${commas}.${part}`;
}

const THIN = "\u2009";

/** A figure as one string, with a thin space before its unit. */
export function inWords(
  value: number,
  unit: string,
  system: System,
  options?: { fine?: boolean; step?: number },
): string {
  const f = figure(value, unit, system, options);
  return f.unit === "" ? f.text : `${f.text}${THIN}${f.unit}`;
}

/**
 * Parts and their sum as they are shown, so that what adds up, adds up as shown: all of them
 * in the sum's step: by eye 5 ml, on a scale 1 g.
 */
export function shownParts(
  parts: number[],
  total: number,
  unit: string,
  system: System,
): { shown: string[]; sum: string } {
  const how = shown(unit, system);
  const signs = signsOf(parts, total);
  // By the clock, for a duration is told too roughly for its parts to add up.
  if (unit === "s") return { shown: parts.map((p) => clock(p)), sum: clock(total) };
  if (unit === "°C" || unit === "K" || !signs)
    return { shown: parts.map((p) => inWords(p, unit, system)), sum: inWords(total, unit, system) };
  const of = (v: number) => toShown(v, unit, system);
  const step = stepOf(how, of(total));
  const told = addingUp(parts.map(of), of(total), step, signs);
  const say = (v: number) => inWords(fromShown(v, unit, system), unit, system, { step });
  return { shown: told.map(say), sum: inWords(total, unit, system, { step }) };
}

/**
 * A time that may as well be half, or double, as a range: "1 to 3 hours". Nothing where it
 * is known better than that.
 */
export function timeRange(value: number, plusMinus: number): string | undefined {
  if (value <= 0 || plusMinus <= value / 2) return undefined;
  const low = value / (1 + plusMinus / value);
  const high = value + plusMinus;
  const [size, unit] = high > 5400 ? [3600, "hours"] : [60, "minutes"];
  return `${Math.max(Math.round(low / size), 1)} to ${Math.ceil(high / size)} ${unit}`;
}

export interface Phrase {
  text: string;
  template?: string;
  values?: { value: number; unit: string; fine?: boolean; clock?: boolean; text?: string }[];
}

/** A sentence of the core with its figures in the reader's units. */
export function say(p: Phrase, system: System): string {
  if (!p.template || !p.values) return p.text;
  const values = p.values;
  return p.template.replace(/\{(\d+)\}/g, (as, i: string) => {
    const v = values[Number(i)];
    if (!v) return as;
    if (v.text !== undefined) return v.text;
    return v.clock ? clock(v.value) : inWords(v.value, v.unit, system, { fine: v.fine ?? false });
  });
}

/** A range such as "-430 to 8,850 m" in the reader's units. */
export function rangeInWords(min: number, max: number, unit: string, system: System): string {
  const low = figure(min, unit, system);
  const high = figure(max, unit, system);
  const after = high.unit ? THIN + high.unit : "";
  return low.text === high.text ? `${high.text}${after}` : `${low.text} to ${high.text}${after}`;
}

/** So many of something, such as 1 day or 9 days. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** Words as a sentence of their own. */
export const sentence = (words: string): string => `${words[0]?.toUpperCase() ?? ""}${words.slice(1)}.`;
