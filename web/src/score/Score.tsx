import { area, curveLinear, line } from "d3-shape";
import { memo, useId, useMemo, useRef } from "react";
import type { Plan, Step } from "../api/client";
import { useSettings } from "../app/settings";
import { useWidth } from "../app/useWidth";
import { clock, figure, inWords, toShown, unitOf, fromShown, type System, isUs } from "../units/units";
import { byHand, spread, timeAxis, valueAt, wrap, type Point } from "./geometry";
import { scoreInWords } from "./words";
import "./score.css";

interface Props {
  plan: Plan;
  /** Seconds from first contact of the playhead, in the guide. */
  playhead?: number;
  /** ID of the present step, in the guide. */
  present?: string;
  compact?: boolean;
  /** Another plan, drawn thin under this one. */
  other?: Plan;
  onStep?: (id: string) => void;
  /** The end of the steep was dragged, or moved with the arrow keys: the contact it makes. */
  onContact?: (seconds: number) => void;
  /** The contact asked for last, which the plan may not have caught up with. */
  asked?: number;
  /** The last reading was moved: the scale should stop at this. */
  onReading?: (grams: number) => void;
  /** A pour was moved in time, or to another share of the water. */
  onPour?: (id: string, change: { at_s?: number; to_pct?: number }) => void;
  /** The dose was moved. */
  onDose?: (grams: number) => void;
}

const LEFT = 52;
const RIGHT = 14;

