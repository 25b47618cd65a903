import { Button, Dropdown } from "antd";
import type { TripOut } from "../api/client";

/** Downloads in open formats. */
export function Exports({ trip }: { trip: Pick<TripOut, "id"> }) {
  const at = `/api/v1/trips/${trip.id}/export/`;
  return (
    <Dropdown
      trigger={["click"]}
      menu={{
        items: [
          ["trip.json", "The trip (JSON)"],
          ["stops.gpx", "Stops (GPX)"],
          ["schedule.ics", "Schedule (iCalendar)"],
          ["provisions.csv", "Provisions (CSV)"],
        ].map(([file, label]) => ({
          key: file as string,
          label: (
            <a href={at + file} download>
              {label}
            </a>
          ),
        })),
      }}
    >
      <Button>Save as…</Button>
    </Dropdown>
  );
}
