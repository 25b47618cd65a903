import { Suspense, useState } from "react";
import type { TripOut } from "../api/client";
import { Link } from "react-router";
import { fetched } from "../app/fetched";
import { Menu } from "../app/Menu";
import { inPocket } from "../pocket/mode";

// The route does without the component library until the panel is opened.
const CalendarPanel = fetched(async () => (await import("./CalendarPanel")).default);

const formats = [
  ["trip.json", "The trip (JSON)"],
  ["stops.gpx", "Stops (GPX)"],
  ["provisions.csv", "Supplies (CSV)"],
] as const;

/** Downloads in open formats. */
export function Exports({ trip }: { trip: Pick<TripOut, "id"> }) {
  const [calendar, setCalendar] = useState(false);
  // Other formats are written at home.
  if (inPocket) return null;
  const at = `/api/v1/trips/${trip.id}/export/`;
  return (
    <>
      <Link className="btn" to={`/trips/${trip.id}/offline`}>
        Take offline
      </Link>
      <Menu
        label="Save as…"
        items={[
          ...formats.map(([file, label]) => ({ label, href: at + file })),
          { label: "Schedule (iCalendar)…", onClick: () => setCalendar(true) },
        ]}
      />
      {calendar && (
        <Suspense>
          <CalendarPanel trip={trip.id} onClose={() => setCalendar(false)} />
        </Suspense>
      )}
    </>
  );
}
