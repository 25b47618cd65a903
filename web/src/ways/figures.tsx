import type { Catalogue, Schemas } from "../api/client";
import { Drawing } from "../kit/Drawing";
import { inWords, type System } from "../units/units";

type Way = Schemas["Way"];
type Choice = Schemas["Choice"];

/** What a method is drawn as, where it has no brewer of its own. */
const drawn: Record<string, Schemas["Item"]["kind"]> = {
  pot: "vessel",
  cup: "cup",
  concentrate: "container",
};

/** The drawing of a way's brewer. */
export function WayDrawing({ way, catalogue }: { way: Pick<Way, "method" | "fit">; catalogue: Catalogue }) {
  const m = catalogue.methods.find((x) => x.id === way.method);
  const type = m?.needs[0] ?? "";
  return (
    <Drawing
      item={
        way.fit.brewer ??
        (type === "paper tea bag"
          ? { kind: "filter" }
          : { kind: drawn[m?.family ?? ""] ?? "brewer", type: type === "pot" ? "" : type })
      }
    />
  );
}

/** A figure of a way in words, by its path. */
export function figureOf(
  c: Choice,
  path: string,
  system: System,
): { label: string; text: string } | undefined {
  const told = (label: string, v: number | null | undefined, unit: string, step?: number) =>
    v === null || v === undefined ? undefined : { label, text: inWords(v, unit, system, { step }) };
  switch (path) {
    case "total_s":
      return told("total", c.total_s, "s");
    case "hands_s":
      return told("hands", c.hands_s, "s");
    case "heat.fuel_g":
      return told("fuel", c.fuel_g, "g");
    case "heat.energy_wh":
      return told("battery", c.energy_wh, "Wh");
    case "water.carried_ml":
      return told("water", c.carry_ml, "ml");
    case "strength.tds_pct":
      return told("strength", c.tds_pct, "%", 0.1);
    case "strength.extraction_pct":
      return told("extraction", c.extraction_pct, "%", 1);
    case "weight":
      return told("to carry", c.weight?.value, "g");
  }
  return undefined;
}
