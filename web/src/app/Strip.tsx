import { useId, type ReactNode } from "react";
import "./strip.css";

export interface StripOption<T extends string> {
  value: T;
  word: string;
  /** A figure under the word. */
  figure?: string;
  icon?: ReactNode;
}

/** A question whose answers are all in sight, each as large as a thumb. */
export function Strip<T extends string>({
  label,
  value,
  assumed,
  options,
  onChange,
  after,
}: {
  label: string;
  value: T | undefined;
  /** The value is what is taken while nobody says: it is shown as such. */
  assumed?: boolean;
  options: StripOption<T>[];
  onChange: (value: T) => void;
  after?: ReactNode;
}) {
  const name = useId();
  return (
    <fieldset className={assumed ? "strip strip-assumed" : "strip"}>
      <legend>
        {label}
        {assumed && <span className="assumed"> assumed</span>}
      </legend>
      <div className="strip-row">
        {options.map((o) => (
          <label key={o.value} className={o.value === value ? "strip-on" : undefined}>
            <input
              type="radio"
              className="sr"
              name={name}
              checked={o.value === value && !assumed}
              onChange={() => onChange(o.value)}
              // What is assumed is said by touching it, too.
              onClick={() => assumed && o.value === value && onChange(o.value)}
            />
            {o.icon}
            <span>
              {o.word}
              {o.figure && <span className="num">{o.figure}</span>}
            </span>
          </label>
        ))}
        {after}
      </div>
    </fieldset>
  );
}
