import { limits } from "../api/limits";
import { area } from "d3-shape";
import { Folded } from "../app/Folded";
import { useSettings } from "../app/settings";
import { Chart, Handle, Line, type Points } from "../chart/Chart";
import { inWords } from "../units/units";
import { useBoilAnswer } from "./ask";
import { RequestInputs, Sheet, type BenchProps } from "./Sheet";

export function BoilBench({ base, catalogue }: BenchProps) {
  const { system } = useSettings();
  const answer = useBoilAnswer({ request: base.request });
  return (
    <Sheet
      id="boil"
      base={base}
      answer={answer}
      figures={[
        { path: "boil_c", label: "Boils at", big: true, fine: true, plusMinus: true },
        { path: "boil_low_c", label: "Lowest, by weather", fine: true },
        { path: "boil_high_c", label: "Highest, by weather", fine: true },
        "pressure_hpa",
        { path: "isa_m", label: "Equivalent altitude, standard air" },
        { path: "west_m", label: "Equivalent altitude, West’s air" },
      ]}
      controls={
        <RequestInputs
          base={base}
          catalogue={catalogue}
          answer={answer}
          paths={[
            "place.altitude_m",
            "place.sea_level_hpa",
            "place.sea_level_kind",
            "place.air_c",
            "place.pressure_hpa",
            "place.measured_boil_c",
            "place.atmosphere",
          ]}
        />
      }
      foot={
        <Folded id="bench.boil" title="Which value counts">
          <p className="hint">
            The first of these counts: a thermometer in boiling water; a barometer at the stop (not reduced to
            sea level); altitude with a forecast; altitude alone. The range is the weather: ten hectopascals
            either way at sea level and twice that at {inWords(4500, "m", system)}. It is narrower when the
            sea-level pressure is known: airports reduce it with standard air, weather maps with the real air.
            West’s atmosphere suits high mountains in summer and the tropics.
          </p>
        </Folded>
      }
    >
      {(a) => {
        const m = base.request.place?.altitude_m ?? 0;
        const band = a.isa_low.map((p, i) => [p[0], p[1], a.isa_high[i]?.[1]] as [number, number, number]);
        const words = `Boiling point over altitude. At ${inWords(m, "m", system)} water boils at ${inWords(a.boil_c, "°C", system, { fine: true })}, between ${inWords(a.boil_low_c, "°C", system, { fine: true })} and ${inWords(a.boil_high_c, "°C", system, { fine: true })}.`;
        return (
          <>
            <p className="bench-answer">
              At {inWords(m, "m", system)} water boils at {inWords(a.boil_c, "°C", system, { fine: true })}{" "}
              <span className="quiet">
                ({inWords(a.boil_low_c, "°C", system, { fine: true })} to{" "}
                {inWords(a.boil_high_c, "°C", system, { fine: true })}, by the weather)
              </span>
            </p>
            <Chart
              title="Boiling point over altitude"
              words={words}
              x={{ label: "altitude", unit: "m", from: -430, to: 8850 }}
              y={{ label: "boiling point", unit: "°C", from: 68, to: 103 }}
              height={460}
            >
              {(x, y) => (
                <>
                  <path
                    className="ch-band-boil"
                    d={
                      area<[number, number, number]>(
                        (p) => x(p[0]),
                        (p) => y(p[1]),
                        (p) => y(p[2]),
                      )(band) ?? ""
                    }
                  />
                  <Line points={a.isa as Points} x={x} y={y} className="ch-boil" />
                  <Line points={a.west as Points} x={x} y={y} className="ch-boil-west" />
                  <text className="ch-name" x={x(7200)} y={y(74.2)} textAnchor="end">
                    standard atmosphere
                  </text>
                  <text className="ch-name" x={x(7300)} y={y(78.6)}>
                    West’s
                  </text>
                  <path
                    className="ch-cross"
                    d={`M${x(m)},${y.range()[0]} V${y(a.boil_c)} H${x.range()[0]}`}
                    fill="none"
                  />
                  <text className="ch-name num" x={x(m) + 14} y={y(a.boil_c) - 10}>
                    {inWords(a.boil_c, "°C", system, { fine: true })} at {inWords(m, "m", system)}
                  </text>
                  <Handle
                    label="Altitude of the stop"
                    x={x}
                    y={y}
                    at={[m, a.boil_c]}
                    units={["m", "°C"]}
                    steps={[10, 0]}
                    min={[limits["Place.altitude_m"].min, 0]}
                    max={[limits["Place.altitude_m"].max, 0]}
                    onMove={([v]) => base.set("place.altitude_m", v)}
                  />
                </>
              )}
            </Chart>
          </>
        );
      }}
    </Sheet>
  );
}
