/** Whether a local date and time is in the future. */
export const isAhead = (brewed: string | undefined): boolean =>
  brewed !== undefined && new Date(brewed) > new Date();

/** The time of brewing, if it was not just now. */
export function BrewedAt({
  value,
  onChange,
}: {
  value: string | undefined;
  onChange: (v: string | undefined) => void;
}) {
  const ahead = isAhead(value);
  return (
    <div className="field entry-when">
      <label htmlFor="entry-when">Brewed, if not just now</label>
      <input
        id="entry-when"
        className="plain-input"
        type="datetime-local"
        value={value ?? ""}
        aria-invalid={ahead}
        aria-describedby={ahead ? "entry-ahead" : undefined}
        onChange={(e) => onChange(e.target.value || undefined)}
      />
      {ahead && (
        <p id="entry-ahead" role="alert" className="field-trouble">
          This is in the future: log a cup after brewing it.
        </p>
      )}
    </div>
  );
}
