import type { Plan, Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart } from "../chart/Chart";
import { inWords } from "../units/units";

/**
 * Strength against extraction, with the published window and lines of equal
 * ratio, and this plan's point in its band.
 */
export function ControlChart({ plan, guidance: g }: { plan: Plan; guidance: Schemas["Guidance"] }) {
  const { system } = useSettings();
  const s = plan.strength;
  if (s.tds_pct === null || s.extraction_pct === null) return null;
  const e = s.extraction_pct;
  const t = s.tds_pct;
  const low = s.extraction_low_pct ?? e;
  const high = s.extraction_high_pct ?? e;
  const per = t / Math.max(e, 0.1); // strength for each point of extraction
  const top = Math.max(1.8, t * 1.25);
  const inside = s.lies.extraction === "in" && s.lies.strength === "in";
  const place = [
    { weak: "weak", in: "right strength", strong: "strong" }[s.lies.strength],
    { under: "under-extracted", in: "well extracted", over: "over-extracted" }[s.lies.extraction],
  ];
  const zone = {
    x: (x: (v: number) => number) => x(g.extraction_min_pct),
    width: (x: (v: number) => number) => x(g.extraction_max_pct) - x(g.extraction_min_pct),
    y: (y: (v: number) => number) => y(g.tds_max_pct),
    height: (y: (v: number) => number) => y(g.tds_min_pct) - y(g.tds_max_pct),
  };
  const words = `Strength ${inWords(t, "%", system, { step: 0.01 })}, extraction ${inWords(e, "%", system)}, between ${inWords(low, "%", system)} and ${inWords(high, "%", system)}: ${inside ? "inside the published window" : place.join(", ")}.`;
  return (
    <figure className="control">
      <Chart
        title="Brewing control chart"
        words={words}
        x={{ label: "extraction", unit: "%", from: 8, to: 26 }}
        y={{ label: "strength", unit: "%", from: 0.2, to: top }}
        height={230}
      >
        {(x, y) => (
          <>
            <rect
              className="ch-zone"
              x={zone.x(x)}
              width={zone.width(x)}
              y={zone.y(y)}
              height={zone.height(y)}
            />
            <rect
              className="ch-zone-edge"
              x={zone.x(x)}
              width={zone.width(x)}
              y={zone.y(y)}
              height={zone.height(y)}
            />
            {[0.7, 1, 1.4].map((f) => (
              <line
                key={f}
                className="ch-grid"
                x1={x(8)}
                y1={y(8 * per * f)}
                x2={x(26)}
                y2={y(26 * per * f)}
                strokeDasharray={f === 1 ? undefined : "3 4"}
              />
            ))}
            <line
              className="ch-line ch-coffee"
              x1={x(Math.max(low, 8))}
              y1={y(Math.max(low, 8) * per)}
              x2={x(Math.min(high, 26))}
              y2={y(Math.min(high, 26) * per)}
            />
            <circle className="ch-dot ch-dot-coffee" cx={x(e)} cy={y(t)} r={6} />
          </>
        )}
      </Chart>
      <figcaption>
        {words} Window: Specialty Coffee Association, from memory. Lines: this ratio, 0.7 and 1.4 times it.
      </figcaption>
    </figure>
  );
}
