import { Button } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { api, must } from "../api/client";
import { useTrip } from "../api/queries";
import { Loaded, Trouble } from "../app/Trouble";
import { install } from "./installed";
import { Pair } from "./Pair";
import "./pocket.css";
import { carriedHere, carry } from "./session";

/** The ways to have a trip where there is no server: one file, this device, paper. */
export default function AlongPage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  return (
    <div className="page prose">
      <h1>Take it along</h1>
      <Loaded query={trip}>
        {(t) => (
          <>
            <p className="quiet">
              {t.name}, with its stops, brews, plans, your recipes, coffees, shelf and log. Where you brew
              there is neither this computer nor a network.
            </p>
            <h2>As one file</h2>
            <p>
              Works on a phone from its own storage, in flight mode: plans, guide, practice, log and advice,
              schedule and packing. Send it to the phone by cable, mail or a card, and open it there in the
              browser. It keeps what you do in it; bring it back when you are home.
            </p>
            <p>
              <Button type="primary" href={`/api/v1/trips/${id}/pocket.html`} download>
                Take it along as one file
              </Button>{" "}
              <span className="quiet">about 3 MB</span>
            </p>
            <p className="quiet">
              iPhones only preview such files: install the application there instead, which needs HTTPS.
            </p>
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

/** Carries the trip on this device, for the installed application. */
function Carry({ trip }: { trip: number }) {
  const [error, setError] = useState<Error>();
  const [done, setDone] = useState(false);
  const [here, setHere] = useState(() => carriedHere());
  const able = "serviceWorker" in navigator && window.isSecureContext;
  if (!able)
    return (
      <p>
        At this address a browser installs nothing and does not keep the screen on: that takes HTTPS, or the
        device that the program runs on. The one file works all the same.
      </p>
    );
  const start = async () => {
    setError(undefined);
    try {
      const text = await must(
        api.GET("/trips/{trip}/pocket", { params: { path: { trip } }, parseAs: "text" }),
      );
      await install();
      if (!carry(text as string))
        throw new Error("This browser has no room for it, or keeps nothing. Take the one file.");
      setDone(true);
      setHere(carriedHere());
    } catch (e) {
      setError(e instanceof Error ? e : new Error(String(e)));
    }
  };
  const waiting = here && here.changes > 0;
  return (
    <>
      <p>
        Install Apodemos from the browser’s menu, and carry this trip on it: it opens without the server, and
        what was done comes home by itself when the server is met.
      </p>
      {waiting && !done && (
        <p className="notice-line">
          This device carries {here.name} with changes that are not home yet.{" "}
          <Link to="/bring">Bring them back first</Link>.
        </p>
      )}
      <p>
        <Button onClick={() => void start()} disabled={Boolean(waiting) && !done}>
          Carry it on this device
        </Button>{" "}
        {done && <span role="status">Carried. It works without the server from now on.</span>}
        {!done && here && !waiting && <span className="quiet">now: {here.name}</span>}
      </p>
      {error && <Trouble error={error} />}
    </>
  );
}
