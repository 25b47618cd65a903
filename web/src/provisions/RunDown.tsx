import { useId } from "react";
import type { TripResult } from "../api/client";
import { useSettings } from "../app/settings";
import { useWidth } from "../app/useWidth";
import { inWords } from "../units/units";

type Line = TripResult["lines"][number];

const LEFT = 128;
const RIGHT = 82;
const ROW = 62;

const colour = (id: string) =>
  id.startsWith("fuel") || id === "battery"
    ? "flame"
    : id === "coffee" || id.endsWith("milk") || id === "sugar"
      ? "coffee"
      : id === "water"
        ? "water"
        : "paper";

/** The points of a line over the days: what happens on one day is spread over it. */
export function steps(l: Line): { day: number; left: number; why: string }[] {
  const count = new Map<number, number>();
  for (const p of l.points) count.set(p.day, (count.get(p.day) ?? 0) + 1);
  const seen = new Map<number, number>();
  return l.points.map((p) => {
    const n = seen.get(p.day) ?? 0;
    seen.set(p.day, n + 1);
    return { day: p.day + n / ((count.get(p.day) ?? 1) + 1), left: p.left, why: p.why };
  });
}

/** Supplies by day between the places to buy it, one row a supply. */
export function RunDown({ r, lines, changed }: { r: TripResult; lines: Line[]; changed?: TripResult }) {
  const { system } = useSettings();
  const id = useId();
  const [ref, width] = useWidth(760, 280);
  const days = Math.max(r.days, changed?.days ?? 0);
  const x = (d: number) => LEFT + ((d - 1) / Math.max(days, 1)) * (width - LEFT - RIGHT);
  const height = lines.length * ROW + 30;
  const words = lines
    .map((l) => {
      const first = l.points[0];
      const last = l.points.at(-1);
      const bought = l.points.filter((p) => p.why === "bought").map((p) => p.name);
      return `${l.label}: ${inWords(first?.left ?? 0, l.unit, system)} at the start, ${inWords(last?.left ?? 0, l.unit, system)} at the end${bought.length ? `, bought at ${bought.join(", ")}` : ""}.`;
    })
    .join(" ");
  const path = (l: Line, most: number, base: number) => {
    let d = "";
    let last = 0;
    for (const p of steps(l)) {
      const px = x(p.day);
      const y = base - (p.left / most) * (ROW - 22);
      d += d === "" ? `M${px},${base - (p.left / most) * (ROW - 22)}` : `H${px}V${y}`;
      last = y;
    }
    return {
      line: `${d}H${x(days + 1)}`,
      area: `${d}H${x(days + 1)}V${base}H${x(steps(l)[0]?.day ?? 1)}Z`,
      last,
    };
  };
  const every = Math.ceil(days / 16);
  return (
    <div ref={ref} className="rundown">
      <svg width={width} height={height} role="img" aria-labelledby={`${id}-t`} aria-describedby={`${id}-d`}>
        <title id={`${id}-t`}>Supplies by day</title>
        <desc id={`${id}-d`}>{words}</desc>
        {r.stops.map((s, i) => (
          <line key={i} className="sc-grid" x1={x(s.day)} x2={x(s.day)} y1={4} y2={height - 24} />
        ))}
        {Array.from({ length: Math.ceil(days / every) }, (_, i) => 1 + i * every).map((d) => (
          <text key={d} className="sc-tick" x={x(d) + 2} y={height - 10}>
            {d}
          </text>
        ))}
        <text className="sc-tick" x={LEFT - 8} y={height - 10} textAnchor="end">
          day
        </text>
        {lines.map((l, i) => {
          const base = (i + 1) * ROW - 6;
          const other = changed?.lines.find((o) => o.id === l.id);
          const most = Math.max(l.most, other?.most ?? 0, 1e-9);
          const p = path(l, most, base);
          const short = (changed ?? r).shortages.filter((s) => s.id === l.id);
          return (
            <g key={l.id} className={`run-${colour(l.id)}`}>
              <text className="run-name" x={0} y={base - 20}>
                {l.label}
              </text>
              <text className="run-most num" x={0} y={base - 5}>
                {inWords(l.points[0]?.left ?? 0, l.unit, system)}
              </text>
              <line className="sc-base" x1={LEFT} x2={width - RIGHT} y1={base} y2={base} />
              <path className="run-area" d={p.area} />
              <path className="run-line" d={p.line} />
              {other && <path className="run-other" d={path(other, most, base).line} />}
              {l.points.map(
                (pt, k) =>
                  pt.why === "bought" && (
                    <path
                      key={k}
                      className="run-bought"
                      d={`M${x(steps(l)[k]?.day ?? pt.day)},${base - (pt.left / most) * (ROW - 22) - 9} l5,7 h-10 z`}
                    >
                      <title>{`Bought at ${pt.name}`}</title>
                    </path>
                  ),
              )}
              <text
                className="run-end num"
                x={width - RIGHT + 6}
                y={Math.min((other ? path(other, most, base).last : p.last) + 4, base)}
              >
                {inWords((other ?? l).points.at(-1)?.left ?? 0, l.unit, system)}
              </text>
              {short.map((s, k) => (
                <g key={k} className="run-short">
                  <path d={`M${x(s.day + 0.4) - 5},${base - 5} l10,10 m0,-10 l-10,10`} />
                  {k === 0 && (
                    <text x={x(s.day + 0.4) + 9} y={base - 6}>
                      runs out
                    </text>
                  )}
                </g>
              ))}
            </g>
          );
        })}
      </svg>
      <p className="hint">▲ bought on the way{changed && <>; dashed: with what is asked at the right</>}</p>
    </div>
  );
}
