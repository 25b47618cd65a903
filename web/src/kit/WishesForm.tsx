import { limits, usual } from "../api/limits";
import type { Schemas } from "../api/client";
import { withKey } from "../app/withKey";
import { useSettings } from "../app/settings";
import { NumberField } from "../units/NumberField";
import type { Part } from "../sentence/Sentence";
import { inWords, type System } from "../units/units";

type Wishes = Schemas["Wishes"];

const names = (system: System) => ({
  mass: `${inWords(100, "g", system)} of mass`,
  cup: "a point of the cup",
  time: "a minute per brew",
  fuss: "a point of fuss",
});

type Put = (key: keyof Wishes, v: unknown) => void;
const putting =
  (wishes: Wishes, onChange: (w: Wishes) => void): Put =>
  (key, v) =>
    onChange(withKey(wishes, key, v === 0 || v === false ? undefined : v));

function Most({
  wishes,
  put,
  of,
  label,
  unit = "",
  scale = 1,
}: {
  wishes: Wishes;
  put: Put;
  of: "mass_g" | "volume_ml" | "budget" | "morning_min";
  label: string;
  unit?: string;
  scale?: number;
}) {
  const v = wishes[of];
  return (
    <NumberField
      small
      id={`wish-${of}`}
      label={label}
      unit={unit}
      min={0}
      placeholder="any"
      value={v === undefined ? undefined : v / scale}
      onChange={(x) => put(of, x === undefined ? undefined : x * scale)}
    />
  );
}

function Level({
  wishes,
  put,
  of,
  label,
}: {
  wishes: Wishes;
  put: Put;
  of: "clarity" | "body" | "tidiness";
  label: string;
}) {
  return (
    <label className="wish-level">
      {label}
      <select value={wishes[of] ?? 0} onChange={(e) => put(of, Number(e.target.value))}>
        <option value={0}>any</option>
        {[1, 2, 3, 4, 5].map((n) => (
          <option key={n} value={n}>
            {n} of 5
          </option>
        ))}
      </select>
    </label>
  );
}

function Check({ put, of, is, label }: { put: Put; of: "fallback" | "buy"; is: boolean; label: string }) {
  return (
    <label className="wish-check">
      <input type="checkbox" checked={is} onChange={(e) => put(of, e.target.checked)} /> {label}
    </label>
  );
}

/** The wishes for a kit as words of a sentence. */
export function wishWords(wishes: Wishes, onChange: (w: Wishes) => void, system: System): Part[] {
  const put = putting(wishes, onChange);
  const cup = [wishes.clarity && "clear", wishes.body && "full-bodied"].filter(Boolean).join(", ");
  return [
    "For ",
    {
      id: "cup",
      label: "Cup",
      text: cup ? `a ${cup} cup` : "any cup",
      assumed: cup === "",
      control: () => (
        <>
          <Level wishes={wishes} put={put} of="clarity" label="Clarity" />
          <Level wishes={wishes} put={put} of="body" label="Body" />
        </>
      ),
    },
    ", ",
    {
      id: "mass_g",
      label: "Weight",
      text: wishes.mass_g === undefined ? "of any weight" : `at most ${inWords(wishes.mass_g, "g", system)}`,
      assumed: wishes.mass_g === undefined,
      control: () => <Most wishes={wishes} put={put} of="mass_g" label="Weight" unit="g" />,
    },
    ", mornings ",
    {
      id: "morning_min",
      label: "Longest morning",
      text: wishes.morning_min === undefined ? "of any length" : `of ${wishes.morning_min} min at most`,
      assumed: wishes.morning_min === undefined,
      control: () => <Most wishes={wishes} put={put} of="morning_min" label="Longest morning, min" />,
    },
    ", ",
    {
      id: "fallback",
      label: "Backup",
      text: wishes.fallback ? "a backup for every brew" : "no backup",
      assumed: !wishes.fallback,
      control: () => (
        <Check put={put} of="fallback" is={wishes.fallback ?? false} label="Backup for every brew" />
      ),
    },
    ", from ",
    {
      id: "buy",
      label: "Chosen from",
      text: wishes.buy ? "my gear and gear to buy" : "my gear",
      assumed: !wishes.buy,
      control: () => <Check put={put} of="buy" is={wishes.buy ?? false} label="Include gear to buy" />,
    },
    ".",
  ];
}

/** The rarer wishes, and what counts how much. */
export function WishesForm({ wishes, onChange }: { wishes: Wishes; onChange: (w: Wishes) => void }) {
  const { system } = useSettings();
  const put = putting(wishes, onChange);
  const w = wishes.weights ?? usual.weights;
  return (
    <section aria-label="Wishes" className="wishes">
      <div className="fields">
        <Most wishes={wishes} put={put} of="volume_ml" label="Bulk, at most" unit="L" scale={1000} />
        <Most wishes={wishes} put={put} of="budget" label="To spend, at most" />
      </div>
      <Level wishes={wishes} put={put} of="tidiness" label="Tidiness, at least" />
      <h3>Priorities</h3>
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
