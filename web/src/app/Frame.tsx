import { useHomeNumbers } from "./homeNumbers";
import { Suspense, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from "react-router";
import { useInfo, useTrip, useTrips } from "../api/queries";
import { inPocket, mode } from "../pocket/mode";
import { askBy, type Choice } from "../api/change";
import { deviceFor } from "./device";
import { Loaded } from "./Trouble";
import { lastTrip, rememberTrip } from "./lastTrip";
import { useSettings } from "./settings";
import type { Question } from "./VersionsDialog";
import { fetched, later } from "./fetched";
import { TripRibbon } from "./lazyRibbon";
import { Notices } from "./Notices";
import { SettingsMenu } from "./SettingsMenu";
import { counted, isUs } from "../units/units";
import { isTyping } from "./keys";
import { useLook } from "../manual/look";

const Help = fetched(async () => (await import("../manual/Help")).default);
const LookAround =
  import.meta.env.MODE === "pocket"
    ? () => null
    : later(async () => (await import("../manual/LookAround")).default);
const PocketStrip = later(async () => (await import("../pocket/PocketStrip")).default);
const Newer = later(async () => (await import("../pocket/Newer")).default);
const VersionsDialog = fetched(async () => (await import("./VersionsDialog")).default);

type Area = "now" | "trip" | "log" | "gear" | "bench" | "";

/** Which of the five destinations an address belongs to. */
function areaOf(path: string): Area {
  if (path === "/" || /^\/(now|places)/.test(path)) return "now";
  if (/^\/(trips|import)/.test(path)) return "trip";
  if (/^\/(log|palate|coffees|recipes|blind|deleted)/.test(path)) return "log";
  if (path.startsWith("/gear")) return "gear";
  return /^\/(bench|practice)/.test(path) ? "bench" : "";
}

/** The pages of a destination: address, word, and whether pages below it count as it. */
function insideOf(area: Area, trip: number | undefined): [string, string, boolean?][] {
  if (area === "trip" && trip !== undefined)
    return [
      [`/trips/${trip}`, "Stops"],
      [`/trips/${trip}/schedule`, "Schedule"],
      [`/trips/${trip}/supplies`, "Supplies"],
      [`/trips/${trip}/kit`, "Kit"],
      [`/trips/${trip}/sheet`, "Sheet"],
      ...(inPocket ? [] : [[`/trips/${trip}/offline`, "Offline copy"] as [string, string]]),
      ["/trips", "Trips"],
    ];
  if (area === "log")
    return [
      ["/log", "Cups"],
      ["/palate", "Palate"],
      ["/coffees", "Coffees"],
      ["/recipes", "Recipes", true],
      ["/blind", "Blind rounds", true],
      ["/deleted", "Deleted"],
    ];
  if (area === "bench")
    return [
      ["/bench", "Questions", true],
      ["/practice", "Practice"],
    ];
  return [];
}

const phone = globalThis.matchMedia?.("(max-width: 700px)");
const onPhone = (f: () => void) => {
  phone?.addEventListener("change", f);
  return () => phone?.removeEventListener("change", f);
};
const useNarrow = () => useSyncExternalStore(onPhone, () => phone?.matches ?? false);

/** Kept on this device by a service worker. */
const installed = mode !== "file" && Boolean(globalThis.navigator?.serviceWorker?.controller);

/** The frame round every page, once it is known whose things this device keeps. */
export function Frame() {
  const info = useInfo();
  const answers = info.data?.database;
  const first = useRef(answers);
  useEffect(() => {
    first.current ??= answers;
    // Another database answers at this address now: nothing that is shown is of it.
    if (answers && first.current !== answers) window.location.reload();
  }, [answers]);
  return (
    <>
      {inPocket && (
        <Suspense>
          <PocketStrip />
        </Suspense>
      )}
      {installed && (
        <Suspense>
          <Newer />
        </Suspense>
      )}
      <Loaded query={info}>
        {(i) => {
          deviceFor(i.database);
          return <Framed />;
        }}
      </Loaded>
    </>
  );
}

/** Name, places to go, units, theme, and the trip's ribbon. */
function Framed() {
  const finding = useHomeNumbers();
  const params = useParams();
  const trips = useTrips();
  const tripId = Number(params.trip ?? lastTrip() ?? trips.data?.[0]?.id ?? 0);
  const known = trips.data?.some((t) => t.id === tripId) ?? false;
  const trip = useTrip(known ? tripId : 0);
  const settings = useSettings();
  const info = useInfo().data;
  const readOnly = info?.read_only ?? false;
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const area = areaOf(pathname);
  const inGuide = pathname.endsWith("/guide");
  const onPaper = pathname.endsWith("/sheet");
  // A brew's pages have the room for the brew: its plan, its guide and its cup.
  const inBrew = /\/brews\/\w+|^\/now\/plan/.test(pathname);
  const narrow = useNarrow();
  const hasAction = area === "now" || /\/brews\/\w+$|^\/now\/plan/.test(pathname);
  const onRoute = /^\/trips\/\d+$/.test(pathname);
  const [help, setHelp] = useState(false);
  const look = useLook((info?.demo ?? false) && !inPocket && known);

  useEffect(() => {
    if (params.trip) rememberTrip(Number(params.trip));
  }, [params.trip]);

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === "?") setHelp((was) => !was);
      else if (e.key === "u") settings.set({ system: isUs(settings.system) ? "metric" : "us" });
      else if (e.key === "t") settings.set({ theme: settings.theme === "day" ? "headlamp" : "day" });
      else if (e.key === "r" && tripId) void navigate(`/trips/${tripId}`);
      else if (e.key === "p" && tripId) void navigate(`/trips/${tripId}/supplies`);
      else if (e.key === "d" && tripId) void navigate(`/trips/${tripId}/schedule`);
      else if (e.key === "k" && tripId) void navigate(`/trips/${tripId}/kit`);
      else if (e.key === "l") void navigate("/log");
      else if (e.key === "n") void navigate("/bench");
      else if (e.key === "h") void navigate("/now");
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  });

  const days = trip.data?.stops.at(-1)?.day;
  const inner = insideOf(area, known ? tripId : undefined);
  const goes: [Area, string, string][] = [
    ["now", "/now", "Now"],
    ["trip", known ? `/trips/${tripId}` : "/trips", "Trip"],
    ["log", "/log", "Log"],
    ["gear", "/gear", "My gear"],
    ["bench", "/bench", "Bench"],
  ];
  const destinations = goes.map(([of, to, word]) => (
    <Link
      key={of}
      to={to}
      className={area === of ? "active" : undefined}
      aria-current={area === of ? "page" : undefined}
    >
      {word}
    </Link>
  ));
  return (
    <div className={help ? "frame frame-helped" : "frame"}>
      <a className="skip" href="#main">
        Skip to the page
      </a>
      {hasAction && (
        <a
          className="skip"
          href="#main-action"
          onClick={(e) => {
            e.preventDefault();
            document.getElementById("main-action")?.focus();
          }}
        >
          Skip to the main button
        </a>
      )}
      {readOnly && (
        <p className="notice-line" role="status">
          Read-only data: you can look and back up, but changes aren’t saved.
        </p>
      )}
      {!inGuide && (
        <header className="bar">
          <Link to="/" className="wordmark">
            apodemos
          </Link>
          <nav aria-label="Main" className="bar-nav">
            {destinations}
          </nav>
          <span className="bar-trip">
            {trip.data && (
              <Link to="/trips" title="All trips">
                {trip.data.name}
                {days ? ` · ${counted(days, "day")}` : ""} · {counted(trip.data.people, "person", "people")}
              </Link>
            )}
          </span>
          <SettingsMenu onHelp={() => setHelp(true)} trip={known ? tripId : undefined} />
        </header>
      )}
      {inner.length > 0 && !inGuide && !(inBrew && narrow) && (
        <nav aria-label={area === "trip" ? "Trip pages" : "Pages"} className="trip-nav">
          {inner.map(([to, word, deep]) => (
            <NavLink key={to} end={!deep} to={to}>
              {word}
            </NavLink>
          ))}
        </nav>
      )}
      {/* Its room is kept from the first, so that nothing moves from under a finger. */}
      {params.trip &&
        !trip.isError &&
        !inGuide &&
        !onPaper &&
        !(inBrew && narrow) &&
        (trip.data?.stops.length ?? 2) > 1 && (
          <Suspense fallback={<div className="ribbon-room" />}>
            {trip.data ? (
              <TripRibbon trip={trip.data} stop={Number(params.stop ?? 0)} editable={onRoute} />
            ) : (
              <div className="ribbon-room" />
            )}
          </Suspense>
        )}
      <main id="main">{finding ? <p className="loading">Reading…</p> : <Outlet context={look} />}</main>
      {!inGuide && (
        <nav aria-label="Main pages" className="thumb">
          {destinations}
        </nav>
      )}
      <Asked />
      <Notices />
      {help && (
        <Suspense>
          <Help
            onClose={() => setHelp(false)}
            onLook={
              look.can
                ? () => {
                    setHelp(false);
                    look.begin();
                  }
                : undefined
            }
          />
        </Suspense>
      )}
      {look.on && (
        <Suspense>
          <LookAround onDone={look.end} />
        </Suspense>
      )}
    </div>
  );
}

/** Asks which of two versions to keep, once it is a question. */
function Asked() {
  const [asked, setAsked] = useState<Question>();
  useEffect(() => askBy((v) => new Promise<Choice>((answer) => setAsked({ v, answer }))), []);
  if (!asked) return null;
  return (
    <Suspense>
      <VersionsDialog asked={asked} onDone={() => setAsked(undefined)} />
    </Suspense>
  );
}