/** The score of a brew: water, flame, scale and hands over one time axis. */
export const Score = memo(function Score({
  plan,
  playhead,
  present,
  compact,
  other,
  onStep,
  onContact,
  asked,
  onReading,
  onPour,
  onDose,
}: Props) {
  const { system } = useSettings();
  const [ref, width] = useWidth();
  const id = useId();
  const t = useMemo(() => timeAxis(plan, LEFT, width - RIGHT), [plan, width]);
  const words = useMemo(() => scoreInWords(plan, system), [plan, system]);

  const h =
    compact && width < 700
      ? { water: 110, flame: 18, scale: 64, hands: 48 }
      : { water: 150, flame: 22, scale: 92, hands: 62 };
  const gap = 10;
  const top = 14;
  const yWater = top;
  const yFlame = yWater + h.water + gap;
  const yScale = yFlame + h.flame + gap;
  const yHands = yScale + h.scale + gap;
  const yAxis = yHands + h.hands + 4;
  const height = yAxis + 18;

  // Water: from the coldest to a little over the hottest.
  const boil = plan.boil_c ?? 100;
  const coldest = Math.min(
    ...plan.curves.water_c.map((p) => p[1] as number),
    plan.curves.slurry_c[0]?.[1] ?? 60,
    60,
  );
  const lowC = Math.floor(Math.min(coldest, 20) / 10) * 10;
  const highC = Math.max(boil, plan.target_high_c ?? 0) + (compact ? 14 : 10);
  const yC = (c: number) => yWater + h.water - ((c - lowC) / (highC - lowC)) * h.water;
  const tempTicks = degrees(lowC, boil - 8, system);

  const most = Math.max(...plan.curves.scale_g.map((p) => p[1] as number), 1);
  const yG = (g: number) => yScale + h.scale - (g / most) * (h.scale - 18);

  const draw = line<Point>()
    .x((p) => t.x(p[0]))
    .y((p) => yC(p[1]))
    .curve(curveLinear);
  const water = plan.curves.water_c as Point[];
  const slurry = plan.curves.slurry_c as Point[];
  const cup = plan.curves.cup_c as Point[];
  const cupSeen = cup.filter((p) => p[0] <= t.end);
  // The cup is drinkable within the picture.
  const lastSip = cup.length > 1 && (cup.at(-1)?.[0] ?? Infinity) <= t.end + 1 ? cup.at(-1) : undefined;
  const scale = plan.curves.scale_g as Point[];
  const inPot = !plan.steps.some((s) => s.lane === "scale");

  const ceilingBelow = boil < (plan.target_low_c ?? 0) + 3;
  const boilInBand = boil < (plan.target_high_c ?? 0) + 4;
  const bandTop = yC(plan.target_high_c ?? 0);
  const bandBottom = yC(plan.target_low_c ?? 0);
  const x0 = t.x(t.start);
  const x1 = t.x(t.end);

  const hands = plan.steps.filter((s) => byHand(s));
  const standing = plan.steps.filter((s) => s.lane === "water");
  const readings = plan.steps.filter((s) => s.to_g !== null && (inPot || s.lane === "scale"));
  const lastReading = inPot ? undefined : readings.at(-1);
  const doseStep = plan.steps.find((s) => s.id === "dose");
  const steep = plan.steps.find((s) => s.id === "steep");
  const now = playhead === undefined ? undefined : Math.min(Math.max(playhead, t.start), t.end);

  // Names of the curves at the right of the brew, moved apart.
  const nameAt = t.x(Math.max((plan.contact_s ?? 0) * 0.72, 5));
  const nameS = t.at(nameAt);
  const wet = valueAt(slurry, nameS);
  const kettleAt =
    t.knee !== undefined && t.knee2 === undefined ? t.x(t.start + (t.knee - t.start) * 0.55) : undefined;
  const names = spread([wet === undefined ? 0 : yC(wet) + 14, cupSeen[0] ? yC(cupSeen[0][1]) + 14 : 0], 13);

  return (
    <div ref={ref} className="score" data-boil={plan.boil_c}>
      <svg width={width} height={height} role="img" aria-labelledby={`${id}-t`} aria-describedby={`${id}-d`}>
        <title id={`${id}-t`}>Score of the brew</title>
        <desc id={`${id}-d`}>{words}</desc>

        {t.ticks.map((s) => (
          <g key={s}>
            <line
              className={s === 0 ? "sc-zero" : "sc-grid"}
              x1={t.x(s)}
              x2={t.x(s)}
              y1={yWater}
              y2={yAxis}
            />
            <text className="sc-tick" x={t.x(s)} y={yAxis + 13} textAnchor="middle">
              {clock(s)}
            </text>
          </g>
        ))}
        {[t.knee, t.knee2].map(
          (k) =>
            k !== undefined && (
              <g className="sc-knee" key={k}>
                <line x1={t.x(k) - 2} x2={t.x(k) - 2} y1={yWater} y2={yAxis} />
                <line x1={t.x(k) + 2} x2={t.x(k) + 2} y1={yWater} y2={yAxis} />
              </g>
            ),
        )}

        <Lane name={plan.request.scale === false ? "heat" : "water"} y={yWater + 10} />
        {tempTicks.map((d) => (
          <g key={d.c}>
            <line className="sc-grid" x1={x0} x2={x1} y1={yC(d.c)} y2={yC(d.c)} />
            <text className="sc-tick" x={LEFT - 6} y={yC(d.c) + 4} textAnchor="end">
              {d.label}
            </text>
          </g>
        ))}
        {plan.target_low_c !== null && plan.target_high_c !== null && (
          <>
            <rect
              className="sc-band"
              x={x0}
              width={x1 - x0}
              y={bandTop}
              height={Math.max(bandBottom - bandTop, 3)}
            />
            <text
              className="sc-note"
              x={x0 + 5}
              y={ceilingBelow ? bandTop - 3 : boilInBand ? bandBottom + 12 : (bandTop + bandBottom) / 2 + 4}
            >
              wished {figure(plan.target_low_c, "°C", system).text}–
              {inWords(plan.target_high_c, "°C", system)}
            </text>
          </>
        )}
        <line className="sc-ceiling" x1={x0} x2={x1} y1={yC(boil)} y2={yC(boil)} />
        <text className="sc-ceiling-name" x={x0 + 5} y={ceilingBelow ? yC(boil) + 13 : yC(boil) - 4}>
          boils at {inWords(boil, "°C", system, { fine: true })} here
        </text>
        {other && (
          <g className="sc-other">
            <path d={draw(other.curves.water_c as Point[]) ?? ""} />
            <path d={draw(other.curves.slurry_c as Point[]) ?? ""} />
          </g>
        )}
        <path className="sc-water" d={draw(water) ?? ""} />
        <path className="sc-slurry" d={draw(slurry) ?? ""} />
        <path className="sc-cup" d={draw(cupSeen) ?? ""} />
        {kettleAt !== undefined && (
          <text
            className="sc-name sc-name-water"
            x={kettleAt + 8}
            y={yC(valueAt(water, t.at(kettleAt)) ?? 50) + 16}
          >
            {inPot ? "pot" : "kettle"}
          </text>
        )}
        {wet !== undefined && (
          <text className="sc-name sc-name-coffee" x={nameAt} y={names[0]} textAnchor="middle">
            {steep || inPot ? "steeping" : "in the bed"}
          </text>
        )}
        {lastSip && (
          <g>
            <circle className="sc-sip" cx={t.x(lastSip[0])} cy={yC(lastSip[1])} r={3.5} />
            <text
              className="sc-name sc-name-coffee"
              x={t.x(lastSip[0]) - 6}
              y={yC(lastSip[1]) + 16}
              textAnchor="end"
            >
              first sip, {inWords(lastSip[1], "°C", system)}
            </text>
          </g>
        )}
        {cupSeen[0] &&
          (!lastSip || t.x(lastSip[0]) - t.x(cupSeen[0][0]) > 130) &&
          t.x(t.end) - t.x(cupSeen[0][0]) > 34 && (
            <text className="sc-name sc-name-coffee" x={t.x(cupSeen[0][0]) + 4} y={names[1]}>
              cup
            </text>
          )}

        <Lane name="flame" y={yFlame + h.flame / 2 + 4} />
        {plan.steps
          .filter((s) => s.lane === "flame")
          .map((s) => {
            const w = Math.max(t.x(s.at_s + s.for_s) - t.x(s.at_s), 1);
            const low = s.id !== "flame-full";
            return (
              <g key={s.id}>
                <rect
                  className={low ? "sc-flame-low" : "sc-flame"}
                  x={t.x(s.at_s)}
                  width={w}
                  y={yFlame + (low ? h.flame * 0.45 : 0)}
                  height={h.flame * (low ? 0.55 : 1)}
                />
                {w > s.label.length * 6.2 + 8 && (
                  <text
                    className={low ? "sc-flame-name sc-flame-name-low" : "sc-flame-name"}
                    x={t.x(s.at_s) + 5}
                    y={yFlame + h.flame - (low ? 3 : 7)}
                  >
                    {s.label}
                  </text>
                )}
              </g>
            );
          })}
        {plan.heat === null && (
          <text className="sc-note" x={x0 + 5} y={yFlame + h.flame / 2 + 4}>
            {water.length > 0 ? "none: hot water is supplied" : "none: nothing is heated"}
          </text>
        )}
        <line className="sc-base" x1={x0} x2={x1} y1={yFlame + h.flame} y2={yFlame + h.flame} />

        <Lane
          name={plan.request.scale === false ? "water" : `scale, ${unitOf("g", system)}`}
          y={yScale + 10}
        />
        <path
          className="sc-scale-area"
          d={
            area<Point>()
              .x((p) => t.x(p[0]))
              .y0(yG(0))
              .y1((p) => yG(p[1]))(scale) ?? ""
          }
        />
        <path
          className="sc-scale"
          d={
            line<Point>()
              .x((p) => t.x(p[0]))
              .y((p) => yG(p[1]))(scale) ?? ""
          }
        />
        <line className="sc-base" x1={x0} x2={x1} y1={yG(0)} y2={yG(0)} />
        {readings.map((s, i) => (
          <g key={s.id}>
            {onPour && !inPot && readings.length > 1 ? (
              <PourEnd
                step={s}
                first={i === 0}
                last={i === readings.length - 1}
                low={readings[i - 1]?.to_g ?? 0}
                earliest={earliest(plan, s)}
                high={readings[i + 1]?.to_g ?? s.to_g ?? 0}
                whole={readings.at(-1)?.to_g ?? 1}
                t={t}
                y={yG(s.to_g ?? 0)}
                perPixel={most / (h.scale - 18)}
                told={(v) => inWords(v, "g", system)}
                onPour={onPour}
              />
            ) : (
              <circle className="sc-reading" cx={t.x(s.at_s + s.for_s)} cy={yG(s.to_g ?? 0)} r={3.5} />
            )}
            {/* Where the next reading is too near for both names, the list has this one. */}
            {!(
              readings[i + 1] &&
              t.x((readings[i + 1] as Step).at_s + (readings[i + 1] as Step).for_s) - t.x(s.at_s + s.for_s) <
                32
            ) && (
              <text
                className="sc-reading-name"
                x={t.x(s.at_s + s.for_s) + (inPot ? 7 : -6)}
                y={yG(s.to_g ?? 0) - (inPot ? -14 : 5)}
                textAnchor={inPot ? "start" : "end"}
              >
                {s.until === "weight" && figure(s.to_g ?? 0, "g", system).text}
              </text>
            )}
          </g>
        ))}

        {onReading && lastReading && (
          <Pull
            label="Last reading of the scale"
            x={t.x(lastReading.at_s + lastReading.for_s) + (readings.length > 1 ? 14 : 0)}
            y={yG(lastReading.to_g ?? 0)}
            value={lastReading.to_g ?? 0}
            step={5}
            perPixel={most / (h.scale - 18)}
            told={(v) => inWords(v, "g", system)}
            onPull={onReading}
          />
        )}
        {onDose && doseStep && plan.dose_each_g !== null && (
          <>
            <text className="sc-note" x={t.x(doseStep.at_s) + 12} y={yG(0) - 22}>
              {inWords(plan.dose_each_g, "g", system)} of coffee
            </text>
            <Pull
              label="Dose"
              x={t.x(doseStep.at_s) + 4}
              y={yG(0) - 26}
              value={plan.dose_each_g}
              step={0.5}
              perPixel={0.25}
              coffee
              told={(v) => inWords(v, "g", system)}
              onPull={onDose}
            />
          </>
        )}

        <Lane name="hands" y={yHands + h.hands / 2 + 4} />
        {standing.map((s) => (
          <Stand
            key={s.id}
            step={s}
            x={t.x(s.at_s)}
            width={t.x(s.at_s + s.for_s) - t.x(s.at_s)}
            y={yHands}
            height={h.hands}
            under={hands}
            t={t.x}
          />
        ))}
        {hands.map((s) => (
          <Block
            key={s.id}
            step={s}
            number={plan.steps.filter((o) => o.lane !== "flame").indexOf(s) + 1}
            x={t.x(s.at_s)}
            width={t.x(s.at_s + s.for_s) - t.x(s.at_s)}
            y={yHands}
            height={h.hands}
            present={present === s.id}
            onClick={onStep}
          />
        ))}
        <line className="sc-base" x1={x0} x2={x1} y1={yAxis} y2={yAxis} />

        {onContact && steep && steep.for_s < 3600 && plan.contact_s !== null && (
          <SteepEnd
            step={steep}
            contact={plan.contact_s}
            asked={asked}
            t={t}
            y={yWater}
            height={yAxis - yWater}
            onContact={onContact}
          />
        )}

        {now !== undefined && (
          <g className="sc-playhead" data-testid="playhead">
            <line x1={t.x(now)} x2={t.x(now)} y1={4} y2={yAxis} />
            <path d={`M${t.x(now) - 6},0 h12 l-6,9 z`} />
          </g>
        )}
      </svg>
    </div>
  );
});

