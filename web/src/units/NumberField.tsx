import { InputNumber } from "antd";
import { useSettings } from "../app/settings";
import { fromShown, toShown, unitOf } from "./units";

/** A number with its label and unit, in the reader's units; empty for not said. */
export function NumberField({
  id,
  label,
  unit,
  value,
  onChange,
  min,
  max,
  whole,
  placeholder,
  trouble,
  small,
}: {
  id: string;
  label: string;
  unit: string;
  value: number | undefined;
  onChange: (v: number | undefined) => void;
  /** In the unit's metric form. */
  min?: number;
  max?: number;
  whole?: boolean;
  placeholder?: string;
  trouble?: string;
  small?: boolean;
}) {
  const { system } = useSettings();
  const to = (v: number) => toShown(v, unit, system);
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <InputNumber
        id={id}
        size={small ? "small" : undefined}
        min={min === undefined ? undefined : to(min)}
        max={max === undefined ? undefined : to(max)}
        precision={whole ? 0 : undefined}
        suffix={unit === "" ? undefined : unit === "°" ? "°" : unitOf(unit, system)}
        placeholder={placeholder}
        value={value === undefined ? null : Math.round(to(value) * 1e5) / 1e5}
        onChange={(v) => onChange(v === null ? undefined : fromShown(v, unit, system))}
      />
      {trouble && <p className="field-trouble">{trouble}</p>}
    </div>
  );
}
