import { useEffect, useState } from "react";
import { Link } from "react-router";
import { useTrips } from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { Loaded } from "../app/Trouble";
import { mayAlert } from "../guide/alerts";
import { mayStayOn } from "../guide/aids";
import { Carry } from "./AlongPage";
import { ableHere, askToInstall, installed, mayInstall, onInstall } from "./installed";
import "./pocket.css";

/** The application on this device: what the browser offers, a trip taken offline, and installing it. */
export default function InstallPage() {
  const trips = useTrips();
  return (
    <div className="page prose">
      <h1>On this device</h1>
      <Offers />
      <h2>1. Take a trip offline</h2>
      <Loaded query={trips}>
        {(list) => {
          const trip =
            list.find((t) => String(t.id) === lastTrip()) ?? list.find((t) => !t.archived) ?? list[0];
          return trip ? (
            <Carry trip={trip.id} />
          ) : (
            <p className="empty">
              There is no trip yet. <Link to="/trips">Add one</Link> first.
            </p>
          );
        }}
      </Loaded>
      <h2>2. Install it</h2>
      <Install />
    </div>
  );
}

/** What this browser does of what a trip needs, before anything is done. */
function Offers() {
  const [kept, setKept] = useState<boolean>();
  useEffect(() => {
    void navigator.storage?.persisted?.().then(setKept, () => setKept(false));
  }, []);
  const offers: [string, boolean, string][] = [
    [
      "Works without a network",
      ableHere(),
      "This address needs HTTPS, and the certificate has to be trusted.",
    ],
    [
      "Keeps what you save",
      kept === true,
      "It may clear data when room is short: install Apodemos, and save copies.",
    ],
    ["Keeps the screen on", mayStayOn(), "Set the screen’s time-out longer in the settings."],
    [
      "Alerts you in time",
      mayAlert() !== "no",
      "Allow notifications for this page in the browser’s settings.",
    ],
  ];
  return (
    <ul className="offers">
      {offers.map(([what, has, then]) => (
        <li key={what}>
          <span aria-hidden="true">{has ? "✓" : "–"}</span> {what}: {has ? "yes" : "not yet"}.{" "}
          {!has && <span className="quiet">{then}</span>}
        </li>
      ))}
    </ul>
  );
}

function Install() {
  const [, draw] = useState(0);
  useEffect(() => onInstall(() => draw((n) => n + 1)), []);
  if (installed()) return <p role="status">Installed. It opens from its own icon.</p>;
  if (!mayInstall())
    return (
      <p>
        Open the browser’s menu, or its share menu, and choose to install it or add it to the home screen.
      </p>
    );
  return (
    <p>
      <button type="button" className="btn btn-primary" onClick={() => void askToInstall()}>
        Install
      </button>
    </p>
  );
}