function Lane({ name, y }: { name: string; y: number }) {
  const [word, unit] = name.split(", ");
  return (
    <text className="sc-lane" x={0} y={y}>
      {word}
      {unit && (
        <tspan x={0} dy={13}>
          {unit}
        </tspan>
      )}
    </text>
  );
}

function degrees(lowC: number, highC: number, system: System): { c: number; label: string }[] {
  const low = toShown(lowC, "°C", system);
  const high = toShown(highC, "°C", system);
  const step = isUs(system) ? 50 : 20;
  const out = [];
  for (let d = Math.ceil(low / step) * step; d <= high; d += step) {
    out.push({ c: fromShown(d, "°C", system), label: `${d}°` });
  }
  return out;
}

/** A point to pull up or down, by pointer or arrow keys. */
function Pull({
  label,
  x,
  y,
  value,
  step,
  perPixel,
  coffee,
  told,
  onPull,
}: {
  label: string;
  x: number;
  y: number;
  value: number;
  step: number;
  perPixel: number;
  coffee?: boolean;
  told: (v: number) => string;
  onPull: (v: number) => void;
}) {
  const from = useRef({ y: 0, value: 0 });
  const put = (v: number) => onPull(Math.max(Math.round(v / step) * step, step));
  return (
    <g
      className={coffee ? "sc-pull sc-pull-coffee" : "sc-pull"}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={value}
      aria-valuetext={told(value)}
      onKeyDown={(e) => {
        const by = { ArrowUp: step, ArrowDown: -step }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        put(value + by * (e.shiftKey ? 5 : 1));
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        from.current = { y: e.clientY, value };
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (e.currentTarget.hasPointerCapture(e.pointerId))
          put(from.current.value + (from.current.y - e.clientY) * perPixel);
      }}
    >
      <rect x={x - 10} y={y - 12} width={20} height={24} />
      <path d={`M${x},${y - 9} l5,6 h-10 z M${x},${y + 9} l5,-6 h-10 z`} />
    </g>
  );
}

