import { InputNumber, Select, Switch } from "antd";
import { useRef, useState } from "react";
import type { Field } from "../api/client";
import { useSettings } from "../app/settings";
import { ClockField } from "./ClockField";
import { decimalsOf, fromShown, isUs, rangeInWords, toShown, unitOf, type System } from "./units";

interface Props {
  field: Field;
  value: number | undefined;
  onChange: (v: number | undefined) => void;
  placeholder?: string;
  /** What the server said of it, if anything. */
  trouble?: string;
  stepMetric?: number;
  label?: string;
  compact?: boolean;
  clearable?: boolean;
}

/** Steps and decimals of an input, by unit and system. */
function stepOf(field: Field, system: System, stepMetric?: number): number {
  if (field.whole) return 1;
  if (field.path === "heat.efficiency" || field.path === "measure.step") return 0.05;
  if (field.unit === "ml" && system.includes("-")) return 0.1;
  if (isUs(system))
    return (
      { "°C": 1, m: 100, g: 0.05, ml: 0.5, hPa: 0.01, "m/s": 1, mm: 0.1, "g/L": 0.01 }[
        field.unit as string
      ] ?? 1
    );
  return stepMetric ?? { m: 50, g: 1, ml: 5, "m/s": 1, W: 50 }[field.unit as string] ?? 1;
}

/** The digits of the longest number that an input may hold. */
const widest = (low: number, high: number, step: number): number =>
  Math.max(...[low, high].map((v) => String(Math.trunc(v)).length)) +
  (decimalsOf(step) > 0 ? decimalsOf(step) + 1 : 0);

/**
 * A number with its unit, in the reader's units, held in metric. A value out
 * of range is not passed on; it stays in view with what is allowed.
 */
export function QuantityInput(props: Props) {
  return props.field.unit === "s" ? <TimeInput {...props} /> : <NumberInput {...props} />;
}

/** A time is typed as one says it. */
const TimeInput = ({ field, value, onChange, placeholder, trouble, label, compact }: Props) => (
  <ClockField
    id={`field-${field.path}`}
    path={field.path}
    label={label ?? field.label}
    value={value}
    min={field.min}
    max={field.max}
    placeholder={placeholder}
    trouble={trouble}
    compact={compact}
    onChange={onChange}
  />
);

function NumberInput({
  field,
  value,
  onChange,
  placeholder,
  trouble,
  stepMetric,
  label,
  compact,
  clearable,
}: Props) {
  const { system } = useSettings();
  const [bad, setBad] = useState<number>();
  // What it was before the cursor came: a number that turns out wrong while it
  // is typed must not leave its first digits behind.
  const before = useRef(value);
  // Emptied, and the cursor still in it: the default must not come back under
  // the fingers of somebody who is about to type a number.
  const [emptied, setEmptied] = useState(false);
  // What stood there when the cursor came: an answer that comes then must not take the selection, or
  // what is typed would stand behind it.
  const [met, setMet] = useState<number>();
  const unit = unitOf(field.unit, system);
  const step = stepOf(field, system, stepMetric);
  // One digit more than the step, so that a converted value comes back as it was.
  const decimals = field.whole ? 0 : decimalsOf(step) + 1;
  const tidy = (v: number) => Number(v.toFixed(decimals));
  const low = tidy(toShown(field.min, field.unit, system));
  const high = tidy(toShown(field.max, field.unit, system));
  const id = `field-${field.path}`;
  const message =
    bad === undefined
      ? trouble
      : `${label ?? field.label}: ${[bad.toLocaleString("en"), unit].filter(Boolean).join(" ")} is out of range. Enter ${rangeInWords(field.min, field.max, field.unit, system)}.`;
  return (
    <div className={compact ? "field field-compact" : "field"} data-field={field.path}>
      <label htmlFor={id}>{label ?? field.label}</label>
      <InputNumber
        id={id}
        // As wide as its largest number with its unit.
        style={
          compact
            ? {
                width:
                  46 + 9.7 * Math.max(widest(low, high, step), placeholder?.length ?? 0) + 8 * unit.length,
              }
            : undefined
        }
        value={
          bad ?? (value === undefined || emptied ? null : tidy(toShown(met ?? value, field.unit, system)))
        }
        step={step}
        placeholder={placeholder}
        suffix={unit || undefined}
        onBlur={() => {
          setEmptied(false);
          setMet(undefined);
        }}
        onFocus={() => {
          before.current = value;
          setMet(value);
        }}
        status={message ? "error" : undefined}
        aria-invalid={message ? true : undefined}
        aria-describedby={message ? `${id}-trouble` : undefined}
        onChange={(v) => {
          setMet(undefined);
          if (v === null || v === undefined || v === ("" as unknown)) {
            setBad(undefined);
            setEmptied(true);
            if (clearable || placeholder !== undefined) onChange(undefined);
            return;
          }
          const n = Number(v);
          if (Number.isNaN(n)) return;
          if (n < low || n > high || (field.whole && !Number.isInteger(n))) {
            setBad(n);
            onChange(before.current);
            return;
          }
          setBad(undefined);
          setEmptied(false);
          onChange(Math.min(field.max, Math.max(field.min, fromShown(n, field.unit, system))));
        }}
      />
      {message && (
        <p className="field-trouble" id={`${id}-trouble`} role="alert">
          {message}
        </p>
      )}
    </div>
  );
}

export function WordInput({
  field,
  value,
  names,
  onChange,
  trouble,
  label,
}: {
  field: Field;
  value: string | undefined;
  names?: Record<string, string>;
  onChange: (v: string | undefined) => void;
  trouble?: string;
  label?: string;
}) {
  const id = `field-${field.path}`;
  return (
    <div className="field" data-field={field.path}>
      <label htmlFor={id}>{label ?? field.label}</label>
      <Select
        id={id}
        value={value}
        placeholder={field.default}
        status={trouble ? "error" : undefined}
        options={(field.words ?? []).map((w) => ({
          value: w,
          label: names?.[w] ?? w,
          title: names?.[w] ?? w,
        }))}
        onChange={onChange}
      />
      {trouble && (
        <p className="field-trouble" role="alert">
          {trouble}
        </p>
      )}
    </div>
  );
}

export function YesNoInput({
  field,
  value,
  onChange,
}: {
  field: Field;
  value: boolean | undefined;
  onChange: (v: boolean) => void;
}) {
  const id = `field-${field.path}`;
  return (
    <div className="field field-yesno" data-field={field.path}>
      <label htmlFor={id}>{field.label}</label>
      <Switch id={id} size="small" checked={value ?? false} onChange={onChange} />
    </div>
  );
}
