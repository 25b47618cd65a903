import { useId } from "react";

/** A choice between a few, all of them in sight. */
export function Either<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: { value: T; label: string }[];
  onChange: (value: T) => void;
}) {
  const name = useId();
  return (
    <fieldset className="either" aria-label={label}>
      {options.map((o) => (
        <label key={o.value} className={o.value === value ? "either-on" : undefined}>
          <input
            type="radio"
            className="sr"
            name={name}
            checked={o.value === value}
            onChange={() => onChange(o.value)}
          />
          {o.label}
        </label>
      ))}
    </fieldset>
  );
}
