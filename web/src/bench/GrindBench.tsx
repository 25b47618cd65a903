import { Segmented } from "antd";
import { useState } from "react";
import { useQuery, keepPreviousData } from "@tanstack/react-query";
import { ApiError, type Schemas } from "../api/client";
import { core } from "../core/core";
import { useSettings } from "../app/settings";
import { QuantityInput } from "../units/QuantityInput";
import { inWords } from "../units/units";
import { Sheet, type BenchProps } from "./Sheet";
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
        aria-label={`${title} known by`}
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
              field={own(`${path}.um_per_click`, `${title}: one click`, "µm/click", 1, 200)}
              value={k.per}
              onChange={(v) => set({ ...k, per: v ?? 37 })}
            />
            <QuantityInput
              compact
              field={own(`${path}.zero_um`, `${title}: at zero`, "µm", -500, 500)}
              value={k.zero}
              onChange={(v) => set({ ...k, zero: v ?? 0 })}
            />
          </>
        ) : (
          (["a", "b"] as const).map((x, i) => (
            <span key={x} className="controls">
              <QuantityInput
                compact
                field={own(`${path}.${x}.clicks`, `${title}: setting ${i + 1}`, "clicks", 0, 400)}
                value={k[x].clicks}
                onChange={(v) => set({ ...k, [x]: { ...k[x], clicks: v ?? 0 } })}
              />
              <QuantityInput
                compact
                field={own(`${path}.${x}.um`, "is", "µm", 100, 2500)}
                value={k[x].um}
                stepMetric={25}
                onChange={(v) => set({ ...k, [x]: { ...k[x], um: v ?? 700 } })}
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
          field={own("clicks", "Clicks on the first", "clicks", 0, 400)}
          value={clicks}
          trouble={trouble("clicks")}
          onChange={(v) => setClicks(v ?? 20)}
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
            {inWords(a.clicks, "clicks", system, { step: 0.5 })} on the other. Asked for in a shop: “{a.band}
            ”.
          </p>
          <div className="grindscale" role="img" aria-label={`${a.band}, ${inWords(a.um, "µm", system)}`}>
            {a.bands.map((b) => (
              <span
                key={b.name}
                className={b.name === a.band ? "on" : ""}
                style={{ flexGrow: b.max_um - b.min_um }}
              >
                {b.name}
                <small className="num">{inWords(b.min_um, "µm", system)}</small>
              </span>
            ))}
          </div>
        </>
      )}
    </Sheet>
  );
}
