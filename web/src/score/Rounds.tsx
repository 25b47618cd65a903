import type { Plan } from "../api/client";
import { useWidth } from "../app/useWidth";
import { clock } from "../units/units";

const LEFT = 52;
const RIGHT = 92;
const ROW = 15;
const ROWS = 6;

/** Those of a rising list that stand at least `gap` apart. */
function apart(list: number[], at: (v: number) => number, gap: number): number[] {
  const out: number[] = [];
  for (const v of list) {
    const last = out.at(-1);
    if (last === undefined || at(v) - at(last) >= gap) out.push(v);
  }
  return out;
}

interface Props {
  plan: Plan;
  /** Seconds from the first round's first contact, in the guide. */
  playhead?: number;
}

/** Batches, or cups that steep on their own, over one time axis of their own. */
export function Rounds(props: Props) {
  return props.plan.rounds.length > 0 ? <Lanes {...props} /> : null;
}

function Lanes({ plan, playhead }: Props) {
  const [ref, width] = useWidth();
  const rounds = plan.rounds;
  const first = rounds[0] as Plan["rounds"][number];
  const start = first.start_s;
  const end = Math.max(...rounds.map((r) => r.ready_s));
  const x = (s: number) => LEFT + ((s - start) / (end - start)) * (width - LEFT - RIGHT);
  const rows = Math.min(rounds.length, ROWS);
  const word = first.kind === "cup" ? "cup" : "batch";
  const words = rounds
    .map(
      (r) =>
        `${word} ${r.n}: from ${clock(r.start_s)}, poured at ${clock(r.pour_s)}, ready at ${clock(r.ready_s)}`,
    )
    .join("; ");
  return (
    <div ref={ref} className="rounds">
      <svg
        width={width}
        height={rows * ROW + 20}
        role="img"
        aria-label={`The ${rounds.length} ${first.kind === "cup" ? "cups" : "batches"} together. ${words}.`}
      >
        <text className="sc-lane" x={LEFT - 6} y={12} textAnchor="end">
          {first.kind === "cup" ? "cups" : "batches"}
        </text>
        {rounds.map((r, i) => {
          const y = (i % rows) * ROW;
          return (
            <g key={r.n}>
              <line className="rounds-prep" x1={x(r.start_s)} x2={x(r.pour_s)} y1={y + 8} y2={y + 8} />
              <rect
                className="rounds-contact"
                x={x(r.pour_s)}
                width={Math.max(x(r.end_s) - x(r.pour_s), 2)}
                y={y + 2}
                height={ROW - 4}
              />
              <path className="rounds-ready" d={`M${x(r.ready_s)},${y + 3} l5,5 l-5,5 l-5,-5 z`} />
              {(i === rounds.length - 1 || rounds.length <= ROWS) && (
                <text className="sc-tick rounds-when" x={x(r.ready_s) + 9} y={y + 12}>
                  {r.n} at {clock(r.ready_s, 5)}
                </text>
              )}
            </g>
          );
        })}
        <line className="sc-base" x1={LEFT} x2={width - RIGHT} y1={rows * ROW + 1} y2={rows * ROW + 1} />
        {playhead !== undefined && (
          <line
            className="rounds-now"
            data-testid="rounds-now"
            x1={x(Math.min(Math.max(playhead, start), end))}
            x2={x(Math.min(Math.max(playhead, start), end))}
            y1={0}
            y2={rows * ROW + 1}
          />
        )}
        {apart(
          rounds.map((r) => r.pour_s).sort((a, b) => a - b),
          (s) => x(s),
          44,
        ).map((s) => (
          <text key={s} className="sc-tick" x={x(s)} y={rows * ROW + 13} textAnchor="middle">
            {clock(s, 5)}
          </text>
        ))}
      </svg>
    </div>
  );
}
