import { Link } from "react-router";
import type { LogEntry, Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart, type Scale } from "../chart/Chart";
import { inWords, type System } from "../units/units";

export const pathInWords = (p: Schemas["Path"], system: System): string => {
  const n = p.cups.length;
  const liked = p.liking
    ? ` Liked: about ${inWords(p.liking.extraction_pct, "%", system)} of extraction, between ${inWords(p.liking.extraction_low_pct, "%", system)} and ${inWords(p.liking.extraction_high_pct, "%", system)}, and a strength of ${inWords(p.liking.tds_pct, "%", system, { step: 0.01 })}.`
    : "";
  return `${n} ${n === 1 ? "cup" : "cups"}, in order.${liked}`;
};

/** The cups of a coffee on the control chart, joined in their order, with what is liked. */
export function PathChart({
  path,
  entries,
  chosen,
  onChoose,
  glance,
}: {
  path: Schemas["Path"];
  entries: LogEntry[];
  chosen?: number;
  onChoose?: (entry: number) => void;
  /** Beside the answer: without the words under it. */
  glance?: boolean;
}) {
  const { system } = useSettings();
  if (path.cups.length === 0) return null;
  const l = path.liking;
  const es = path.cups.map((c) => c.at.extraction_pct).concat(l ? [l.extraction_pct] : []);
  const ts = path.cups.map((c) => c.at.tds_pct).concat(l ? [l.tds_low_pct, l.tds_high_pct] : []);
  const w = path.window;
  const x = { from: Math.min(16, ...es.map((v) => v - 1)), to: Math.max(24, ...es.map((v) => v + 1)) };
  const y = { from: Math.max(0.2, Math.min(1, ...ts) * 0.85), to: Math.max(1.5, ...ts) * 1.1 };
  const words = pathInWords(path, system);
  /** Whether the number of a cup stands clear of those before it. */
  const clear = (i: number, sx: Scale, sy: Scale) =>
    path.cups.slice(0, i).every((c) => {
      const d = path.cups[i];
      return (
        !d ||
        Math.hypot(sx(c.at.extraction_pct) - sx(d.at.extraction_pct), sy(c.at.tds_pct) - sy(d.at.tds_pct)) >
          13
      );
    });
  const mark = (id: number) => entries.find((e) => e.id === id)?.mark;
  return (
    <figure className="control lb-path">
      <Chart
        title="The cups on the control chart"
        words={words}
        x={{ label: "extraction", unit: "%", ...x }}
        y={{ label: "strength", unit: "%", ...y }}
        height={glance ? 220 : 250}
      >
        {(sx, sy) => (
          <>
            <rect
              className="ch-zone-edge"
              x={sx(w.extraction_low_pct)}
              width={sx(w.extraction_high_pct) - sx(w.extraction_low_pct)}
              y={sy(w.tds_high_pct)}
              height={sy(w.tds_low_pct) - sy(w.tds_high_pct)}
            />
            {l && (
              <ellipse
                className="lb-liked"
                cx={sx(l.extraction_pct)}
                cy={sy(l.tds_pct)}
                rx={Math.abs(sx(l.extraction_high_pct) - sx(l.extraction_pct))}
                ry={Math.abs(sy(l.tds_high_pct) - sy(l.tds_pct))}
              />
            )}
            <polyline
              className="lb-way"
              points={path.cups.map((c) => `${sx(c.at.extraction_pct)},${sy(c.at.tds_pct)}`).join(" ")}
            />
            {path.cups.map((c, i) => (
              <g key={c.entry} className={c.entry === chosen ? "lb-cup lb-chosen" : "lb-cup"}>
                <circle
                  cx={sx(c.at.extraction_pct)}
                  cy={sy(c.at.tds_pct)}
                  r={4 + (mark(c.entry) ?? 5) * 0.5}
                  onClick={() => onChoose?.(c.entry)}
                />
                {clear(i, sx, sy) && (
                  <text
                    x={sx(c.at.extraction_pct)}
                    y={sy(c.at.tds_pct) - 11}
                    textAnchor="middle"
                    aria-hidden="true"
                  >
                    {i + 1}
                  </text>
                )}
              </g>
            ))}
          </>
        )}
      </Chart>
      <figcaption className={glance ? "sr" : undefined}>
        {words} Larger dots are better marks; shaded is what you like, as far as known. Positions are the
        model’s estimates for this coffee and grinder.
      </figcaption>
    </figure>
  );
}

/** A coffee's cups in their order, as a list beside the picture: what changed, and how it was. */
export function PathList({ path, entries }: { path: Schemas["Path"]; entries: LogEntry[] }) {
  const { system } = useSettings();
  return (
    <ol className="lb-steps">
      {path.cups.map((c) => {
        const e = entries.find((l) => l.id === c.entry);
        const clicks = e?.run?.clicks ?? e?.clicks;
        return (
          <li key={c.entry}>
            <Link to={`/log/${c.entry}`}>
              {e?.stop_name}
              {e && ` · ${inWords(e.run?.start_c ?? e.start_c, "°C", system)}`}
              {clicks !== null && clicks !== undefined && ` · ${inWords(clicks, "clicks", system)}`}
            </Link>
            <span className="quiet">
              {c.says || "no taste noted"}
              {e?.mark !== undefined && `, ${e.mark} of 10`}
            </span>
          </li>
        );
      })}
    </ol>
  );
}
