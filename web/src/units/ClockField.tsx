import { Input } from "antd";
import { useState } from "react";
import { duration, spelled, type TimeUnit } from "./duration";
import { clock } from "./units";

/** As it is shown in the field itself. */
const plain = (s: number, unit: TimeUnit) => (unit === "min" && s < 3600 ? clock(s, 1) : spelled(s));

/**
 * A length of time, or a moment on the clock of a brew, in seconds; empty for not said.
 * What was understood of what is typed stands under it, and what is no time, or out of
 * range, is not passed on.
 */
export function ClockField({
  id,
  label,
  value,
  onChange,
  placeholder,
  trouble,
  unit = "min",
  min = 0,
  max = Infinity,
  compact,
  path,
}: {
  id: string;
  label: string;
  value: number | undefined;
  onChange: (v: number | undefined) => void;
  placeholder?: string;
  trouble?: string;
  /** What a bare number is in. */
  unit?: TimeUnit;
  min?: number;
  max?: number;
  compact?: boolean;
  /** Of a field of the core. */
  path?: string;
}) {
  const [text, setText] = useState<string>();
  // What it was before the cursor came: the digits of a number that turns out wrong leave nothing behind.
  const [before, setBefore] = useState(value);
  const shown = text ?? (value === undefined ? "" : plain(value, unit));
  const read = text === undefined || text.trim() === "" ? undefined : duration(text, unit);
  const beyond = read !== undefined && (read < min || read > max);
  const wrong = text !== undefined && text.trim() !== "" && (read === undefined || beyond);
  const message = wrong
    ? beyond
      ? `${label}: ${spelled(read)} is out of range. Enter ${spelled(min)} to ${spelled(max)}.`
      : `${label}: “${text}” is not a time. Enter ${unit === "h" ? "1:30, 1 h 30 or 90 min" : "3:20, 3 min or 200 s"}.`
    : trouble;
  return (
    <div className={compact ? "field field-compact" : "field"} data-field={path}>
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        style={compact ? { width: 120 } : undefined}
        value={shown}
        placeholder={placeholder ?? (unit === "h" ? "h:mm" : "m:ss")}
        suffix={unit}
        autoComplete="off"
        status={message ? "error" : undefined}
        aria-invalid={message ? true : undefined}
        aria-describedby={message || read !== undefined ? `${id}-read` : undefined}
        onFocus={() => setBefore(value)}
        onChange={(e) => {
          const typed = e.target.value;
          setText(typed);
          if (typed.trim() === "") {
            onChange(undefined);
            return;
          }
          const s = duration(typed, unit);
          onChange(s === undefined || s < min || s > max ? before : s);
        }}
        onBlur={() => !wrong && setText(undefined)}
      />
      {message ? (
        <p className="field-trouble" id={`${id}-read`} role="alert">
          {message}
        </p>
      ) : (
        read !== undefined &&
        text?.trim() !== plain(read, unit) && (
          <p className="hint" id={`${id}-read`} role="status">
            {spelled(read)}
          </p>
        )
      )}
    </div>
  );
}
