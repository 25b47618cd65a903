import { Button } from "antd";
import { useState } from "react";
import { ApiError } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart, Handle } from "../chart/Chart";
import { QuantityInput } from "../units/QuantityInput";
import { inWords, isUs } from "../units/units";
import { useFuelAnswer } from "./ask";
import { RequestInputs, Sheet, type BenchProps } from "./Sheet";
import { limits } from "../api/limits";
import { own } from "./own";

/** A pot with the water in it: the level is pulled. */
function Level({ ml, holds, onMl }: { ml: number; holds: number; onMl: (ml: number) => void }) {
  const { system } = useSettings();
  const most = Math.max(holds, ml);
  return (
    <Chart
      title="The pot"
      words={`${inWords(ml, "ml", system)} in a pot that holds ${inWords(holds, "ml", system)}.`}
      x={{ label: "", unit: "", from: 0, to: 3 }}
      y={{ label: "water, one boil", unit: "ml", from: 0, to: most }}
      height={170}
    >
      {(x, y) => (
        <>
          <rect className="pot-water" x={x(0.6)} width={x(1.8) - x(0.6)} y={y(ml)} height={y(0) - y(ml)} />
          <path
            className="pot-wall"
            d={`M${x(0.6)},${y(holds)} V${y(0)} H${x(1.8)} V${y(holds)} M${x(1.8)},${y(holds * 0.86)} h34`}
          />
          <text className="ch-name num" x={x(1.2)} y={y(ml) - 14} textAnchor="middle">
            {inWords(ml, "ml", system)}
          </text>
          <Handle
            label="Water of one boil"
            x={x}
            y={y}
            at={[1.2, ml]}
            units={["", "ml"]}
            steps={[0, 10]}
            min={[1.2, 50]}
            max={[1.2, most]}
            onMove={([, v]) => onMl(v)}
          />
        </>
      )}
    </Chart>
  );
}

export function FuelBench({ base, catalogue }: BenchProps) {
  const { system } = useSettings();
  const [ml, setMl] = useState(600);
  const [test, setTest] = useState<{ boils?: number; grams?: number; time_s?: number }>({});
  const answer = useFuelAnswer({ request: base.request, water_ml: ml, ...test });
  const trouble = (path: string) =>
    answer.error instanceof ApiError
      ? answer.error.troubles.find((t) => t.field === path)?.message
      : undefined;
  const a = answer.data;
  return (
    <Sheet
      id="fuel"
      base={base}
      answer={answer}
      figures={[
        { path: "fuel_g", label: "Fuel per boil", big: true, plusMinus: true },
        { path: "energy_wh", label: "Electricity per boil", big: true, plusMinus: true },
        { path: "heat_s", label: "Time to boil", plusMinus: true },
        { path: "burned_kj", label: "Heat burned" },
        { path: "boils", label: "Boils left" },
        { path: "boil_c", label: "Boils at", fine: true },
        { path: "efficiency_pct", label: "Efficiency, fitted", big: true },
        { path: "power_w", label: "Power, fitted", big: true },
      ]}
      controls={
        <>
          <QuantityInput
            compact
            field={own("water_ml", "Water, one boil", "ml", limits["FuelIn.water_ml"])}
            value={ml}
            stepMetric={50}
            trouble={trouble("water_ml")}
            onChange={(v) => setMl(v ?? ml)}
          />
          <RequestInputs
            base={base}
            catalogue={catalogue}
            answer={answer}
            paths={[
              "heat.burner",
              "water.state",
              "water.source_c",
              "place.air_c",
              "place.wind_ms",
              "water.treatment",
              "heat.lid",
              "heat.screen",
            ]}
          />
        </>
      }
      foot={
        <div className="bench-test">
          <h3>Weigh it once</h3>
          <p className="hint">
            Weigh the fuel before and after some boils of this much water in this wind. Time one boil. Your
            measurements replace the usual efficiency and power.
          </p>
          <div className="controls">
            <QuantityInput
              compact
              field={own("boils", "Boils", "", limits["FuelIn.boils"])}
              value={test.boils ?? 1}
              onChange={(v) => setTest({ ...test, boils: v })}
              trouble={trouble("boils")}
            />
            {a?.energy_wh == null && (
              <QuantityInput
                compact
                field={own("grams", "Fuel burned", "g", limits["FuelIn.grams"])}
                value={test.grams}
                placeholder="–"
                trouble={trouble("grams")}
                onChange={(v) => setTest({ ...test, grams: v })}
              />
            )}
            <QuantityInput
              compact
              field={own("time_s", "Time to boil", "s", limits["FuelIn.time_s"])}
              value={test.time_s}
              placeholder="–"
              trouble={trouble("time_s")}
              onChange={(v) => setTest({ ...test, time_s: v })}
            />
            {(a?.efficiency != null || a?.power_w != null) && (
              <Button
                type="primary"
                onClick={() => {
                  const measured = { ...base.request.calibration };
                  if (a.efficiency != null) measured.efficiency = Number(a.efficiency.toFixed(4));
                  if (a.power_w != null) measured.power_w = Math.round(a.power_w);
                  base.set("calibration", measured);
                  setTest({});
                }}
              >
                Use these measurements
              </Button>
            )}
          </div>
        </div>
      }
    >
      {(f) => {
        const shares = f.shares.filter((s) => s.kj > 0.005 * f.burned_kj);
        const has = f.boils ?? 0;
        return (
          <>
            <p className="bench-answer">
              {f.fuel_g !== null ? inWords(f.fuel_g, "g", system) : inWords(f.energy_wh ?? 0, "Wh", system)}{" "}
              for one boil of {inWords(f.water_ml, "ml", system)}.
            </p>
            <Level
              ml={ml}
              // The pot that stands there; what it holds is filled at once.
              holds={f.request.vessel?.capacity_ml ?? 1000}
              onMl={setMl}
            />
            <div
              className="heatbar"
              role="img"
              aria-label={`Where the heat goes: ${shares.map((s) => `${inWords(s.kj, "kJ", system)} ${s.label}`).join(", ")}.`}
            >
              {shares.map((s) => (
                <div
                  key={s.id}
                  className={`heatbar-part heat-${s.id}`}
                  style={{ flexGrow: s.kj }}
                  title={s.label}
                />
              ))}
            </div>
            <table className="plain heat-table">
              <caption className="sr">Where the heat goes</caption>
              <tbody>
                {shares.map((s) => (
                  <tr key={s.id}>
                    <td>
                      <span className={`heat-key heat-${s.id}`} aria-hidden="true" /> {s.label}
                    </td>
                    <td className="num right">{inWords(s.kj, "kJ", system)}</td>
                    <td className="num right">{Math.round((100 * s.kj) / f.burned_kj)} %</td>
                    <td className="num right quiet">
                      {f.fuel_g !== null
                        ? inWords((f.fuel_g * s.kj) / f.burned_kj, "g", system, {
                            step: isUs(system) ? 0.01 : 0.1,
                          })
                        : ""}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            {has > 0 && (
              <div>
                <h3>{f.fuel_g !== null ? "Gas left" : "The battery"}</h3>
                <div className="boils" role="img" aria-label={`Enough for ${has.toFixed(1)} boils.`}>
                  {Array.from({ length: Math.min(Math.ceil(has), 80) }, (_, i) => (
                    <span key={i} className="boil-mark" style={{ opacity: i + 1 > has ? 0.35 : 1 }} />
                  ))}
                  <span className="num"> {has.toFixed(1)} boils</span>
                </div>
              </div>
            )}
          </>
        );
      }}
    </Sheet>
  );
}
