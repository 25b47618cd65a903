import { Button } from "antd";
import { Panel } from "../app/Panel";
import { over, useStored } from "../app/useStored";

const before = [
  ["none", "no reminder"],
  ["0", "when it starts"],
  ...[5, 10, 15, 30, 60].map((m) => [String(m), `${m} minutes before`]),
] as [string, string][];
const evenings = [["none", "no reminder"], ...[18, 19, 20, 21, 22].map((h) => [`${h}:00`, `at ${h}:00`])] as [
  string,
  string,
][];

const read = over({ alarm: "0", evening: "20:00" });

/** Saves the schedule for a calendar, with the reminders that one wants. */
export default function CalendarPanel({ trip, onClose }: { trip: number; onClose: () => void }) {
  const { value, set } = useStored("calendar", read, JSON.stringify);
  const choice = (key: "alarm" | "evening", label: string, items: [string, string][]) => (
    <div className="field">
      <label htmlFor={`calendar-${key}`}>{label}</label>
      <select
        id={`calendar-${key}`}
        className="plain-input"
        value={value[key]}
        onChange={(e) => set({ ...value, [key]: e.target.value })}
      >
        {items.map(([v, words]) => (
          <option key={v} value={v}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
  return (
    <Panel open title="The schedule in a calendar" size={420} onClose={onClose}>
      {choice("alarm", "Before a brew", before)}
      {choice("evening", "On evenings with something to prepare", evenings)}
      <p className="quiet">
        After a change, save it again and open it in the same calendar: moved entries move, cancelled ones go.
      </p>
      <Button
        type="primary"
        href={`/api/v1/trips/${trip}/export/schedule.ics?${new URLSearchParams(value).toString()}`}
        download
        onClick={onClose}
      >
        Save the calendar
      </Button>
    </Panel>
  );
}
