import type { ReactNode } from "react";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { useWorking } from "../working/context";
import { figure, timeRange } from "./units";

interface Props {
  value: number | null | undefined;
  unit: string;
  fine?: boolean;
  step?: number;
  big?: boolean;
}

/** A number with its unit, small, after a thin space. */
export function Num({ value, unit, fine, step, big }: Props) {
  const { system } = useSettings();
  if (value === null || value === undefined) return <span className="num quiet">–</span>;
  const f = figure(value, unit, system, { fine, step });
  return (
    <span className={big ? "num num-big" : "num"}>
      {f.text}
      {f.unit && <small>{"\u2009" + f.unit}</small>}
    </span>
  );
}

/** A figure of a plan: its label, its number, and its working on click. */
export function PlanFig({
  plan,
  path,
  label,
  fine,
  step,
  big,
  plusMinus,
  word,
}: {
  plan: Pick<Plan, "working">;
  path: string;
  label?: string;
  fine?: boolean;
  step?: number;
  big?: boolean;
  plusMinus?: boolean;
  /** Said in place of the number, such as none. */
  word?: string;
}) {
  const working = useWorking();
  const { system } = useSettings();
  const w = plan.working[path];
  if (!w || w.value === null) return null;
  // The figure is the plan's own: its working may be a moment behind.
  const own = path.split(".").reduce<unknown>((o, k) => (o as Record<string, unknown> | null)?.[k], plan);
  if (own === null) return null;
  const shown = typeof own === "number" ? own : w.value;
  const pm = plusMinus && w.plus_minus ? w.plus_minus : 0;
  const range = w.unit === "s" && pm > 0 ? timeRange(shown, pm) : undefined;
  // A difference of temperatures has no offset.
  const pmUnit = w.unit === "°C" ? "K" : w.unit;
  return (
    <button type="button" className="fig" data-figure={path} onClick={() => working.open(path)}>
      <span className="fig-label">{label ?? w.label}</span>
      <span className="fig-value">
        {(word ?? range) ? (
          <span className="num">{word ?? range}</span>
        ) : (
          <Num value={shown} unit={w.unit} fine={fine} step={step} big={big} />
        )}
        {pm > 0 && !range && <small className="fig-pm"> ±{figure(pm, pmUnit, system, { step }).text}</small>}
        {w.kind === "measured" && <small className="fig-mark">measured</small>}
      </span>
    </button>
  );
}

/** A figure in a table: its words, and its working on click. */
export function CellFig({ path, children }: { path: string; children: ReactNode }) {
  const working = useWorking();
  return (
    <button type="button" className="cell-fig num" data-figure={path} onClick={() => working.open(path)}>
      {children}
    </button>
  );
}
