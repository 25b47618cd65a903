import { Segmented } from "antd";
import { useState } from "react";
import { useQuery, keepPreviousData } from "@tanstack/react-query";
import { ApiError, type Schemas } from "../api/client";
import { Chart, Handle } from "../chart/Chart";
import { core } from "../core/core";
import { useSettings } from "../app/settings";
import { QuantityInput } from "../units/QuantityInput";
import { inWords } from "../units/units";
import { Sheet, type BenchProps } from "./Sheet";
import { limits } from "../api/limits";
import { own } from "./own";

interface Known {
  by: "figures" | "settings";
  per: number;
  zero: number;
  a: { clicks: number; um: number };
  b: { clicks: number; um: number };
}

const start: Known = {
  by: "figures",
  per: 37,
  zero: 0,
  a: { clicks: 18, um: 700 },
  b: { clicks: 24, um: 900 },
};

const body = (k: Known): Schemas["GrinderKnown"] =>
  k.by === "figures" ? { um_per_click: k.per, zero_um: k.zero } : { known: [k.a, k.b] };

/** The words for a grind, as wide as they are, with the setting to drag along them. */
function Bands({
  bands,
  band,
  um,
  clicks,
  perClick,
  onClicks,
}: {
  bands: Schemas["GrindAnswer"]["bands"];
  band: string;
  um: number;
  clicks: number;
  perClick: number;
  onClicks: (n: number) => void;
}) {
  const { system } = useSettings();
  const low = bands[0]?.min_um ?? 0;
  const high = Math.min(bands.at(-1)?.max_um ?? 1600, 1700);
  return (
    <Chart
      title="Grind in words"
      words={`${inWords(clicks, "clicks", system)} are ${band}, ${inWords(um, "µm", system)}.`}
      x={{ label: "grind", unit: "µm", from: low, to: high }}
      y={{ label: "", unit: "", from: 0, to: 1 }}
      height={190}
    >
      {(x, y) => (
        <>
          {bands.map((b, i) => {
            const wide = x(Math.min(b.max_um, high)) - x(b.min_um);
            return (
              <g key={b.name}>
                <rect
                  className={b.name === band ? "grind-band grind-band-on" : "grind-band"}
                  x={x(b.min_um)}
                  width={Math.max(wide - 1, 1)}
                  y={y(0.8)}
                  height={y(0.2) - y(0.8)}
                />
                <text
                  className="ch-name"
                  x={x(b.min_um) + 4}
                  // Two rows, so that names of narrow bands do not meet.
                  y={y(i % 2 === 0 ? 0.88 : 0.06)}
                >
                  {b.name}
                </text>
              </g>
            );
          })}
          <Handle
            label="Setting of the first grinder"
            x={x}
            y={y}
            at={[Math.min(Math.max(um, low), high), 0.5]}
            units={["µm", ""]}
            steps={[Math.abs(perClick) || 1, 0]}
            min={[low, 0]}
            max={[high, 1]}
            onMove={([v]) => onClicks(clicks + Math.round((v - um) / (perClick || 1)))}
          />
        </>
      )}
    </Chart>
  );
}

/** Converts a setting from one grinder to another, and to words. */
export function GrindBench({ base }: BenchProps) {
  const { system } = useSettings();
  const [clicks, setClicks] = useState(20);
  const [from, setFrom] = useState<Known>({
    ...start,
    per: base.request.grinder?.um_per_click ?? 37,
    zero: base.request.grinder?.zero_um ?? 0,
  });
  const [to, setTo] = useState<Known>({ ...start, per: 25 });
  const request = { clicks, from: body(from), to: body(to) };
  const answer = useQuery({
    queryKey: ["plan", "grind", request],
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: ({ signal }) => core.grind(request, signal),
  });
  const trouble = (path: string) =>
    answer.error instanceof ApiError
      ? answer.error.troubles.find((t) => t.field === path)?.message
      : undefined;
  const grinder = (title: string, path: string, k: Known, set: (k: Known) => void) => (
    <fieldset className="grinder">
      <legend>{title}</legend>
      <Segmented<Known["by"]>
        aria-label={`${title} known from`}
        value={k.by}
        options={[
          { label: "its figures", value: "figures" },
          { label: "two settings", value: "settings" },
        ]}
        onChange={(by) => set({ ...k, by })}
      />
      <div className="controls">
        {k.by === "figures" ? (
          <>
            <QuantityInput
              compact
              field={own(
                `${path}.um_per_click`,
                `${title}: one click`,
                "µm/click",
                limits["GrinderKnown.um_per_click"],
              )}
              value={k.per}
              onChange={(v) => set({ ...k, per: v ?? k.per })}
            />
            <QuantityInput
              compact
              field={own(`${path}.zero_um`, `${title}: at zero`, "µm", limits["GrinderKnown.zero_um"])}
              value={k.zero}
              onChange={(v) => set({ ...k, zero: v ?? k.zero })}
            />
          </>
        ) : (
          (["a", "b"] as const).map((x, i) => (
            <span key={x} className="controls">
              <QuantityInput
                compact
                field={own(
                  `${path}.${x}.clicks`,
                  `${title}: setting ${i + 1}`,
                  "clicks",
                  limits["GrindIn.clicks"],
                )}
                value={k[x].clicks}
                onChange={(v) => set({ ...k, [x]: { ...k[x], clicks: v ?? k[x].clicks } })}
              />
              <QuantityInput
                compact
                field={own(`${path}.${x}.um`, "is", "µm", limits["Recipe.grind_um"])}
                value={k[x].um}
                stepMetric={25}
                onChange={(v) => set({ ...k, [x]: { ...k[x], um: v ?? k[x].um } })}
              />
            </span>
          ))
        )}
      </div>
      {trouble(`${path}.known`) && <p className="field-trouble">{trouble(`${path}.known`)}</p>}
    </fieldset>
  );
  return (
    <Sheet
      id="grind"
      base={base}
      answer={answer}
      figures={[
        { path: "clicks", label: "On the other grinder", big: true },
        { path: "um", label: "Grind", plusMinus: true },
      ]}
      controls={
        <QuantityInput
          compact
          field={own("clicks", "Clicks on the first", "clicks", limits["GrindIn.clicks"])}
          value={clicks}
          trouble={trouble("clicks")}
          onChange={(v) => setClicks(v ?? clicks)}
        />
      }
      foot={
        <div className="bench-two">
          {grinder("First grinder", "from", from, setFrom)}
          {grinder("Other grinder", "to", to, setTo)}
        </div>
      }
    >
      {(a) => (
        <>
          <p className="bench-answer">
            {inWords(clicks, "clicks", system)} is {a.band}, {inWords(a.um, "µm", system)}:{" "}
            {inWords(a.clicks, "clicks", system)} on the other. In a shop, ask for: “{a.band}
            ”.
          </p>
          <Bands
            bands={a.bands}
            band={a.band}
            um={a.um}
            clicks={clicks}
            perClick={
              from.by === "figures" ? from.per : (from.b.um - from.a.um) / (from.b.clicks - from.a.clicks)
            }
            onClicks={(n) => setClicks(Math.min(Math.max(n, 0), 400))}
          />
        </>
      )}
    </Sheet>
  );
}
