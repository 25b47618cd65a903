// The lanes of the score, one below the other over the same time axis.

import { area, curveLinear, line } from "d3-shape";
import { Fragment } from "react";
import type { Plan, Schemas, Step } from "../api/client";
import { figure, fromShown, inWords, isUs, rangeInWords, toShown, unitOf, type System } from "../units/units";
import { byHand, spread, valueAt, wrap, type Point, type TimeAxis } from "./geometry";
import { PourEnd, Pull } from "./handles";

/** Where a lane stands: its top and its height, and the ends of the time axis. */
interface Place {
  plan: Plan;
  system: System;
  t: TimeAxis;
  y: number;
  h: number;
}

/** Where the names of the lanes stand. */
export const LEFT = 52;

/** The coffee is in the pot itself, and nothing is poured by the scale. */
const isInPot = (plan: Plan) => !plan.steps.some((s) => s.lane === "scale");

function Lane({ name, y }: { name: string; y: number }) {
  const [word, unit] = name.split(", ");
  return (
    <g className="sc-stays">
      <rect className="sc-lane-ground" x={-1} y={y - 12} width={LEFT - 2} height={unit ? 30 : 16} />
      <text className="sc-lane" x={0} y={y}>
        {word}
        {unit && (
          <tspan x={0} dy={13}>
            {unit}
          </tspan>
        )}
      </text>
    </g>
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

/** Temperatures of kettle, slurry and cup, under the boiling point of the place. */
export function WaterLane({
  plan,
  system,
  t,
  y,
  h,
  compact,
  other,
  live,
}: Place & { compact?: boolean; other?: Plan; live?: Schemas["RunCurves"] }) {
  const water = plan.curves.water_c as Point[];
  const slurry = plan.curves.slurry_c as Point[];
  const cup = plan.curves.cup_c as Point[];
  // From the coldest to a little over the hottest.
  const boil = plan.boil_c ?? 100;
  const coldest = Math.min(...water.map((p) => p[1]), slurry[0]?.[1] ?? 60, 60);
  const lowC = Math.floor(Math.min(coldest, 20) / 10) * 10;
  const highC = Math.max(boil, plan.target_high_c ?? 0) + (compact ? 14 : 10);
  const yC = (c: number) => y + h - ((c - lowC) / (highC - lowC)) * h;
  const draw = line<Point>()
    .x((p) => t.x(p[0]))
    .y((p) => yC(p[1]))
    .curve(curveLinear);
  const cupSeen = cup.filter((p) => p[0] <= t.end);
  // The cup is drinkable within the picture.
  const lastSip = cup.length > 1 && (cup.at(-1)?.[0] ?? Infinity) <= t.end + 1 ? cup.at(-1) : undefined;
  const inPot = isInPot(plan);
  const steep = plan.steps.some((s) => s.id === "steep");

  const ceilingBelow = boil < (plan.target_low_c ?? 0) + 3;
  const boilInBand = boil < (plan.target_high_c ?? 0) + 4;
  const bandTop = yC(plan.target_high_c ?? 0);
  const bandBottom = yC(plan.target_low_c ?? 0);
  const x0 = t.x(t.start);
  const x1 = t.x(t.end);

  // Names of the curves at the right of the brew, moved apart.
  const nameAt = t.x(Math.max((plan.contact_s ?? 0) * 0.72, 5));
  const wet = valueAt(slurry, t.at(nameAt));
  const kettleAt =
    t.knee !== undefined && t.knee2 === undefined ? t.x(t.start + (t.knee - t.start) * 0.55) : undefined;
  const names = spread([wet === undefined ? 0 : yC(wet) + 14, cupSeen[0] ? yC(cupSeen[0][1]) + 14 : 0], 13);
  return (
    <g aria-hidden="true">
      {degrees(lowC, boil - 8, system).map((d) => (
        <g key={d.c}>
          <line className="sc-grid" x1={x0} x2={x1} y1={yC(d.c)} y2={yC(d.c)} />
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
            aim {rangeInWords(plan.target_low_c, plan.target_high_c, "°C", system)}
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
      {live && (
        <g className="sc-live">
          <path className="sc-rest" d={draw(after(live.rest_c as Point[], live.from_s, t)) ?? ""} />
          <path className="sc-real sc-real-water" d={draw(within(live.water_c as Point[], t)) ?? ""} />
          <path className="sc-real sc-real-slurry" d={draw(within(live.slurry_c as Point[], t)) ?? ""} />
        </g>
      )}
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
      {degrees(lowC, boil - 8, system).map((d) => (
        <g key={d.c} className="sc-stays">
          <rect className="sc-lane-ground" x={LEFT - 30} y={yC(d.c) - 7} width={28} height={14} />
          <text className="sc-tick" x={LEFT - 6} y={yC(d.c) + 4} textAnchor="end">
            {d.label}
          </text>
        </g>
      ))}
      <Lane name={plan.request.scale === false ? "heat" : "water"} y={y + 10} />
    </g>
  );
}

/** The flame: full, low, or none. */
export function FlameLane({ plan, t, y, h }: Place) {
  return (
    <g aria-hidden="true">
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
                y={y + (low ? h * 0.45 : 0)}
                height={h * (low ? 0.55 : 1)}
              />
              {w > s.label.length * 6.2 + 8 && (
                <text
                  className={low ? "sc-flame-name sc-flame-name-low" : "sc-flame-name"}
                  x={t.x(s.at_s) + 5}
                  y={y + h - (low ? 3 : 7)}
                >
                  {s.label}
                </text>
              )}
            </g>
          );
        })}
      {plan.heat === null && (
        <text className="sc-note" x={t.x(t.start) + 5} y={y + h / 2 + 4}>
          {plan.curves.water_c.length > 0 ? "none: hot water supplied" : "none: nothing is heated"}
        </text>
      )}
      <line className="sc-base" x1={t.x(t.start)} x2={t.x(t.end)} y1={y + h} y2={y + h} />
      <Lane name="flame" y={y + h / 2 + 4} />
    </g>
  );
}

/** What can be changed in the lane of the scale. */
export interface ScaleMoves {
  onReading?: (grams: number) => void;
  onPour?: (id: string, change: { at_s?: number; to_pct?: number }) => void;
  onDose?: (grams: number) => void;
}

/** What lies within the picture. */
const within = (curve: Point[], t: TimeAxis) => curve.filter((p) => p[0] >= t.start && p[0] <= t.end);

/** What is to come of a curve, from a moment. */
function after(curve: Point[], from: number, t: TimeAxis): Point[] {
  const here = valueAt(curve, from);
  const rest = within(curve, t).filter((p) => p[0] > from);
  return here === undefined ? rest : [[from, here], ...rest];
}

const stroke = (curve: Point[], t: TimeAxis, y: (v: number) => number) =>
  line<Point>()
    .x((p) => t.x(p[0]))
    .y((p) => y(p[1]))(curve) ?? "";

/** What the scale reads, with the pours, the last reading and the dose to move. */
export function ScaleLane({
  plan,
  system,
  t,
  y,
  h,
  live,
  onReading,
  onPour,
  onDose,
}: Place & ScaleMoves & { live?: Schemas["RunCurves"] }) {
  const scale = plan.curves.scale_g as Point[];
  const real = live ? within(live.scale_g as Point[], t).map(([s, g]): Point => [s, Math.max(g, 0)]) : [];
  const rest = live ? after(live.plan_g as Point[], live.from_s, t) : [];
  const most = Math.max(...scale.map((p) => p[1]), ...real.map((p) => p[1]), 1);
  const yG = (g: number) => y + h - (g / most) * (h - 18);
  const perPixel = most / (h - 18);
  const told = (v: number) => inWords(v, "g", system);
  const inPot = isInPot(plan);
  const readings = plan.steps.filter((s) => s.to_g !== null && (inPot || s.lane === "scale"));
  const last = inPot ? undefined : readings.at(-1);
  const doseStep = plan.steps.find((s) => s.id === "dose");
  const whole = readings.at(-1)?.to_g ?? 1;
  const endOf = (s: Step) => t.x(s.at_s + s.for_s);
  return (
    <g>
      <g aria-hidden="true">
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
        {live && (
          <g className="sc-live">
            <path className="sc-rest" d={stroke(rest, t, yG)} />
            <path className="sc-real sc-real-scale" d={stroke(real, t, yG)} />
          </g>
        )}
        <line className="sc-base" x1={t.x(t.start)} x2={t.x(t.end)} y1={yG(0)} y2={yG(0)} />
      </g>
      {readings.map((s, i) => {
        const next = readings[i + 1];
        return (
          <Fragment key={s.id}>
            {onPour && s.move && readings.length > 1 ? (
              <PourEnd
                step={s}
                move={s.move}
                whole={whole}
                t={t}
                y={yG(s.to_g ?? 0)}
                perPixel={perPixel}
                told={told}
                onPour={onPour}
              />
            ) : (
              <circle aria-hidden="true" className="sc-reading" cx={endOf(s)} cy={yG(s.to_g ?? 0)} r={3.5} />
            )}
            {/* Where the next reading is too near for both names, the list has this one. */}
            {!(next && endOf(next) - endOf(s) < 32) && (
              <text
                aria-hidden="true"
                className="sc-reading-name"
                x={endOf(s) + (inPot ? 7 : -6)}
                y={yG(s.to_g ?? 0) - (inPot ? -14 : 5)}
                textAnchor={inPot ? "start" : "end"}
              >
                {s.until === "weight" && figure(s.to_g ?? 0, "g", system).text}
              </text>
            )}
          </Fragment>
        );
      })}
      {onReading && last && (
        <Pull
          label="Last reading of the scale"
          x={endOf(last) + (readings.length > 1 ? 14 : 0)}
          y={yG(last.to_g ?? 0)}
          value={last.to_g ?? 0}
          step={5}
          least={5}
          most={5000}
          perPixel={perPixel}
          told={told}
          onPull={onReading}
        />
      )}
      {onDose && doseStep && plan.dose_each_g !== null && (
        <>
          <text aria-hidden="true" className="sc-note" x={t.x(doseStep.at_s) + 12} y={yG(0) - 22}>
            {told(plan.dose_each_g)} of coffee
          </text>
          <Pull
            label="Dose"
            x={t.x(doseStep.at_s) + 4}
            y={yG(0) - 26}
            // All of it, so that nothing jumps where one batch more begins.
            value={plan.dose_g ?? plan.dose_each_g}
            step={0.5}
            least={1}
            most={1000}
            perPixel={0.25}
            coffee
            told={told}
            onPull={onDose}
          />
        </>
      )}
      <g aria-hidden="true">
        <Lane name={plan.request.scale === false ? "water" : `scale, ${unitOf("g", system)}`} y={y + 10} />
      </g>
    </g>
  );
}

/** What the hands do, and what only stands. */
export function HandsLane({
  plan,
  t,
  y,
  h,
  present,
  onStep,
}: Omit<Place, "system"> & { present?: string; onStep?: (id: string) => void }) {
  const hands = plan.steps.filter((s) => byHand(s));
  const listed = plan.steps.filter((s) => s.lane !== "flame");
  return (
    <g aria-hidden="true">
      {plan.steps
        .filter((s) => s.lane === "water")
        .map((s) => (
          <Stand
            key={s.id}
            step={s}
            x={t.x(s.at_s)}
            width={t.x(s.at_s + s.for_s) - t.x(s.at_s)}
            y={y}
            height={h}
            under={hands}
            t={t.x}
          />
        ))}
      {hands.map((s) => (
        <Block
          key={s.id}
          step={s}
          number={listed.indexOf(s) + 1}
          x={t.x(s.at_s)}
          width={t.x(s.at_s + s.for_s) - t.x(s.at_s)}
          y={y}
          height={h}
          present={present === s.id}
          onClick={onStep}
        />
      ))}
      <Lane name="hands" y={y + h / 2 + 4} />
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
