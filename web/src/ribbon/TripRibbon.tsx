import { useNavigate } from "react-router";
import type { TripOut } from "../api/client";
import { useArrange } from "../trips/useArrange";
import { Ribbon } from "./Ribbon";

/** The ribbon of a trip over its pages; on the route it can be changed. */
export default function TripRibbon({
  trip,
  stop,
  editable,
}: {
  trip: TripOut;
  stop: number;
  editable: boolean;
}) {
  const navigate = useNavigate();
  const { move, split } = useArrange(trip);
  return (
    <Ribbon
      trip={trip}
      stop={stop}
      onMove={editable ? move : undefined}
      onSplit={editable ? split : undefined}
      onAdd={
        editable
          ? (at) => void navigate(`/trips/${trip.id}?add=${at.km},${at.altitude ?? ""},${at.day}`)
          : undefined
      }
    />
  );
}
