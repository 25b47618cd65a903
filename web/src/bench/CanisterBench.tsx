import { useState } from "react";
import { ApiError, type Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart, Handle, Line, type Points } from "../chart/Chart";
import { valueAt } from "../score/geometry";
import { QuantityInput } from "../units/QuantityInput";
import { duration, inWords } from "../units/units";
import { useCanisterAnswer } from "./ask";
import { RequestInputs, Sheet, type BenchProps } from "./Sheet";
import { limits } from "../api/limits";
import { own } from "./own";

const verdicts: Record<string, string> = {
  fine: "It feeds",
  weak: "It feeds a weak flame",
  "will-not-feed": "It won’t feed",
};

export function CanisterBench({ base, catalogue }: BenchProps) {
  const { system } = useSettings();
  const [ml, setMl] = useState(600);
  const answer = useCanisterAnswer({ request: base.request, water_ml: ml });
  const trouble =
    answer.error instanceof ApiError
      ? answer.error.troubles.find((t) => t.field === "water_ml")?.message
      : undefined;
  return (
    <Sheet
      id="canister"
      base={base}
      answer={answer}
      figures={[
        { path: "start_bar", label: "Pressure over the air", big: true, plusMinus: true },
        { path: "lowest_bar", label: "Lowest, one boil", plusMinus: true },
        { path: "flame_pct", label: "Share of full flame" },
        { path: "heat_s", label: "Time to boil", plusMinus: true },
        { path: "end_c", label: "Cools to", plusMinus: true },
        { path: "warm_c", label: "Feeds well above" },
        { path: "fuel_g", label: "Fuel per boil", plusMinus: true },
        "pressure_hpa",
      ]}
      controls={
        <>
          <RequestInputs
            base={base}
            catalogue={catalogue}
            answer={answer}
            paths={[
              "place.altitude_m",
              "place.air_c",
              "heat.canister.temp_c",
              "heat.canister.left_g",
              "heat.canister.capacity_g",
              "heat.canister.propane_pct",
              "heat.canister.isobutane_pct",
              "heat.canister.butane_pct",
            ]}
          />
          <QuantityInput
            compact
            field={own("water_ml", "Water, one boil", "ml", limits["CanisterIn.water_ml"])}
            value={ml}
            stepMetric={50}
            trouble={trouble}
            onChange={(v) => setMl(v ?? ml)}
          />
        </>
      }
      foot={
        <p className="hint care care-danger">
          Warm a canister with hands, jacket or lukewarm water only: flame or hot water bursts it. Keep it
          outside the wind screen. Turn it over only if the stove is made for liquid feed.
        </p>
      }
    >
      {(k) => {
        const temp = k.temp_c;
        const top = 4;
        return (
          <>
            <p className="bench-answer">
              <VerdictMark verdict={k.verdict} /> {verdicts[k.verdict]}
              {k.flame_pct != null &&
                k.heat_s != null &&
                `: ${inWords(k.flame_pct, "%", system, { step: 1 })} of full flame, ${duration(k.heat_s)} to the boil`}
              {k.verdict !== "fine" &&
                k.warm_c != null &&
                `; warm the canister to ${inWords(k.warm_c, "°C", system)} first`}
              .
            </p>
            <div className="bench-two">
              <Chart
                title="Pressure of the canister over its temperature"
                words={`At ${inWords(temp, "°C", system)} the canister has ${inWords(k.start_bar, "bar", system)} over the air, ${inWords(k.lowest_bar, "bar", system)} at the lowest of one boil: ${verdicts[k.verdict]}.`}
                x={{ label: "canister", unit: "°C", from: -30, to: 40 }}
                y={{ label: "over the air here", unit: "bar", from: -1, to: top }}
                height={360}
              >
                {(x, y) => (
                  <>
                    <Bands guidance={catalogue.guidance} left={x(-30)} right={x(40)} y={y} />
                    <text className="ch-name" x={x(39)} y={y(0) + 13} textAnchor="end">
                      the air’s {inWords(k.ambient_bar, "bar", system)}
                    </text>
                    <text className="ch-name" x={x(39)} y={y(0.25) + 4} textAnchor="end">
                      weak
                    </text>
                    <text className="ch-name" x={x(39)} y={y(-0.7)} textAnchor="end">
                      will not feed
                    </text>
                    <Line
                      points={(k.full as Points).filter((p) => p[1] <= top)}
                      x={x}
                      y={y}
                      className="ch-gas-full"
                    />
                    <Line
                      points={(k.last as Points).filter((p) => p[1] <= top)}
                      x={x}
                      y={y}
                      className="ch-gas-last"
                    />
                    <Line
                      points={(k.now as Points).filter((p) => p[1] <= top)}
                      x={x}
                      y={y}
                      className="ch-gas-now"
                    />
                    <text
                      className="ch-name"
                      x={x(4)}
                      y={y((valueAt(k.full as Points, 4) ?? 0) + 0.35)}
                      textAnchor="end"
                    >
                      full
                    </text>
                    <text className="ch-name" x={x(12)} y={y((valueAt(k.last as Points, 12) ?? 0) - 0.4)}>
                      a tenth left
                    </text>
                    <Handle
                      label="Temperature of the canister"
                      x={x}
                      y={y}
                      at={[
                        Math.min(Math.max(temp, -30), 40),
                        Math.min(valueAt(k.now as Points, Math.min(Math.max(temp, -30), 40)) ?? 0, top),
                      ]}
                      units={["°C", "bar"]}
                      steps={[1, 0]}
                      min={[-30, 0]}
                      max={[40, 0]}
                      onMove={([v]) => base.set("heat.canister.temp_c", v)}
                    />
                  </>
                )}
              </Chart>
              <Emptying
                guidance={catalogue.guidance}
                boils={k.boils}
                capacity={k.request.heat?.canister?.capacity_g ?? 230}
              />
            </div>
          </>
        );
      }}
    </Sheet>
  );
}

