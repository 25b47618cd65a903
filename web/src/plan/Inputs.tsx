import { Drawer } from "antd";
import type { Catalogue, Field, PlanRequest, Trouble } from "../api/client";
import { QuantityInput, WordInput, YesNoInput } from "../units/QuantityInput";
import { wordNames } from "../units/names";
import { getIn } from "./paths";

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
    hint: "Trusted in this order: measured boiling point, station pressure (not reduced to sea level), altitude with sea-level pressure, altitude alone.",
  },
  { title: "Water", prefix: "water." },
  {
    title: "Heat",
    prefix: "heat.",
    hint: "Hot water supplied, as from an urn, takes the place of a burner.",
  },
  { title: "Pot or kettle", prefix: "vessel." },
  { title: "Brewer", prefix: "brewer." },
  { title: "Cup", prefix: "cup." },
  { title: "Coffee", prefix: "coffee." },
  { title: "Grinder", prefix: "grinder." },
  {
    title: "Measured",
    prefix: "calibration.",
    hint: "From the bench: a weighed canister, a timed boil, a thermometer reading. They take the place of the estimates.",
  },
  { title: "Measure", prefix: "measure.", hint: "Your own spoon, scoop or handful, weighed once." },
];

/** Every field of a request, with what the plan takes where it is left empty. */
export function Inputs({ open, onClose, catalogue, request, filled, troubles, onChange }: Props) {
  const names = wordNames(catalogue);
  const inGroup = (f: Field, prefix: string) =>
    prefix === "" ? !f.path.includes(".") : f.path.startsWith(prefix);
  return (
    <Drawer
      title="All inputs"
      open={open}
      onClose={onClose}
      size={400}
      mask={false}
      className="inputs"
      placement="left"
    >
      {groups.map((g) => (
        <section key={g.title}>
          <h3>{g.title}</h3>
          {g.hint && <p className="hint">{g.hint}</p>}
          <div className="fields">
            {catalogue.fields
              .filter((f) => inGroup(f, g.prefix))
              .map((f) => {
                const trouble = troubles.find((t) => t.field === f.path)?.message;
                const stated = filled ? getIn<number | string | boolean>(filled, f.path) : undefined;
                if (f.kind === "number")
                  return (
                    <QuantityInput
                      key={f.path}
                      field={f}
                      value={
                        getIn<number>(request, f.path) ?? (typeof stated === "number" ? stated : undefined)
                      }
                      placeholder="not set"
                      trouble={trouble}
                      onChange={(v) => onChange(f.path, v)}
                    />
                  );
                if (f.kind === "word")
                  return (
                    <WordInput
                      key={f.path}
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
                      key={f.path}
                      field={f}
                      value={getIn<boolean>(request, f.path) ?? (stated as boolean | undefined)}
                      onChange={(v) => onChange(f.path, v)}
                    />
                  );
                return (
                  <div className="field" key={f.path} data-field={f.path}>
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
              })}
          </div>
        </section>
      ))}
    </Drawer>
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
