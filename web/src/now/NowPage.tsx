import { Suspense } from "react";
import { Link, useOutletContext } from "react-router";
import type { Catalogue } from "../api/client";
import { useCatalogue, useNow, useTrips } from "../api/queries";
import { fetched } from "../app/fetched";
import { lastTrip } from "../app/lastTrip";
import { useSettings } from "../app/settings";
import { Loaded } from "../app/Trouble";
import { brewPath } from "../app/where";
import { Hill } from "../place/Hill";
import { atAltitude } from "../place/altitude";
import { say } from "../units/units";
import { figureOf, WayDrawing } from "../ways/figures";
import type { Look } from "../manual/look";
import { momentInWords } from "../app/dates";
import { useHere } from "./useHere";
import { wayPath } from "./wayPath";
import "./now.css";

/** Coffee now: a place, what one has, and what can be made of it, live. */
export default function NowPage() {
  const catalogue = useCatalogue();
  return (
    <div className="page now">
      <Loaded query={catalogue}>{(c) => <Now catalogue={c} />}</Loaded>
    </div>
  );
}

const Sentence = fetched(async () => (await import("./Rest")).Here);
const Best = fetched(async () => (await import("./Rest")).Best);

function Now({ catalogue }: { catalogue: Catalogue }) {
  const { system, twelve } = useSettings();
  const trips = useTrips();
  const last = trips.data?.find((t) => String(t.id) === lastTrip()) ?? trips.data?.find((t) => !t.archived);
  const now = useNow(last?.id ?? 0);
  const look = useOutletContext<Look>();
  const h = useHere(catalogue);
  const { here, ways } = h;
  const found = ways.data;
  const best = found?.ways[0];
  const able = best && best.not === "" ? best : undefined;
  const minutes = able && figureOf(able, "total_s", system)?.text;
  return (
    <>
      <div className="heading">
        <h1>Coffee now</h1>
        <span className="grow" />
        {JSON.stringify(here) !== `{"conditions":{}}` && (
          <button type="button" className="bar-button" onClick={h.clear}>
            Start over
          </button>
        )}
      </div>
      {look.fresh && (
        <p className="now-on now-first" role="note">
          <span>First time here?</span>
          <button type="button" className="btn" onClick={look.begin}>
            Take the tour
          </button>
          <button type="button" className="bar-button" onClick={look.end}>
            Not now
          </button>
        </p>
      )}
      {now.data?.running.map((r) => (
        <p key={r.brew.id} className="now-on">
          <Link
            className={r.over ? "btn" : "btn btn-primary"}
            to={`${brewPath(r.brew)}/${r.over ? "log" : "guide"}`}
          >
            {r.over ? "Log the cup" : "Continue"}: {r.brew.name || catalogue.names[r.brew.request.method]}
          </Link>{" "}
          <span className="quiet">
            {r.over ? "finished" : "in progress"}, {r.stop_name}
          </span>
        </p>
      ))}
      {now.data?.next && (
        <p className="now-on">
          <span className="quiet">Next on {now.data.next.trip_name}:</span>{" "}
          <Link to={brewPath(now.data.next.brew)}>
            {now.data.next.brew.name || catalogue.names[now.data.next.brew.request.method]},{" "}
            {now.data.next.stop_name}
          </Link>{" "}
          <span className="quiet">{momentInWords(now.data.next.moment, now.data.next.day, twelve)}</span>
        </p>
      )}
      <section aria-label="Pages" className="now-here">
        <Hill
          altitude={here.conditions.place?.altitude_m ?? found?.altitude_m ?? undefined}
          boil={found?.boil}
          height={150}
          onAltitude={(m) => h.set({ conditions: atAltitude(here.conditions, m), stop: undefined })}
        />
        <Suspense fallback={<div className="room room-tall" />}>
          <Sentence catalogue={catalogue} h={h} />
        </Suspense>
      </section>
      <section
        aria-label="Methods"
        className={ways.last ? "now-ways last-good" : "now-ways"}
        aria-live="off"
        aria-busy={ways.isPlaceholderData}
      >
        <h2 className="sr">Best here</h2>
        <Suspense fallback={<div className="room room-tall" />}>
          <Best catalogue={catalogue} h={h} />
        </Suspense>
      </section>
      {able && !ways.last && (
        <div className="now-go">
          {here.conditions.water?.source !== undefined && able.begin.length > 0 && (
            <p className="now-begin">
              <strong>First:</strong> {able.begin.map((b) => say(b, system)).join(" ")}
            </p>
          )}
          <Link className="btn btn-primary" to={wayPath(able.method, able.school)}>
            <WayDrawing way={able} catalogue={catalogue} />
            <span>
              Plan: {catalogue.names[able.method]}
              <small>{minutes}</small>
            </span>
          </Link>
        </div>
      )}
    </>
  );
}
