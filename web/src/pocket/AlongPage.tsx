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
            <p className="verdict">{t.name} works without a network, in one file or on this device.</p>
            <h2>As one file</h2>
            <p>
              <Button type="primary" href={`/api/v1/pocket.html?trips=${id}`} download>
                Save it as one file
              </Button>{" "}
              <span className="quiet">about 3 MB</span>
            </p>
            <Folded id="along.file" title="What it can do">
              <p>
                Works on a phone from its own storage, in flight mode: plans, guide, practice, log and advice,
                schedule and packing, with your recipes, coffees, gear and log. Send it to the phone by cable,
                mail or a card, and open it there in the browser. It keeps what you do in it; bring it home
                afterwards.
              </p>
              <p className="quiet">
                Some phones only preview such a file: install the application there instead, which needs
                HTTPS.
              </p>
            </Folded>
            <h2>On this device</h2>
            <Carry trip={id} />
            <Pair />
            <h2>On paper</h2>
            <p>
              The <Link to={`/trips/${id}/sheet`}>sheet</Link> has it all for when the phone is wet.
            </p>
          </>
        )}
      </Loaded>
    </div>
  );
}

/** Carries trips on this device, for the installed application. */
function Carry({ trip }: { trip: number }) {
  const trips = useTrips();
  const [error, setError] = useState<Error>();
  const [here, setHere] = useState(() => carriedHere());
  const [chosen, setChosen] = useState<number[]>();
  const [done, setDone] = useState(false);
  const able = "serviceWorker" in navigator && window.isSecureContext;
  if (!able)
    return (
      <p>
        At this address a browser installs nothing and does not keep the screen on: that takes HTTPS, or the
        device that the program runs on. The one file works all the same.
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
      if (!carry(text))
        throw new Error("This browser has no room for it, or keeps nothing. Take the one file.");
      setDone(true);
    });
  return (
    <>
      {waiting && (
        <p>
          This device carries {here.name}, with changes that are not home yet.{" "}
          <Link to="/bring">Bring them back first</Link>.
        </p>
      )}
      {list.length > 1 && (
        <fieldset className="carry-list">
          <legend>Trips to carry</legend>
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
          Carry {now.length > 1 ? "them" : "it"} on this device
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
            Carry nothing
          </Button>
        )}{" "}
        <span role="status">
          {done
            ? "Carried. It works without the server from now on."
            : here && !waiting && `Carried now: ${here.name}`}
        </span>
      </p>
      {error && <Trouble error={error} />}
      <Folded id="along.device" title="How that works">
        <p>
          Install Apodemos from the browser’s menu, and carry trips on it: it opens without the server, and
          what was done comes home by itself when the server is met.
        </p>
      </Folded>
    </>
  );
}
