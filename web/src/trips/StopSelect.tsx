/** A choice of stops, by name. */
export function StopSelect({
  id,
  value,
  stops,
  onChange,
}: {
  id: string;
  value: number;
  stops: { id: number; name: string }[];
  onChange: (stop: number) => void;
}) {
  return (
    <div className="field">
      <label htmlFor={id}>Stop</label>
      <select
        id={id}
        className="plain-select"
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
      >
        {stops.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </select>
    </div>
  );
}

/** The stops of a trip, as they are named where one is chosen. */
export const byDay = (stops: { id: number; day: number; name: string }[]) =>
  stops.map((s) => ({ id: s.id, name: `day ${s.day}, ${s.name}` }));
