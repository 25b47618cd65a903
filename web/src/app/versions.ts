// How two versions of a thing are told apart, field by field.

import type { Catalogue } from "../api/client";
import type { Json, Versions } from "../api/change";
import { counted, inWords, type System } from "../units/units";

export interface Row {
  path: string;
  label: string;
  mine: string;
  theirs: string;
}

/** The leaves of a merge patch, by path. */
export function leaves(patch: Json, at = ""): [string, unknown][] {
  return Object.entries(patch).flatMap(([k, v]) => {
    const path = at ? `${at}.${k}` : k;
    return v !== null && typeof v === "object" && !Array.isArray(v)
      ? leaves(v as Json, path)
      : [[path, v] as [string, unknown]];
  });
}

const getAt = (o: Json, path: string): unknown => {
  const whole = o[path];
  return whole !== undefined
    ? whole
    : path.split(".").reduce<unknown>((x, k) => (x as Json | null | undefined)?.[k], o);
};

const fieldOf = (path: string, catalogue: Catalogue | undefined) =>
  catalogue?.fields.find((f) => f.path === path.replace(/^(request|conditions)\./, ""));

function labelOf(path: string, catalogue: Catalogue | undefined): string {
  const known = fieldOf(path, catalogue)?.label;
  if (known) return known;
  const words = path
    .replace(/^(request|conditions|facts|supplies|wishes)\./, "")
    .replace(/_(g|ml|mm|c|h|wh|pct|ms|m)$/, "")
    .replace(/[_.]/g, " ");
  return words.slice(0, 1).toUpperCase() + words.slice(1);
}

function said(v: unknown, path: string, catalogue: Catalogue | undefined, system: System): string {
  const f = fieldOf(path, catalogue);
  if (v === null || v === undefined || v === "") return "not set";
  if (typeof v === "number") return f?.unit ? inWords(v, f.unit, system) : String(v);
  if (typeof v === "boolean") return v ? "yes" : "no";
  if (typeof v === "string") return v;
  if (Array.isArray(v)) {
    const simple = v.every((x) => typeof x === "string");
    return simple ? v.join(", ") || "none" : counted(v.length, "entry", "entries");
  }
  return Object.entries(v)
    .map(([k, x]) => `${labelOf(k, catalogue)} ${said(x, k, catalogue, system)}`)
    .join(", ");
}

/** What I have changed, beside what stands there, and what was changed there besides. */
export function compared(
  v: Versions,
  catalogue: Catalogue | undefined,
  system: System,
): { rows: Row[]; besides: string[] } {
  const mine = leaves(v.mine);
  const rows = mine.map(([path, value]) => ({
    path,
    label: labelOf(path, catalogue),
    mine: said(value, path, catalogue, system),
    theirs: said(getAt(v.theirs, path), path, catalogue, system),
  }));
  const besides = leaves(v.changed)
    .map(([path]) => path)
    .filter((path) => !mine.some(([m]) => m === path || path.startsWith(`${m}.`) || m.startsWith(`${path}.`)))
    .map((path) => labelOf(path, catalogue));
  return { rows, besides: [...new Set(besides)] };
}