/** The earliest that a pour may begin: what comes before it is cut to 3 s, or is a pour that must end. */
function earliest(plan: Plan, step: Step): number {
  const before = plan.steps.filter((s) => s.lane !== "flame" && s.at_s >= 0 && s.at_s < step.at_s).at(-1);
  if (!before) return 0;
  return Math.ceil(before.at_s + (before.lane === "scale" ? before.for_s : Math.min(before.for_s, 3)));
}

/** The end of a pour, to drag: sideways in time, up and down to another reading. */
function PourEnd({
  step,
  first,
  last,
  low,
  high,
  earliest,
  whole,
  t,
  y,
  perPixel,
  told,
  onPour,
}: {
  step: Step;
  first: boolean;
  last: boolean;
  low: number;
  high: number;
  earliest: number;
  whole: number;
  t: { x: (s: number) => number; at: (x: number) => number };
  y: number;
  perPixel: number;
  told: (v: number) => string;
  onPour: (id: string, change: { at_s?: number; to_pct?: number }) => void;
}) {
  const to = step.to_g ?? 0;
  const from = useRef({ x: 0, y: 0, at: 0, to: 0 });
  const x = t.x(step.at_s + step.for_s);
  const moveTo = (g: number) =>
    onPour(step.id, {
      to_pct:
        Math.round((1000 * Math.min(Math.max(g, low + whole * 0.01), high - whole * 0.01)) / whole) / 10,
    });
  const moveAt = (s: number) => onPour(step.id, { at_s: Math.max(Math.round(s / 5) * 5, earliest) });
  return (
    <g
      className="sc-pour"
      role="slider"
      tabIndex={0}
      aria-label={`${step.label}: end of the pour`}
      aria-valuenow={Math.round(to)}
      aria-valuetext={`${told(to)} at ${clock(step.at_s + step.for_s)}`}
      onKeyDown={(e) => {
        const k = e.shiftKey ? 5 : 1;
        if (e.key === "ArrowUp" && !last) moveTo(to + k * whole * 0.01);
        else if (e.key === "ArrowDown" && !last) moveTo(to - k * whole * 0.01);
        else if (e.key === "ArrowRight" && !first) moveAt(step.at_s + 5 * k);
        else if (e.key === "ArrowLeft" && !first) moveAt(step.at_s - 5 * k);
        else return;
        e.preventDefault();
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        from.current = { x: e.clientX, y: e.clientY, at: step.at_s, to };
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const dx = e.clientX - from.current.x;
        const dy = from.current.y - e.clientY;
        // One way at a time: the one that it was dragged further.
        if (Math.abs(dx) > Math.abs(dy)) {
          if (!first) moveAt(t.at(t.x(from.current.at) + dx));
        } else if (!last) moveTo(from.current.to + dy * perPixel);
      }}
    >
      <rect x={x - 11} y={y - 11} width={22} height={22} />
      <circle className="sc-reading" cx={x} cy={y} r={4.5} />
    </g>
  );
}

