import { scaleLinear } from "d3-scale";
import { useId } from "react";
import type { Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { inWords, toShown, unitOf } from "../units/units";

type Kit = Schemas["Kit"];

const W = 380;
const H = 210;
const box = { left: 38, right: W - 12, top: 12, bottom: H - 34 };

/**
 * The kits that no other beats in everything: mass across, and up what tells them apart best, the cups or, where all
 * are alike in them, how soon a brew is made; the size is the time.
 */
export function Front({
  front,
  shown,
  name,
  onPick,
}: {
  front: Kit[];
  shown?: Kit;
  name: (id: number) => string | undefined;
  onPick: (k: Kit) => void;
}) {
  const { system } = useSettings();
  const id = useId();
  const all = shown ? [...front, shown] : front;
  const mass = (k: Kit) => toShown(k.mass_g, "g", system);
  const masses = all.map(mass);
  const room = toShown(30, "g", system);
  const cups = all.map((k) => k.cup);
  const x = scaleLinear()
    .domain([Math.min(...masses) - room, Math.max(...masses) + room])
    .range([box.left + 8, box.right - 8]);
  const times = all.map((k) => k.minutes);
  const byCup = Math.max(...cups) - Math.min(...cups) > 3;
  const up = (k: Kit) => (byCup ? k.cup : k.minutes);
  const y = scaleLinear()
    .domain(
      byCup
        ? [Math.max(0, Math.min(...cups) - 3), Math.max(...cups) + 1]
        : // The sooner, the higher.
          [Math.max(...times) + 1, Math.max(0, Math.min(...times) - 1)],
    )
    .range([box.bottom - 6, box.top + 8]);
  const r = scaleLinear()
    .domain([Math.min(...times), Math.max(...times, Math.min(...times) + 1)])
    .range([4, 11]);
  const words = (k: Kit) =>
    `${inWords(k.mass_g, "g", system)}, cups of ${k.cup.toFixed(0)}, ${k.minutes.toFixed(0)} min per brew: ${k.items
      .map(name)
      .filter(Boolean)
      .join(", ")}`;
  return (
    <figure className="front">
      <svg viewBox={`0 0 ${W} ${H}`} role="group" aria-labelledby={`${id}-t`}>
        <title
          id={`${id}-t`}
        >{`${front.length} kits that nothing beats on mass, cups, time and fuss at once`}</title>
        {x.ticks(4).map((v) => (
          <g key={v}>
            <line className="sc-grid" x1={x(v)} x2={x(v)} y1={box.top} y2={box.bottom} />
            <text className="sc-tick" x={x(v)} y={box.bottom + 13} textAnchor="middle">
              {v.toLocaleString("en")}
            </text>
          </g>
        ))}
        {y.ticks(4).map((v) => (
          <g key={v}>
            <line className="sc-grid" x1={box.left} x2={box.right} y1={y(v)} y2={y(v)} />
            <text className="sc-tick" x={box.left - 5} y={y(v) + 4} textAnchor="end">
              {v}
            </text>
          </g>
        ))}
        <line className="sc-base" x1={box.left} x2={box.right} y1={box.bottom} y2={box.bottom} />
        <text className="front-axis" x={box.right} y={H - 6} textAnchor="end">
          to carry, {unitOf("g", system)}
        </text>
        <text className="front-axis" x={4} y={box.top - 2}>
          {byCup ? "cups, of 100" : "min per brew"}
        </text>
        {[...front]
          .sort((a, b) => b.minutes - a.minutes)
          .map((k, i) => (
            <g
              key={i}
              className="front-kit"
              role="button"
              tabIndex={0}
              aria-label={`Lay out: ${words(k)}`}
              onClick={() => onPick(k)}
              onKeyDown={(e) => (e.key === "Enter" || e.key === " ") && (e.preventDefault(), onPick(k))}
            >
              <circle cx={x(mass(k))} cy={y(up(k))} r={r(k.minutes)}>
                <title>{words(k)}</title>
              </circle>
            </g>
          ))}
        {shown && (
          <path
            className="front-shown"
            d={`M${x(mass(shown))},${y(up(shown)) - 15} l5,-7 h-10 z`}
            aria-hidden="true"
          />
        )}
      </svg>
      <figcaption className="hint">
        Each ring is a kit. A larger ring takes longer to brew. Choose one to lay it out; ▼ is shown now.
      </figcaption>
    </figure>
  );
}
