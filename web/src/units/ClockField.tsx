import { Input } from "antd";
import { useState } from "react";
import { clock } from "./units";

/** Seconds from 3:20, 200 or 1:30:00; nothing where it is no time. */
export function seconds(text: string): number | undefined {
  const parts = text.trim().split(":");
  if (parts.length > 3 || parts.some((p) => !/^\d+(\.\d+)?$/.test(p))) return undefined;
  return parts.reduce((sum, p) => sum * 60 + Number(p), 0);
}

/** A length of time, or a moment on the clock of a brew, as m:ss; empty for not said. */
export function ClockField({
  id,
  label,
  value,
  onChange,
  placeholder,
  trouble,
}: {
  id: string;
  label: string;
  value: number | undefined;
  onChange: (v: number | undefined) => void;
  placeholder?: string;
  trouble?: string;
}) {
  const [text, setText] = useState<string>();
  const shown = text ?? (value === undefined ? "" : clock(value));
  const wrong = text !== undefined && text.trim() !== "" && seconds(text) === undefined;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Input
        id={id}
        value={shown}
        placeholder={placeholder ?? "m:ss"}
        status={wrong || trouble ? "error" : undefined}
        aria-invalid={wrong || trouble ? true : undefined}
        onChange={(e) => {
          setText(e.target.value);
          const s = seconds(e.target.value);
          if (e.target.value.trim() === "") onChange(undefined);
          else if (s !== undefined) onChange(s);
        }}
        onBlur={() => !wrong && setText(undefined)}
      />
      {wrong && (
        <p className="field-trouble" role="alert">
          “{text}” is not a time; allowed: minutes and seconds, such as 3:20.
        </p>
      )}
      {trouble && !wrong && <p className="field-trouble">{trouble}</p>}
    </div>
  );
}
