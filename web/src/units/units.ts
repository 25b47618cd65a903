// The one place for units: metric figures come in, the reader's figures go out.

import { addingUp, signsOf } from "./adding";

/** Metric or US, and in what volumes are told: millilitres or decilitres, fluid ounces or cups. */
export type System = "metric" | "metric-dl" | "us" | "us-cups";

/** Whether figures are told in US units. */
export const isUs = (system: System): boolean => system.startsWith("us");

interface Shown {
  unit: string;
  to: (v: number) => number;
  from: (v: number) => number;
  /** Rounds to what is worth showing. */
  step: (v: number) => number;
}

const linear = (unit: string, factor: number, step: number | ((v: number) => number)): Shown => ({
  unit,
  to: (v) => v * factor,
  from: (v) => v / factor,
  step: typeof step === "number" ? () => step : step,
});

const gramStep = (g: number) => (Math.abs(g) < 20 ? 0.5 : 1);

const metric: Record<string, Shown> = {
  "°C": linear("°C", 1, 1),
  K: linear("°C", 1, 0.1),
  hPa: linear("hPa", 1, 1),
  bar: linear("bar", 1, 0.01),
  m: linear("m", 1, (m) => (Math.abs(m) < 100 ? 1 : 10)),
  km: linear("km", 1, 1),
  mm: linear("mm", 1, 1),
  "m/s": linear("m/s", 1, 0.5),
  g: linear("g", 1, gramStep),
  ml: linear("ml", 1, (ml) => (Math.abs(ml) < 10 ? 1 : 5)),
  L: linear("L", 1, 0.1),
  kJ: linear("kJ", 1, 1),
  "kJ/kg": linear("kJ/kg", 1, 1),
  "mPa·s": linear("mPa·s", 1, 0.01),
  "g/L": linear("g/L", 1, 0.5),
  "ml/g": linear("ml/g", 1, 0.1),
};

const us: Record<string, Shown> = {
  "°C": { unit: "°F", to: (v) => v * 1.8 + 32, from: (v) => (v - 32) / 1.8, step: () => 1 },
  K: linear("°F", 1.8, 0.1),
  hPa: linear("inHg", 1 / 33.86389, 0.01),
  bar: linear("psi", 14.503774, 0.1),
  m: linear("ft", 1 / 0.3048, 10),
  km: linear("mi", 1 / 1.609344, 1),
  mm: linear("in", 1 / 25.4, 0.1),
  "m/s": linear("mph", 1 / 0.44704, 1),
  g: linear("oz", 1 / 28.349523125, (v) => (Math.abs(v) < 4 ? 0.05 : 0.1)),
  ml: linear("fl oz", 1 / 29.5735295625, 0.1),
  L: linear("qt", 1 / 0.946352946, 0.1),
  kJ: linear("BTU", 1 / 1.05505585, 1),
  "kJ/kg": linear("BTU/lb", 1 / 2.326, 1),
  "g/L": linear("oz/qt", 0.946352946 / 28.349523125, 0.01),
  "ml/g": linear("fl oz/oz", 28.349523125 / 29.5735295625, 0.1),
};

/** A cup of 8 fl oz, in ml. */
const CUP = 8 * 29.5735295625;

const tables: Record<System, Record<string, Shown>> = {
  metric,
  "metric-dl": { ...metric, ml: linear("dl", 0.01, (dl) => (Math.abs(dl) < 1 ? 0.05 : 0.1)) },
  us,
  "us-cups": { ...us, ml: linear("cups", 1 / CUP, (c) => (Math.abs(c) < 1 ? 0.05 : 0.1)) },
};

const same: Record<string, number> = {
  "%": 0.1,
  W: 1,
  Wh: 1,
  mg: 5,
  "mg/L": 1,
  µm: 5,
  "µm/click": 0.5,
  clicks: 1,
  "MJ/kg": 0.1,
  "W/K": 0.01,
  "kJ/kg·K": 0.01,
  "×": 1,
  "": 0.1,
};

function shown(unit: string, system: System): Shown {
  return tables[system][unit] ?? linear(unit, 1, same[unit] ?? 0.1);
}

/** The unit's symbol for the reader. */
export function unitOf(unit: string, system: System): string {
  if (unit === "s") return "min";
  return shown(unit, system).unit;
}

export function toShown(value: number, unit: string, system: System): number {
  return shown(unit, system).to(value);
}

export function fromShown(value: number, unit: string, system: System): number {
  return shown(unit, system).from(value);
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
  if (unit === "s") return { text: clock(value, options.step), unit: "min" };
  const how = shown(unit, system);
  const v = how.to(value);
  const step = options.step ?? how.step(v) / (options.fine ? 10 : 1);
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
  return f.unit === "" || f.unit === "min" ? f.text : `${f.text}${THIN}${f.unit}`;
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
  if (unit === "s" || unit === "°C" || unit === "K" || !signs)
    return { shown: parts.map((p) => inWords(p, unit, system)), sum: inWords(total, unit, system) };
  const step = how.step(how.to(total));
  const told = addingUp(parts.map(how.to), how.to(total), step, signs);
  const say = (v: number) => inWords(how.from(v), unit, system, { step });
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
  values?: { value: number; unit: string; fine?: boolean }[];
}

/** A sentence of the core with its figures in the reader's units. */
export function say(p: Phrase, system: System): string {
  if (!p.template || !p.values) return p.text;
  return p.values.reduce(
    (text, v, i) => text.replaceAll(`{${i}}`, inWords(v.value, v.unit, system, { fine: v.fine ?? false })),
    p.template,
  );
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
