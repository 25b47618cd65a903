import { Button, Segmented } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { ApiError } from "../api/client";
import { useSettings } from "../app/settings";
import { Chart, Handle } from "../chart/Chart";
import { QuantityInput } from "../units/QuantityInput";
import { inWords, isUs } from "../units/units";
import { useMineralsAnswer } from "./ask";
import { Sheet, type BenchProps } from "./Sheet";
import { limits } from "../api/limits";
import { own } from "./own";

// mg/L as CaCO₃ of one degree.
const degrees: Record<string, number> = { "mg/L": 1, ppm: 1, "°dH": 17.848, "°fH": 10 };

export function MineralsBench({ base }: BenchProps) {
  const { system } = useSettings();
  const [unit, setUnit] = useState("mg/L");
  const asked = Number(useSearchParams()[0].get("total"));
  const [w, setW] = useState({
    hardness: 10,
    alkali: 10,
    toHardness: 68,
    toAlkali: 40,
    secondHardness: 0,
    secondAlkali: 0,
    bottle: 60,
    dose: 2,
    total: asked > 0 ? asked : undefined,
    strength: undefined as number | undefined,
  });
  const answer = useMineralsAnswer({
    hardness_mg_l: w.hardness,
    alkalinity_mg_l: w.alkali,
    second_hardness_mg_l: w.secondHardness,
    second_alkalinity_mg_l: w.secondAlkali,
    target_hardness_mg_l: w.toHardness,
    target_alkalinity_mg_l: w.toAlkali,
    total_mg_l: w.total,
    strength_mg_ml: w.strength,
    bottle_ml: w.bottle,
    dose_ml: w.dose,
  });
  const trouble = (path: string) =>
    answer.error instanceof ApiError
      ? answer.error.troubles.find((t) => t.field === path)?.message
      : undefined;
  const per = degrees[unit] ?? 1;
  const hard = (
    key: "hardness" | "alkali" | "toHardness" | "toAlkali" | "secondHardness" | "secondAlkali",
    label: string,
    path: string,
  ) => (
    <QuantityInput
      compact
      field={own(path, label, unit, { min: 0, max: limits["MineralsIn.hardness_mg_l"].max / per })}
      value={w[key] / per}
      trouble={trouble(path)}
      onChange={(v) => setW({ ...w, [key]: (v ?? 0) * per })}
    />
  );
  const a = answer.data;
  const recipe =
    a &&
    [
      a.source_share < 0.995
        ? `${Math.round(100 * a.source_share)} % of the source and the rest ${w.secondHardness + w.secondAlkali > 0 ? "of the second water" : "distilled"}; `
        : "",
      `${inWords(a.epsom_mg_per_l, "mg/L", system)} Epsom salt, ${inWords(a.soda_mg_per_l, "mg/L", system)} baking soda`,
      a.dissolve
        ? ""
        : `; two bottles of ${inWords(w.bottle, "ml", system, { step: isUs(system) ? 0.1 : 1 })}: ${inWords(a.epsom_g, "g", system, { step: isUs(system) ? 0.005 : 0.05 })} and ${inWords(a.soda_g, "g", system, { step: isUs(system) ? 0.005 : 0.05 })}, ${inWords(w.dose, "ml", system, { step: isUs(system) ? 0.01 : 0.1 })} of each per litre`,
    ].join("");
  return (
    <Sheet
      id="water"
      base={base}
      answer={answer}
      figures={[
        "source_pct",
        { path: "epsom_mg_per_l", label: "Epsom salt", big: true },
        { path: "soda_mg_per_l", label: "Baking soda", big: true },
        { path: "added_tds_mg_l", label: "Solids added" },
        { path: "epsom_g", label: "Epsom salt, bottle 1", fine: true },
        { path: "soda_g", label: "Baking soda, bottle 2", fine: true },
      ]}
      controls={
        <>
          <div className="field">
            <label>Hardness in</label>
            <Segmented
              aria-label="Hardness in"
              value={unit}
              options={Object.keys(degrees)}
              onChange={setUnit}
            />
          </div>
          <QuantityInput
            compact
            field={own("total_mg_l", "Total wanted", "mg/L", limits["MineralsIn.total_mg_l"])}
            value={w.total}
            clearable
            trouble={trouble("total_mg_l")}
            onChange={(v) => setW({ ...w, total: v })}
          />
          {w.total === undefined && (
            <>
              {hard("hardness", "Hardness", "hardness_mg_l")}
              {hard("alkali", "Alkalinity", "alkalinity_mg_l")}
              {hard("secondHardness", "Second water: hardness", "second_hardness_mg_l")}
              {hard("secondAlkali", "Second water: alkalinity", "second_alkalinity_mg_l")}
              {hard("toHardness", "Wanted hardness", "target_hardness_mg_l")}
              {hard("toAlkali", "Wanted alkalinity", "target_alkalinity_mg_l")}
            </>
          )}
          <QuantityInput
            compact
            field={own("strength_mg_ml", "Concentrate, mg/ml", "", limits["MineralsIn.strength_mg_ml"])}
            value={w.strength}
            clearable
            trouble={trouble("strength_mg_ml")}
            onChange={(v) => setW({ ...w, strength: v })}
          />
          <QuantityInput
            compact
            field={own("bottle_ml", "Bottle size", "ml", limits["MineralsIn.bottle_ml"])}
            value={w.bottle}
            trouble={trouble("bottle_ml")}
            onChange={(v) => setW({ ...w, bottle: v ?? w.bottle })}
          />
          <QuantityInput
            compact
            field={own("dose_ml", "Dose per litre", "ml", limits["MineralsIn.dose_ml"])}
            value={w.dose}
            stepMetric={0.5}
            trouble={trouble("dose_ml")}
            onChange={(v) => setW({ ...w, dose: v ?? 2 })}
          />
        </>
      }
      foot={
        <>
          {a && base.stopName && (
            <p>
              <Button
                loading={base.addNote.isPending}
                onClick={() => base.addNote.mutate(`Water: ${recipe}.`)}
              >
                Add to {base.stopName}
              </Button>{" "}
              {base.addNote.isSuccess && <span role="status">Added.</span>}
            </p>
          )}
          <p className="hint">
            All as CaCO₃. The window is the core zone of the Specialty Coffee Association’s water handbook,
            50–175 hardness and 40–75 alkalinity, and the cross its 2009 standard, 68 and about 40: both from
            memory. Minerals don’t make doubtful water safe.
          </p>
        </>
      }
    >
      {(m) => {
        const cut = {
          h: m.source.hardness_mg_l * m.source_share + m.second.hardness_mg_l * (1 - m.source_share),
          a: m.source.alkalinity_mg_l * m.source_share + m.second.alkalinity_mg_l * (1 - m.source_share),
        };
        // With a total, the waters are those that it means.
        const from =
          w.total === undefined ? [w.hardness, w.alkali] : [m.source.hardness_mg_l, m.source.alkalinity_mg_l];
        const to =
          w.total === undefined
            ? [w.toHardness, w.toAlkali]
            : [m.target.hardness_mg_l, m.target.alkalinity_mg_l];
        const [fromH = 0, fromA = 0] = from;
        const [toH = 0, toA = 0] = to;
        const topX = Math.max(200, fromH * 1.1, toH * 1.1);
        const topY = Math.max(120, fromA * 1.1, toA * 1.1);
        return (
          <>
            <p className="bench-answer">
              {m.in_zone ? "Already inside the published window. " : ""}
              {recipe}.
            </p>
            {w.total !== undefined && (
              <p className="hint">
                {inWords(m.total_mg_l, "mg/L", system)} in all from distilled water is{" "}
                {inWords(m.target.hardness_mg_l, "mg/L", system)} hardness and{" "}
                {inWords(m.target.alkalinity_mg_l, "mg/L", system)} alkalinity as CaCO₃ with these salts.
                Another water with the same total may have other parts of each.
              </p>
            )}
            {m.bought_ml > 0 && (
              <p>
                Or {inWords(m.bought_ml, "ml", system, { step: isUs(system) ? 0.01 : 0.1 })} of the bought
                concentrate per litre, about {Math.round(m.drops)} drops.
              </p>
            )}
            {m.dissolve && <p className="trouble">The bottles are {m.dissolve}.</p>}
            <Chart
              title="Hardness and alkalinity"
              words={`The source has ${inWords(fromH, "mg/L", system)} hardness and ${inWords(fromA, "mg/L", system)} alkalinity as calcium carbonate. ${recipe ?? ""}.`}
              x={{ label: "hardness as CaCO₃", unit: "mg/L", from: 0, to: topX }}
              y={{ label: "alkalinity as CaCO₃", unit: "mg/L", from: 0, to: topY }}
              height={380}
            >
              {(x, y) => (
                <>
                  <rect
                    className="ch-zone"
                    x={x(50)}
                    width={x(175) - x(50)}
                    y={y(75)}
                    height={y(40) - y(75)}
                  />
                  <rect
                    className="ch-zone-edge"
                    x={x(50)}
                    width={x(175) - x(50)}
                    y={y(75)}
                    height={y(40) - y(75)}
                  />
                  <text className="ch-name" x={x(175) - 6} y={y(75) + 16} textAnchor="end">
                    published window
                  </text>
                  <path className="ch-target" d={`M${x(68) - 6},${y(40)} h12 M${x(68)},${y(40) - 6} v12`} />
                  <path
                    className="ch-salt"
                    strokeDasharray="3 4"
                    d={`M${x(m.source.hardness_mg_l)},${y(m.source.alkalinity_mg_l)} L${x(cut.h)},${y(cut.a)}`}
                  />
                  <path
                    className="ch-salt"
                    d={`M${x(cut.h)},${y(cut.a)} H${x(m.result.hardness_mg_l)} V${y(m.result.alkalinity_mg_l)}`}
                  />
                  {m.result.hardness_mg_l - cut.h > topX * 0.06 && (
                    <text
                      className="ch-name"
                      x={(x(cut.h) + x(m.result.hardness_mg_l)) / 2}
                      y={y(cut.a) + 16}
                      textAnchor="middle"
                    >
                      Epsom salt
                    </text>
                  )}
                  {m.result.alkalinity_mg_l - cut.a > topY * 0.06 && (
                    <text
                      className="ch-name"
                      x={x(m.result.hardness_mg_l) + 8}
                      y={(y(cut.a) + y(m.result.alkalinity_mg_l)) / 2 + 4}
                    >
                      baking soda
                    </text>
                  )}
                  <Handle
                    label="Source"
                    className="ch-source"
                    x={x}
                    y={y}
                    at={[fromH, fromA]}
                    units={["mg/L", "mg/L"]}
                    steps={[1, 1]}
                    min={[0, 0]}
                    max={[topX, topY]}
                    onMove={([h, al]) => setW({ ...w, total: undefined, hardness: h, alkali: al })}
                  />
                  <text className="ch-name" x={x(fromH) + 12} y={y(fromA) - 8}>
                    source
                  </text>
                  <Handle
                    label="Wanted water"
                    x={x}
                    y={y}
                    at={[toH, toA]}
                    units={["mg/L", "mg/L"]}
                    steps={[1, 1]}
                    min={[0, 0]}
                    max={[topX, topY]}
                    onMove={([h, al]) => setW({ ...w, total: undefined, toHardness: h, toAlkali: al })}
                  />
                  <text className="ch-name" x={x(toH) + 12} y={y(toA) - 8}>
                    wanted
                  </text>
                </>
              )}
            </Chart>
          </>
        );
      }}
    </Sheet>
  );
}
