import { useHomeNumbers } from "./homeNumbers";
import { Suspense, useEffect, useRef, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from "react-router";
import { useInfo, useTrip, useTrips } from "../api/queries";
import { inPocket, mode } from "../pocket/mode";
import { askBy, type Choice } from "../api/change";
import { deviceFor } from "./device";
import { Loaded } from "./Trouble";
import { lastTrip, rememberTrip } from "./lastTrip";
import { useSettings } from "./settings";
import type { Question } from "./VersionsDialog";
import { Either } from "./Either";
import { fetched, later } from "./fetched";
import { TripRibbon } from "./lazyRibbon";
import { Notices } from "./Notices";
import type { ThemeName } from "../theme/tokens";
import { counted, isUs, unitOf, type System } from "../units/units";
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

/** The same units with volumes told the other way. */
const otherVolumes: Record<System, System> = {
  metric: "metric-dl",
  "metric-dl": "metric",
  us: "us-cups",
  "us-cups": "us",
};

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
  const inGuide = pathname.endsWith("/guide");
  const onPaper = pathname.endsWith("/sheet");
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
      else if (e.key === "p" && tripId) void navigate(`/trips/${tripId}/provisions`);
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
  return (
    <div className={help ? "frame frame-helped" : "frame"}>
      <a className="skip" href="#main">
        Skip to the page
      </a>
      {readOnly && (
        <p className="notice-line" role="status">
          The data directory can only be read: look, and back it up. Nothing that you change is kept.
        </p>
      )}
      <header className="bar">
        <Link to="/" className="wordmark">
          apodemos
        </Link>
        <nav aria-label="Main" className="bar-nav">
          <NavLink to="/now" className={({ isActive }) => (isActive || pathname === "/" ? "active" : "")}>
            Now
          </NavLink>
          <NavLink
            to={known ? `/trips/${tripId}` : "/trips"}
            className={({ isActive }) =>
              isActive && !/\/(provisions|schedule|sheet|kit)$/.test(pathname) ? "active" : ""
            }
          >
            Route
          </NavLink>
          {known && <NavLink to={`/trips/${tripId}/provisions`}>Provisions</NavLink>}
          {known && <NavLink to={`/trips/${tripId}/schedule`}>Schedule</NavLink>}
          {known && <NavLink to={`/trips/${tripId}/kit`}>Kit</NavLink>}
          <NavLink
            to="/log"
            className={({ isActive }) =>
              isActive || /^\/(coffees|recipes|blind|deleted)/.test(pathname) ? "active" : ""
            }
          >
            Log
          </NavLink>
          <NavLink to="/bench">Bench</NavLink>
          <NavLink to="/shelf">Shelf</NavLink>
        </nav>
        <span className="bar-trip">
          {trip.data && (
            <Link to="/trips" title="All trips">
              {trip.data.name}
              {days ? ` · ${counted(days, "day")}` : ""} · {counted(trip.data.people, "person", "people")}
            </Link>
          )}
        </span>
        <button
          type="button"
          className="bar-button bar-volumes"
          aria-label={`Volumes in ${unitOf("ml", settings.system)}; change`}
          title="What volumes are told in"
          onClick={() => settings.set({ system: otherVolumes[settings.system] })}
        >
          {unitOf("ml", settings.system)}
        </button>
        <Either<System>
          label="Units"
          value={isUs(settings.system) ? "us" : "metric"}
          options={[
            { label: "metric", value: "metric" },
            { label: "US", value: "us" },
          ]}
          onChange={(system) => settings.set({ system })}
        />
        <Either<ThemeName>
          label="Theme"
          value={settings.theme}
          options={[
            { label: "day", value: "day" },
            { label: "headlamp", value: "headlamp" },
          ]}
          onChange={(theme) => settings.set({ theme })}
        />
        <button
          type="button"
          className="bar-button bar-keys"
          aria-label="How to, words and keys"
          title="How to, words and keys"
          aria-expanded={help}
          onClick={() => setHelp(!help)}
        >
          ?
        </button>
      </header>
      {params.trip && known && !inGuide && (
        <nav aria-label="Of the trip" className="trip-nav">
          {(
            [
              ["", "Route"],
              ["/provisions", "Provisions"],
              ["/schedule", "Schedule"],
              ["/kit", "Kit"],
              ["/sheet", "Sheet"],
            ] as const
          ).map(([end, word]) => (
            <NavLink key={word} end to={`/trips/${tripId}${end}`}>
              {word}
            </NavLink>
          ))}
          <Link to="/trips">All trips</Link>
        </nav>
      )}
      {/* Its room is kept from the first, so that nothing moves from under a finger. */}
      {params.trip && !trip.isError && !inGuide && !onPaper && (trip.data?.stops.length ?? 2) > 1 && (
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
        <nav aria-label="Places to go" className="thumb">
          {(
            [
              [
                "/now",
                "Now",
                pathname === "/" || pathname.startsWith("/now") || pathname.startsWith("/places"),
              ],
              [known ? `/trips/${tripId}` : "/trips", "Trips", /^\/(trips|import)/.test(pathname)],
              ["/log", "Logbook", /^\/(log|coffees|recipes|blind|deleted)/.test(pathname)],
              ["/bench", "Bench", pathname.startsWith("/bench")],
              ["/shelf", "Shelf", pathname === "/shelf"],
            ] as const
          ).map(([to, word, on]) => (
            <Link
              key={word}
              to={to}
              className={on ? "active" : undefined}
              aria-current={on ? "page" : undefined}
            >
              {word}
            </Link>
          ))}
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
