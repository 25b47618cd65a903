import type { TripOut } from "../api/client";
import { Link } from "react-router";
import { Menu } from "../app/Menu";
import { inPocket } from "../pocket/mode";

const formats = [
  ["trip.json", "The trip (JSON)"],
  ["stops.gpx", "Stops (GPX)"],
  ["schedule.ics", "Schedule (iCalendar)"],
  ["provisions.csv", "Provisions (CSV)"],
] as const;

/** Downloads in open formats. */
export function Exports({ trip }: { trip: Pick<TripOut, "id"> }) {
  // Other formats are written at home.
  if (inPocket) return null;
  const at = `/api/v1/trips/${trip.id}/export/`;
  return (
    <>
      <Link className="btn" to={`/trips/${trip.id}/along`}>
        Take it along
      </Link>
      <Menu label="Save as…" items={formats.map(([file, label]) => ({ label, href: at + file }))} />
    </>
  );
}
