import { limits } from "../api/limits";
import { Button } from "antd";
import { useState } from "react";
import { ApiError } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart, Handle, Line, type Points } from "../chart/Chart";
import { valueAt } from "../score/geometry";
import { QuantityInput } from "../units/QuantityInput";
import { duration, inWords } from "../units/units";
import { useWaitAnswer } from "./ask";
import { RequestInputs, Sheet, type BenchProps } from "./Sheet";
import { own } from "./own";

const SPAN = 900;

export function WaitBench({ base, catalogue }: BenchProps) {
  const { system } = useSettings();
  const [fill, setFill] = useState(700);
  const [target, setTarget] = useState(93);
  const [reading, setReading] = useState<{ after: number; c: number }>();
  const answer = useWaitAnswer({
    request: base.request,
    fill_ml: fill,
    target_c: target,
    ...(reading ? { after_s: reading.after, reading_c: reading.c } : {}),
  });
  const trouble = (path: string) =>
    answer.error instanceof ApiError
      ? answer.error.troubles.find((t) => t.field === path)?.message
      : undefined;
  const a = answer.data;
  return (
    <Sheet
      id="wait"
      base={base}
      answer={answer}
      figures={[
        { path: "from_c", fine: true },
        { path: "lid_s", label: "Lid ajar", big: true, plusMinus: true },
        { path: "open_s", label: "Lid off", big: true, plusMinus: true },
        { path: "windy_s", label: "In the wind", plusMinus: true },
        "loss_factor",
        { path: "fitted_s", label: "How this pot cools", big: true },
      ]}
      controls={
        <>
          <QuantityInput
            compact
            field={own("fill_ml", "Water in the pot", "ml", limits["WaitIn.fill_ml"])}
            value={fill}
            stepMetric={50}
            trouble={trouble("fill_ml")}
            onChange={(v) => setFill(v ?? fill)}
          />
          <QuantityInput
            compact
            field={own("target_c", "Wanted", "°C", limits["WaitIn.target_c"])}
            value={target}
            trouble={trouble("target_c")}
            onChange={(v) => setTarget(v ?? target)}
          />
          <RequestInputs
            base={base}
            catalogue={catalogue}
            answer={answer}
            paths={[
              "place.air_c",
              "place.wind_ms",
              "vessel.diameter_mm",
              "vessel.mass_g",
              "vessel.material",
              "heat.lid",
            ]}
          />
        </>
      }
      foot={
        <div className="bench-test">
          <h3>One thermometer reading</h3>
          <p className="hint">
            Take the pot off the boil, wait, then read the thermometer. The reading sets how fast this pot
            cools.
          </p>
          {reading ? (
            <div className="controls">
              <QuantityInput
                compact
                field={own("after_s", "Time off the boil", "s", limits["WaitIn.after_s"])}
                value={reading.after}
                stepMetric={10}
                trouble={trouble("after_s")}
                onChange={(v) => setReading({ ...reading, after: v ?? reading.after })}
              />
              <QuantityInput
                compact
                field={own("reading_c", "Reading", "°C", {
                  min: limits["Place.air_c"].min,
                  max: limits["WaitIn.target_c"].max + 3,
                })}
                value={reading.c}
                stepMetric={0.5}
                trouble={trouble("reading_c")}
                onChange={(v) => setReading({ ...reading, c: v ?? reading.c })}
              />
              {a?.loss_factor != null && (
                <Button
                  type="primary"
                  onClick={() =>
                    base.set("calibration.loss_factor", Number((a.loss_factor as number).toFixed(4)))
                  }
                >
                  Use it
                </Button>
              )}
              <Button type="text" onClick={() => setReading(undefined)}>
                Remove
              </Button>
            </div>
          ) : (
            <Button
              onClick={() =>
                setReading({ after: 180, c: Math.round(valueAt((a?.lid ?? []) as Points, 180) ?? 93) })
              }
            >
              Take a reading
            </Button>
          )}
        </div>
      }
    >
      {(w) => {
        const low = Math.min(target - 6, 70);
        const end = (c: Points) => c.at(-1) as [number, number];
        const words = `Cooling from ${inWords(w.from_c, "°C", system, { fine: true })}. To ${inWords(target, "°C", system)}: lid ajar ${w.lid_s === null ? "not within a day" : duration(w.lid_s)}, lid off ${w.open_s === null ? "not within a day" : duration(w.open_s)}, in the wind ${w.windy_s === null ? "not within a day" : duration(w.windy_s)}.`;
        const lines: [string, Points, string, number | null][] = [
          ["lid ajar", w.lid as Points, "ch-water", w.lid_s],
          ["lid off", w.open as Points, "ch-water ch-open", w.open_s],
          [
            `lid off, wind ${inWords(w.windy_ms, "m/s", system)}`,
            w.windy as Points,
            "ch-water ch-windy",
            w.windy_s,
          ],
        ];
        return (
          <>
            <p className="bench-answer">
              {w.from_c <= target
                ? `It is at most ${inWords(w.from_c, "°C", system, { fine: true })} here. Use it straight away, and keep it hot.`
                : `Wait until ${inWords(target, "°C", system)}: ${w.lid_s === null ? "–" : duration(w.lid_s)} with the lid ajar, ${w.open_s === null ? "–" : duration(w.open_s)} without.`}
            </p>
            <Chart
              title="Cooling of the pot"
              words={words}
              x={{ label: "time off the boil", unit: "s", from: 0, to: SPAN }}
              y={{ label: "water", unit: "°C", from: low, to: Math.max(w.from_c, target) + 3 }}
              height={380}
            >
              {(x, y) => (
                <>
                  <line className="ch-target" x1={x(0)} x2={x(SPAN)} y1={y(target)} y2={y(target)} />
                  {lines.map(([name, points, cls, s]) => (
                    <g key={name}>
                      <Line points={points} x={x} y={y} className={cls} />
                      {s !== null && s > 0 && s < SPAN && (
                        <circle cx={x(s)} cy={y(target)} r={4} className="ch-dot" />
                      )}
                    </g>
                  ))}
                  {w.fitted.length > 0 && (
                    <Line points={w.fitted as Points} x={x} y={y} className="ch-fitted" />
                  )}
                  {lines.map(([name, points]) => {
                    const [s, c] = end(points);
                    const out = c < low;
                    const at: [number, number] = out
                      ? (points.find((p) => p[1] < low + 2) ?? [s, c])
                      : [s, c];
                    return (
                      <text
                        key={name}
                        className="ch-name"
                        x={x(at[0]) - 4}
                        y={out ? y(low) - 4 : y(c) - 7}
                        textAnchor="end"
                      >
                        {name}
                      </text>
                    );
                  })}
                  <Handle
                    label="Wanted temperature"
                    x={x}
                    y={y}
                    at={[SPAN * 0.97, target]}
                    units={["", "°C"]}
                    steps={[0, 1]}
                    min={[0, limits["WaitIn.target_c"].min]}
                    max={[0, limits["WaitIn.target_c"].max]}
                    onMove={([, v]) => setTarget(v)}
                  />
                  {reading && (
                    <Handle
                      label="Thermometer reading"
                      className="ch-reading"
                      x={x}
                      y={y}
                      at={[Math.min(reading.after, SPAN), reading.c]}
                      units={["s", "°C"]}
                      steps={[5, 0.5]}
                      min={[5, low]}
                      max={[SPAN, w.from_c]}
                      onMove={([s, c]) => setReading({ after: s, c })}
                    />
                  )}
                </>
              )}
            </Chart>
          </>
        );
      }}
    </Sheet>
  );
}
