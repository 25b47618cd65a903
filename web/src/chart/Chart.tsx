import { scaleLinear, type ScaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { useId, type ReactNode } from "react";
import { useSettings } from "../app/settings";
import { useWidth } from "../app/useWidth";
import { figure, fromShown, inWords, toShown, unitOf, type System } from "../units/units";
import "./chart.css";

export type Scale = ScaleLinear<number, number>;
export type Points = [number, number][];

interface Axis {
  label: string;
  unit: string;
  from: number;
  to: number;
}

interface Props {
  title: string;
  /** The picture in words, with the same figures. */
  words: string;
  x: Axis;
  y: Axis;
  height?: number;
  children: (x: Scale, y: Scale) => ReactNode;
}

const LEFT = 58;
const BOTTOM = 38;
const TOP = 12;
const RIGHT = 20;

/** Round ticks in the reader's units, as [place in metric, label]. */
function ticks(a: Axis, count: number, system: System): [number, string][] {
  if (a.unit === "s") {
    const step = [60, 120, 300, 600].find((s) => (a.to - a.from) / s <= count) ?? 1200;
    return Array.from({ length: Math.floor((a.to - a.from) / step) + 1 }, (_, i) => [
      a.from + i * step,
      figure(a.from + i * step, "s", system).text,
    ]);
  }
  const shown = scaleLinear().domain([toShown(a.from, a.unit, system), toShown(a.to, a.unit, system)]);
  return shown
    .ticks(count)
    .map((v) => [fromShown(v, a.unit, system), v.toLocaleString("en").replace("-", "−")]);
}

/** A plain picture with two axes; what is in it is drawn by its children. */
export function Chart({ title, words, x, y, height = 420, children }: Props) {
  const { system } = useSettings();
  const id = useId();
  const [ref, width] = useWidth(900, 220);
  const sx = scaleLinear([x.from, x.to], [LEFT, width - RIGHT]);
  const sy = scaleLinear([y.from, y.to], [height - BOTTOM, TOP]);
  const name = (a: Axis) => `${a.label}${unitOf(a.unit, system) ? `, ${unitOf(a.unit, system)}` : ""}`;
  return (
    <div className="chart" ref={ref}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-labelledby={`${id}-t`}
        aria-describedby={`${id}-d`}
      >
        <title id={`${id}-t`}>{title}</title>
        <desc id={`${id}-d`}>{words}</desc>
        {(x.label === "" ? [] : ticks(x, width < 600 ? 5 : 9, system)).map(([v, label]) => (
          <g key={`x${v}`}>
            <line className="ch-grid" x1={sx(v)} x2={sx(v)} y1={TOP} y2={height - BOTTOM} />
            <text className="ch-tick" x={sx(v)} y={height - BOTTOM + 14} textAnchor="middle">
              {label}
            </text>
          </g>
        ))}
        {(y.label === "" ? [] : ticks(y, 7, system)).map(([v, label]) => (
          <g key={`y${v}`}>
            <line className="ch-grid" x1={LEFT} x2={width - RIGHT} y1={sy(v)} y2={sy(v)} />
            <text className="ch-tick" x={LEFT - 6} y={sy(v) + 4} textAnchor="end">
              {label}
            </text>
          </g>
        ))}
        <text className="ch-axis" x={width - RIGHT} y={height - 6} textAnchor="end">
          {name(x)}
        </text>
        <text className="ch-axis" transform={`translate(12,${TOP}) rotate(-90)`} textAnchor="end">
          {name(y)}
        </text>
        {children(sx, sy)}
      </svg>
    </div>
  );
}

export function Line({ points, x, y, className }: { points: Points; x: Scale; y: Scale; className: string }) {
  const [y0, y1] = y.range() as [number, number];
  const seen = points.filter((p) => y(p[1]) <= y0 + 1 && y(p[1]) >= y1 - 40);
  const d = line<[number, number]>(
    (p) => x(p[0]),
    (p) => y(p[1]),
  )(seen);
  return <path className={`ch-line ${className}`} d={d ?? ""} />;
}

interface HandleProps {
  label: string;
  x: Scale;
  y: Scale;
  at: [number, number];
  units: [string, string];
  /** Steps of the arrow keys; 0 holds the direction still. */
  steps: [number, number];
  min: [number, number];
  max: [number, number];
  className?: string;
  onMove: (at: [number, number]) => void;
}

/** A point that can be dragged, or moved with the arrow keys. */
export function Handle({ label, x, y, at, units, steps, min, max, className, onMove }: HandleProps) {
  const { system } = useSettings();
  const along: 0 | 1 = steps[0] > 0 ? 0 : 1;
  const put = (v: [number, number]) => {
    const fit = (i: 0 | 1) => {
      if (steps[i] === 0) return at[i];
      const n = Math.round(v[i] / steps[i]) * steps[i];
      return Number(Math.min(max[i], Math.max(min[i], n)).toFixed(6));
    };
    const next: [number, number] = [fit(0), fit(1)];
    if (next[0] !== at[0] || next[1] !== at[1]) onMove(next);
  };
  const told = (i: 0 | 1) => inWords(at[i], units[i], system, { fine: units[i] === "°C" });
  return (
    <g
      className={`ch-handle ${className ?? ""}`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={min[along]}
      aria-valuemax={max[along]}
      aria-valuenow={at[along]}
      aria-valuetext={`${told(0)}, ${told(1)}`}
      onKeyDown={(e) => {
        const far = e.shiftKey ? 10 : 1;
        const move: Record<string, [number, number]> = {
          ArrowLeft: [-steps[0] * far, 0],
          ArrowRight: [steps[0] * far, 0],
          ArrowUp: [0, steps[1] * far],
          ArrowDown: [0, -steps[1] * far],
        };
        const by = move[e.key];
        if (!by) return;
        e.preventDefault();
        put([at[0] + by[0], at[1] + by[1]]);
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
        if (box) put([x.invert(e.clientX - box.left), y.invert(e.clientY - box.top)]);
      }}
    >
      <circle cx={x(at[0])} cy={y(at[1])} r={18} className="ch-touch" />
      <circle cx={x(at[0])} cy={y(at[1])} r={7} className="ch-dot" />
    </g>
  );
}
