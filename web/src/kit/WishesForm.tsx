import { limits, usual } from "../api/limits";
import type { Schemas } from "../api/client";
import { withKey } from "../app/withKey";
import { useSettings } from "../app/settings";
import { NumberField } from "../units/NumberField";
import { inWords, type System } from "../units/units";

type Wishes = Schemas["Wishes"];

const names = (system: System) => ({
  mass: `${inWords(100, "g", system)} of mass`,
  cup: "a point of the cup",
  time: "a minute a brew",
  fuss: "a point of fuss",
});

/** Limits, taste and what counts how much. */
export function WishesForm({ wishes, onChange }: { wishes: Wishes; onChange: (w: Wishes) => void }) {
  const { system } = useSettings();
  const put = (key: keyof Wishes, v: unknown) => onChange(withKey(wishes, key, v === 0 ? undefined : v));
  const num = (
    key: "mass_g" | "volume_ml" | "budget" | "morning_min",
    label: string,
    unit: string,
    scale = 1,
  ) => {
    const v = wishes[key];
    return (
      <NumberField
        small
        id={`wish-${key}`}
        label={label}
        unit={unit}
        min={0}
        placeholder="any"
        value={v === undefined ? undefined : v / scale}
        onChange={(x) => put(key, x === undefined ? undefined : x * scale)}
      />
    );
  };
  const level = (key: "clarity" | "body" | "tidiness", label: string) => (
    <label className="wish-level">
      {label}
      <select value={wishes[key] ?? 0} onChange={(e) => put(key, Number(e.target.value))}>
        <option value={0}>any</option>
        {[1, 2, 3, 4, 5].map((n) => (
          <option key={n} value={n}>
            {n} of 5
          </option>
        ))}
      </select>
    </label>
  );
  const w = wishes.weights ?? usual.weights;
  return (
    <section aria-label="Wishes" className="wishes">
      <h3>At most</h3>
      <div className="fields">
        {num("mass_g", "To carry", "g")}
        {num("volume_ml", "Bulk", "L", 1000)}
        {num("morning_min", "Longest morning, min", "")}
        {num("budget", "To spend", "")}
      </div>
      <label className="wish-check">
        <input
          type="checkbox"
          checked={wishes.fallback ?? false}
          onChange={(e) => put("fallback", e.target.checked)}
        />{" "}
        a second way for every brew
      </label>
      <label className="wish-check">
        <input type="checkbox" checked={wishes.buy ?? false} onChange={(e) => put("buy", e.target.checked)} />{" "}
        consider things to buy
      </label>
      <h3>Taste</h3>
      {level("clarity", "Clarity")}
      {level("body", "Body")}
      {level("tidiness", "Tidiness, at least")}
      <h3>What counts</h3>
      {(Object.keys(usual.weights) as (keyof typeof usual.weights)[]).map((k) => (
        <label key={k} className="wish-weight">
          <span>
            {names(system)[k]} <span className="num">{w[k]}</span>
          </span>
          <input
            type="range"
            {...limits["Weights.mass"]}
            step={0.5}
            value={w[k]}
            aria-label={`Weight of ${names(system)[k]}`}
            onChange={(e) => put("weights", { ...w, [k]: Number(e.target.value) })}
          />
        </label>
      ))}
    </section>
  );
}
