import { useState } from "react";
import type { Brew, TripOut } from "../api/client";
import { copyBrew, moveBrew, remove, useChange } from "../api/queries";
import { Panel } from "../app/Panel";
import { Trouble } from "../app/Trouble";
import { useOfferUndo } from "../app/useUndo";
import { byDay, StopSelect } from "./StopSelect";

/** Copies a brew to another stop or hour of its trip, or moves it there with its log. */
export function Elsewhere({ brew, trip, onClose }: { brew: Brew; trip: TripOut; onClose: () => void }) {
  const [stop, setStop] = useState(brew.stop_id);
  const [at, setAt] = useState(brew.at);
  const offer = useOfferUndo();
  const name = trip.stops.find((s) => s.id === stop)?.name ?? "";
  const copy = useChange(() => copyBrew(brew.id, { stop, at }));
  const move = useChange(() => moveBrew(brew.id, { stop, at }));
  const same = stop === brew.stop_id && at === brew.at;
  return (
    <Panel title="Copy or move" open onClose={onClose}>
      <form
        className="elsewhere"
        onSubmit={(e) => {
          e.preventDefault();
          copy.mutate(undefined, {
            onSuccess: (b) => {
              onClose();
              offer(`copy-${b.id}`, `A copy is at ${name}`, () => remove("brew", b.id));
            },
          });
        }}
      >
        <p className="quiet">
          The brew keeps its own settings; altitude, air, heat and water come from the stop.
        </p>
        <StopSelect id="elsewhere-stop" value={stop} stops={byDay(trip.stops)} onChange={setStop} />
        <div className="field">
          <label htmlFor="elsewhere-at">Coffee in hand at (empty: any time)</label>
          <input
            id="elsewhere-at"
            className="plain-input num"
            type="time"
            value={at}
            onChange={(e) => setAt(e.target.value)}
          />
        </div>
        <p className="choices-row">
          <button type="submit" className="btn" disabled={copy.isPending}>
            Copy
          </button>
          <button
            type="button"
            className="btn"
            disabled={same || move.isPending}
            onClick={() =>
              move.mutate(undefined, {
                onSuccess: () => {
                  onClose();
                  offer(`move-${brew.id}`, `It is at ${name} now`, () =>
                    moveBrew(brew.id, { stop: brew.stop_id, at: brew.at }),
                  );
                },
              })
            }
          >
            Move
          </button>
        </p>
        {(copy.error ?? move.error) && <Trouble error={copy.error ?? move.error} />}
      </form>
    </Panel>
  );
}
