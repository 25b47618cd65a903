import type { Schemas } from "../api/client";

const W = 132;
const H = 46;
const colour: Record<string, string> = {
  flame: "var(--flame-soft)",
  scale: "var(--water)",
  hands: "var(--coffee)",
};

/** A brew's score, as small as a stamp: its water over the pours and what the hands do. */
export function Stamp({ small }: { small: Schemas["Small"] }) {
  const bars = small.bars.filter((b) => b.lane !== "water");
  const ends = [...bars.flatMap((b) => [b.at_s, b.at_s + b.for_s]), ...small.water.map((p) => p[0] ?? 0)];
  if (ends.length === 0) return <svg className="stamp" width={W} height={H} aria-hidden="true" />;
  const from = Math.min(...ends);
  const to = Math.max(...ends);
  // What is before the coffee is drawn in a third of the width, however long it is.
  const lead = W / 3;
  const x = (s: number) =>
    s < 0
      ? lead * (1 - s / Math.min(from, -1))
      : (from < 0 ? lead : 0) + (W - (from < 0 ? lead : 0)) * (s / Math.max(to, 1));
  const y = (c: number) => 24 - Math.min(Math.max(c, 0), 100) * 0.22;
  const row: Record<string, number> = { flame: 27, scale: 33, hands: 39 };
  return (
    <svg className="stamp" width={W} height={H} aria-hidden="true">
      <line x1={x(0)} x2={x(0)} y1={0} y2={H} stroke="var(--line-strong)" strokeDasharray="2 3" />
      <polyline
        fill="none"
        stroke="var(--water)"
        strokeWidth="1.5"
        points={small.water.map(([s, c]) => `${x(s ?? 0).toFixed(1)},${y(c ?? 0).toFixed(1)}`).join(" ")}
      />
      {bars.map((b, i) => (
        <rect
          key={i}
          x={x(b.at_s)}
          width={Math.max(x(b.at_s + b.for_s) - x(b.at_s), 1)}
          y={row[b.lane] ?? 39}
          height={4}
          fill={colour[b.lane] ?? "var(--quiet)"}
        />
      ))}
    </svg>
  );
}