function VerdictMark({ verdict }: { verdict: string }) {
  const d = { fine: "M2 8 l4 4 l8 -10", weak: "M2 7 h12", "will-not-feed": "M3 2 l10 10 M13 2 l-10 10" }[
    verdict
  ];
  return (
    <svg width="16" height="14" viewBox="0 0 16 14" aria-hidden="true" className={`feeds feeds-${verdict}`}>
      <path d={d} />
    </svg>
  );
}

/** Where a burner goes out, and where it burns low; and the air's pressure. */
function Bands(p: {
  guidance: Schemas["Guidance"];
  left: number;
  right: number;
  y: (bar: number) => number;
}) {
  const [floor, least, full] = [p.y(-1), p.y(p.guidance.least_bar), p.y(p.guidance.steady_bar)];
  return (
    <>
      <rect className="ch-dead" x={p.left} width={p.right - p.left} y={least} height={floor - least} />
      <rect className="ch-weak" x={p.left} width={p.right - p.left} y={full} height={least - full} />
      <line className="ch-target" x1={p.left} x2={p.right} y1={p.y(0)} y2={p.y(0)} />
    </>
  );
}

/** The canister boil by boil until it is empty. */
function Emptying({
  boils,
  capacity,
  guidance,
}: {
  boils: Schemas["Boiled"][];
  capacity: number;
  guidance: Schemas["Guidance"];
}) {
  const { system } = useSettings();
  const good = boils.filter((b) => b.verdict === "fine").length;
  const weak = boils.filter((b) => b.verdict === "weak").length;
  return (
    <Chart
      title="Boil by boil, until empty"
      words={`${good} boils feed well, then ${weak} weakly, if the canister starts each as warm as now.`}
      x={{ label: "gas left before the boil", unit: "g", from: capacity, to: 0 }}
      y={{ label: "lowest over the air", unit: "bar", from: -1, to: 2 }}
      height={360}
    >
      {(x, y) => (
        <>
          <Bands guidance={guidance} left={x(capacity)} right={x(0)} y={y} />
          {boils.map((b, i) => (
            <g
              key={i}
              className={`feeds feeds-${b.verdict}`}
              transform={`translate(${x(b.left_g) - 6},${y(Math.min(b.lowest_bar, 2)) - 6}) scale(0.8)`}
            >
              <path
                d={
                  {
                    fine: "M2 8 l4 4 l8 -10",
                    weak: "M2 7 h12",
                    "will-not-feed": "M3 2 l10 10 M13 2 l-10 10",
                  }[b.verdict]
                }
              />
            </g>
          ))}
          <text className="ch-name" x={x(capacity) + 8} y={y(1.75)}>
            {good} feed well, {weak} weakly
          </text>
          <text className="ch-name quiet" x={x(capacity) + 8} y={y(1.75) + 16}>
            {boils[0]
              ? `each takes about ${inWords(boils[0].left_g - (boils[1]?.left_g ?? 0), "g", system)}`
              : "empty"}
          </text>
        </>
      )}
    </Chart>
  );
}
