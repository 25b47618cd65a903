import type { TripOut } from "../api/client";
import { Menu } from "../app/Menu";

const formats = [
  ["trip.json", "The trip (JSON)"],
  ["stops.gpx", "Stops (GPX)"],
  ["schedule.ics", "Schedule (iCalendar)"],
  ["provisions.csv", "Provisions (CSV)"],
] as const;

/** Downloads in open formats. */
export function Exports({ trip }: { trip: Pick<TripOut, "id"> }) {
  const at = `/api/v1/trips/${trip.id}/export/`;
  return <Menu label="Save as…" items={formats.map(([file, label]) => ({ label, href: at + file }))} />;
}
