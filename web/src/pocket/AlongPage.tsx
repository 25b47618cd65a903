import { Button } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useTrip, useTrips } from "../api/queries";
import { Folded } from "../app/Folded";
import { Loaded, Trouble } from "../app/Trouble";
import { install } from "./installed";
import { Pair } from "./Pair";
import "./pocket.css";
import { pocketWith } from "./meet";
import { carriedHere, carry, putDown } from "./session";

/** The ways to have a trip where there is no server: one file, this device, paper. */
export default function AlongPage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  return (
    <div className="page prose">
      <h1>Offline copy</h1>
      <Loaded query={trip}>
        {(t) => (
          <>
            <p className="verdict">{t.name} works without a network, as one file or on this device.</p>
            <h2>As one file</h2>
            <p>
              <Button type="primary" href={`/api/v1/pocket.html?trips=${id}`} download>
                Save as file
              </Button>{" "}
              <span className="quiet">about 3 MB</span>
            </p>
            <Folded id="along.file" title="What it does">
              <p>
                It works on a phone in flight mode: plans, guide, practice, log, advice, schedule and packing.
                Send it to the phone and open it in a browser there. It saves what you do; bring it home
                afterwards.
              </p>
              <p className="quiet">
                Some phones only preview such a file: install Apodemos there instead (this needs HTTPS).
              </p>
            </Folded>
            <h2>On this device</h2>
            <Carry trip={id} />
            <Folded id="along.device" title="How it works">
              <p>
                <Link to="/install">Install Apodemos</Link> and take trips offline. It opens without the
                server; changes come home when reconnected.
              </p>
            </Folded>
            <Pair />
            <h2>On paper</h2>
            <p>
              The <Link to={`/trips/${id}/sheet`}>sheet</Link> works when the phone is wet.
            </p>
          </>
        )}
      </Loaded>
    </div>
  );
}

/** Carries trips on this device, for the installed application. */
export function Carry({ trip }: { trip: number }) {
  const trips = useTrips();
  const [error, setError] = useState<Error>();
  const [here, setHere] = useState(() => carriedHere());
  const [chosen, setChosen] = useState<number[]>();
  const [done, setDone] = useState(false);
  const able = "serviceWorker" in navigator && window.isSecureContext;
  if (!able)
    return (
      <p>
        At this address a browser can’t install Apodemos or keep the screen on: that needs HTTPS. The one file
        works anyway.
      </p>
    );
  const list = trips.data?.filter((t) => !t.archived || t.id === trip) ?? [];
  const carried = list.filter((t) => here?.trips.includes(t.uuid)).map((t) => t.id);
  const now = chosen ?? [...new Set([trip, ...carried])];
  const waiting = here !== undefined && here.changes > 0;
  const run = async (f: () => Promise<void>) => {
    setError(undefined);
    try {
      await f();
      setHere(carriedHere());
    } catch (e) {
      setError(e instanceof Error ? e : new Error(String(e)));
    }
  };
  const start = () =>
    run(async () => {
      const text = await pocketWith(now);
      await install();
      if (!carry(text)) throw new Error("This browser has no room, or saves nothing. Use the one file.");
      setDone(true);
    });
  return (
    <>
      {waiting && (
        <p>
          Offline on this device: {here.name}, with changes not yet home.{" "}
          <Link to="/bring">Bring them home first</Link>.
        </p>
      )}
      {list.length > 1 && (
        <fieldset className="carry-list">
          <legend>Trips to take offline</legend>
          {list.map((t) => (
            <label key={t.id}>
              <input
                type="checkbox"
                checked={now.includes(t.id)}
                onChange={(e) => {
                  setDone(false);
                  setChosen(e.target.checked ? [...now, t.id] : now.filter((i) => i !== t.id));
                }}
              />{" "}
              {t.name}
            </label>
          ))}
        </fieldset>
      )}
      <p>
        <Button onClick={() => void start()} disabled={waiting || now.length === 0}>
          Take offline
        </Button>{" "}
        {here && !waiting && (
          <Button
            onClick={() =>
              void run(() => {
                putDown();
                setDone(false);
                return Promise.resolve();
              })
            }
          >
            Remove offline copy
          </Button>
        )}{" "}
        <span role="status">
          {done ? "Ready. It works without the server now." : here && !waiting && `Offline now: ${here.name}`}
        </span>
      </p>
      {error && <Trouble error={error} />}
    </>
  );
}