/** The end of the steep, to drag. */
function SteepEnd({
  step,
  contact,
  asked,
  t,
  y,
  height,
  onContact,
}: {
  step: Step;
  contact: number;
  asked?: number;
  t: { x: (s: number) => number; at: (x: number) => number };
  y: number;
  height: number;
  onContact: (s: number) => void;
}) {
  const end = step.at_s + step.for_s;
  const after = contact - end; // what follows the steep goes with it
  const put = (s: number) => onContact(Math.round(Math.max(s, step.at_s + 5) / 5) * 5 + after);
  return (
    <g
      className="sc-steep"
      role="slider"
      tabIndex={0}
      aria-label="End of the steep"
      aria-valuemin={Math.round(step.at_s + 5)}
      aria-valuemax={3600}
      aria-valuenow={Math.round(end)}
      aria-valuetext={clock(end)}
      onKeyDown={(e) => {
        const by = { ArrowLeft: -5, ArrowRight: 5 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        // From what was asked last: keys come faster than plans.
        put((asked ?? contact) - after + by * (e.shiftKey ? 6 : 1));
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        e.currentTarget.focus();
        e.preventDefault();
      }}
      onPointerMove={(e) => {
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
        if (box) put(Math.min(t.at(e.clientX - box.left), 3600));
      }}
    >
      <rect x={t.x(end) - 8} width={16} y={y} height={height} />
      <line x1={t.x(end)} x2={t.x(end)} y1={y} y2={y + height} />
      <circle cx={t.x(end)} cy={y + height - 4} r={5} />
    </g>
  );
}

interface BlockProps {
  step: Step;
  number: number;
  x: number;
  width: number;
  y: number;
  height: number;
  present: boolean;
  onClick?: (id: string) => void;
}

/** A step of the hands: its words if they fit, upright or turned; else its number in the list. */
function Block({ step, number, x, width, y, height, present, onClick }: BlockProps) {
  const w = Math.max(width - 1, 2);
  const across = wrap(step.label, Math.floor((w - 6) / 5.7), 3);
  const turned = !across && w >= 13 && step.label.length * 5.7 < height - 4;
  return (
    <g
      className={`sc-block${step.lane === "scale" ? " sc-block-pour" : ""}${present ? " sc-block-now" : ""}${step.caution ? " sc-block-care" : ""}`}
      onClick={onClick && (() => onClick(step.id))}
    >
      <rect x={x + 0.5} y={y} width={w} height={height} />
      {step.until === "sign" && w > 26 && (
        <path className="sc-sign" d={`M${x + w - 6},${y + height - 8} l4,4 l-4,4 l-4,-4 z`} />
      )}
      {step.caution && w > 9 && <path className="sc-care" d={`M${x + w - 8},${y + 8} l4,-6 l4,6 z`} />}
      {across ? (
        across.map((l, i) => (
          <text key={i} x={x + 4} y={y + 15 + i * 13}>
            {l}
          </text>
        ))
      ) : turned ? (
        <text transform={`translate(${x + w / 2 + 4.5},${y + height - 4}) rotate(-90)`}>{step.label}</text>
      ) : w >= 9 ? (
        <text x={x + w / 2} y={y + height / 2 + 4} textAnchor="middle">
          {number}
        </text>
      ) : null}
    </g>
  );
}

interface StandProps {
  step: Step;
  x: number;
  width: number;
  y: number;
  height: number;
  under: Step[];
  t: (s: number) => number;
}

/** A time to wait: a dashed frame, with its name where no block lies over it. */
function Stand({ step, x, width, y, height, under, t }: StandProps) {
  const w = Math.max(width - 1, 2);
  const free = under
    .filter((u) => u.at_s < step.at_s + step.for_s && u.at_s + u.for_s > step.at_s)
    .reduce((end, u) => Math.min(end, t(u.at_s)), x + w);
  const room = free - x;
  const label = wrap(step.label, Math.floor((room - 6) / 6.3), 3);
  return (
    <g className="sc-stand">
      <rect x={x + 0.5} y={y} width={w} height={height} />
      {label?.map((l, i) => (
        <text key={i} x={x + 4} y={y + 15 + i * 13}>
          {l}
        </text>
      ))}
    </g>
  );
}
