import { Select } from "antd";
import type { Catalogue, PlanRequest } from "../api/client";

type Water = NonNullable<PlanRequest["water"]>;

/** What a person may say of a water's safety. */
const answers: [string, string][] = [
  ["safe", "safe: I vouch for it"],
  ["filtered", "I filter it"],
  ["boil", "I boil it"],
  ["doubtful", "doubtful"],
];

/**
 * One question: where the water is from, and whether it is trusted. Until somebody
 * says more it counts as its source does.
 */
export function WaterQuestion({
  catalogue,
  water,
  supplied,
  onChange,
}: {
  catalogue: Catalogue | undefined;
  water: Water;
  supplied: boolean;
  onChange: (water: Water) => void;
}) {
  const source = catalogue?.sources.find((s) => s.id === water.source);
  const usual = source?.trusted || (supplied && !source) ? "safe" : "doubtful";
  const without = (...keys: (keyof Water)[]): Water =>
    Object.fromEntries(Object.entries(water).filter(([k]) => !keys.includes(k as keyof Water)));
  const doubtful = (water.treatment ?? usual) === "doubtful";
  return (
    <>
      <div className="field" data-field="water.source">
        <label htmlFor="stop-water_source">Water from</label>
        <Select
          id="stop-water_source"
          value={water.source ?? ""}
          options={[
            { value: "", label: "not said", title: "not said" },
            ...(catalogue?.sources ?? []).map((s) => ({ value: s.id, label: s.name, title: s.name })),
          ]}
          onChange={(v) =>
            // Another source is another water: what was said of the one does not hold for it.
            onChange(v === "" ? without("source", "treatment") : { ...without("treatment"), source: v })
          }
        />
      </div>
      <div className="field" data-field="water.treatment">
        <label htmlFor="stop-water_treatment">Safe to drink</label>
        <Select
          id="stop-water_treatment"
          value={water.treatment ?? ""}
          status={doubtful ? "warning" : undefined}
          options={[
            { value: "", label: `not said: ${usual}`, title: "not said" },
            ...answers.map(([value, label]) => ({ value, label, title: label })),
          ]}
          onChange={(v) => onChange(v === "" ? without("treatment") : { ...water, treatment: v })}
        />
      </div>
      {doubtful && (
        <p className="hint wide" role="status" data-testid="doubtful">
          It counts as doubtful until you say that it is safe, filtered or boiled.
        </p>
      )}
    </>
  );
}
