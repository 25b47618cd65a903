import { useState } from "react";
import type { Catalogue, Field, PlanRequest, Trouble } from "../api/client";
import { QuantityInput, WordInput, YesNoInput } from "../units/QuantityInput";
import { getIn } from "./paths";
import { Panel } from "../app/Panel";

interface Props {
  open: boolean;
  onClose: () => void;
  catalogue: Catalogue;
  request: PlanRequest;
  /** The request with its defaults filled in, as the plan states it. */
  filled: PlanRequest | undefined;
  troubles: Trouble[];
  onChange: (path: string, value: unknown) => void;
}

const groups: { title: string; prefix: string; hint?: string }[] = [
  { title: "Drink", prefix: "" },
  {
    title: "Place",
    prefix: "place.",
    hint: "The first of these counts: measured boiling point; pressure here (a barometer, not reduced to sea level); altitude with sea-level pressure; altitude alone.",
  },
  { title: "Water", prefix: "water." },
  {
    title: "Heat",
    prefix: "heat.",
    hint: "Supplied hot water, as from an urn, replaces a burner.",
  },
  { title: "Pot or kettle", prefix: "vessel." },
  { title: "Brewer", prefix: "brewer." },
  { title: "Cup", prefix: "cup." },
  { title: "Coffee", prefix: "coffee." },
  { title: "Grinder", prefix: "grinder." },
  {
    title: "Measured",
    prefix: "calibration.",
    hint: "From the bench: a weighed canister, a timed boil, a thermometer reading. They replace estimates.",
  },
  { title: "Milk and sugar", prefix: "with.", hint: "In each cup." },
  { title: "Pour water by", prefix: "water_by." },
  { title: "Measure", prefix: "measure.", hint: "Your own spoon, scoop or handful, weighed once." },
];

const inGroup = (f: Field, prefix: string) =>
  prefix === "" ? !f.path.includes(".") : f.path.startsWith(prefix);

/** Other words for what a field is about. */
const alias: Record<string, string[]> = {
  "spoon scoop handful tablespoon": ["measure."],
  "lid cover": ["heat.lid", "cool_by"],
  "height elevation metres feet": ["place.altitude"],
  "barometer station pressure weather": [
    "place.pressure_hpa",
    "place.sea_level_hpa",
    "place.sea_level_kind",
    "place.outside_c",
  ],
  "gas bottle cartridge cold": ["heat.canister"],
  "beans fresh old ground": ["coffee."],
  "clicks finer coarser mill": ["grinder."],
  "kettle pot": ["vessel."],
  mug: ["cup.", "cup_ml"],
  "people persons cups": ["drinkers"],
  "draught breeze shelter": ["place.wind_ms", "heat.screen"],
  "hard soft minerals": ["water.tds"],
  "boil filter safe": ["water.treatment"],
};

/** Every field of a request, with what the plan takes where it is left empty. */
export function Inputs({ open, onClose, catalogue, request, filled, troubles, onChange }: Props) {
  const { names } = catalogue;
  const [wanted, setWanted] = useState("");
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  /** Whether a field is about what is looked for: by its name, its group, its words and what one says for it. */
  const about = (f: Field, g: (typeof groups)[number]) => {
    const text = [
      f.label,
      g.title,
      g.hint ?? "",
      f.path,
      ...(f.words ?? []).map((w) => names[w] ?? w),
      ...Object.entries(alias).flatMap(([word, paths]) =>
        paths.some((p) => f.path.startsWith(p)) ? [word] : [],
      ),
    ]
      .join(" ")
      .toLowerCase();
    return words.every((w) => text.includes(w));
  };
  const found = groups
    .map((g) => ({
      g,
      // Which coffee it is, is chosen where the brew is named.
      fields: catalogue.fields.filter(
        (f) => f.path !== "coffee.id" && f.path !== "coffee.name" && inGroup(f, g.prefix) && about(f, g),
      ),
    }))
    .filter((x) => x.fields.length > 0);
  return (
    <Panel title="All settings" open={open} onClose={onClose} size={400} className="inputs" placement="left">
      <div className="field">
        <label htmlFor="find-input">Find a setting</label>
        <input
          id="find-input"
          className="plain-input"
          type="search"
          placeholder="wind, lid, spoon…"
          autoComplete="off"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
      </div>
      {found.length === 0 && <p className="empty">No setting matches. Try a shorter word.</p>}
      {found.map(({ g, fields }) => (
        <section key={g.title}>
          <h3>{g.title}</h3>
          {g.hint && words.length === 0 && <p className="hint">{g.hint}</p>}
          <div className="fields">
            {fields.map((f) => (
              <FieldInput
                key={f.path}
                field={f}
                names={names}
                request={request}
                filled={filled}
                troubles={troubles}
                onChange={onChange}
              />
            ))}
          </div>
        </section>
      ))}
    </Panel>
  );
}

/** One field of a request, with what the plan takes if it is left empty. */
export function FieldInput({
  field: f,
  names,
  request,
  filled,
  troubles,
  onChange,
  compact,
}: Pick<Props, "request" | "filled" | "troubles" | "onChange"> & {
  field: Field;
  names: Catalogue["names"];
  compact?: boolean;
}) {
  const trouble = troubles.find((t) => t.field === f.path)?.message;
  const stated = filled ? getIn<number | string | boolean>(filled, f.path) : undefined;
  if (f.kind === "number")
    return (
      <QuantityInput
        field={f}
        compact={compact}
        value={getIn<number>(request, f.path) ?? (typeof stated === "number" ? stated : undefined)}
        placeholder="not set"
        trouble={trouble}
        onChange={(v) => onChange(f.path, v)}
      />
    );
  if (f.kind === "word")
    return (
      <WordInput
        field={f}
        names={names}
        value={getIn<string>(request, f.path) ?? (stated as string | undefined)}
        trouble={trouble}
        onChange={(v) => onChange(f.path, v)}
      />
    );
  if (f.kind === "yesno")
    return (
      <YesNoInput
        field={f}
        value={getIn<boolean>(request, f.path) ?? (stated as boolean | undefined)}
        onChange={(v) => onChange(f.path, v)}
      />
    );
  return (
    <div className="field" data-field={f.path}>
      <label htmlFor={`field-${f.path}`}>{f.label}</label>
      <input
        id={`field-${f.path}`}
        className="plain-input"
        maxLength={40}
        placeholder="such as heaped tablespoon"
        value={getIn<string>(request, f.path) ?? ""}
        onChange={(e) => onChange(f.path, e.target.value || undefined)}
      />
    </div>
  );
}

/** Brings an input into view and puts the cursor in it. */
export function focusField(path: string): boolean {
  const all = [...document.querySelectorAll<HTMLElement>(`[data-field="${CSS.escape(path)}"]`)];
  const box = all.find((e) => e.offsetParent !== null);
  const input = box?.querySelector<HTMLElement>("input, button, [role=combobox]");
  if (!box || !input) return false;
  box.scrollIntoView({ block: "center" });
  input.focus();
  if (input instanceof HTMLInputElement) input.select();
  return true;
}
