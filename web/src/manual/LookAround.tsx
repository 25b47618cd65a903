import { useEffect, useId, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { useTrip, useTrips } from "../api/queries";
import { brewPath } from "../app/where";
import "./look.css";

/** How long a view is waited for before its step is told without it. */
const LATE_MS = 4000;

/** Room that the card takes, in px. */
const CARD = 210;

/** A first look around over the demo: five views, each with what it is for. */
export default function LookAround({ onDone }: { onDone: () => void }) {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [at, setAt] = useState(0);
  const [shown, setShown] = useState<number>();
  const id = useTrips().data?.[0]?.id ?? 0;
  const trip = useTrip(id).data;
  // The highest that is made of a coffee by name has most to show.
  const height = (b: { stop_id: number }) =>
    trip?.stops.find((s) => s.id === b.stop_id)?.conditions.place?.altitude_m ?? 0;
  const brew =
    trip?.brews.filter((b) => b.request.coffee?.id).sort((a, b) => height(b) - height(a))[0] ??
    trip?.brews[0];
  const plan = trip && brew ? brewPath({ trip_id: trip.id, stop_id: brew.stop_id, id: brew.id }) : "/now";
  const steps = [
    {
      path: "/now",
      part: ".hill",
      title: "Where you are",
      description:
        "Drag the dot up the hill: water boils cooler up there, and the best methods change. Values you haven’t entered are marked “assumed”.",
    },
    {
      path: `/trips/${id}`,
      part: ".ribbon",
      title: "A trip along its route",
      description:
        "Each stop has its altitude, heat and water. Touch one to see what you can brew there. Supplies, schedule and kit follow from all stops.",
    },
    {
      path: plan,
      part: ".score",
      title: "A brew in one picture",
      description:
        "Water, flame, scale and hands over one clock. Change a quantity and the picture follows. Touch a figure to see how it was worked out.",
    },
    {
      path: plan,
      part: ".brew-it",
      title: "The guide",
      description:
        "It says what to do now, and the reading to stop at. When something goes differently, it re-plans the rest. Use taps, voice or a scale; it works offline.",
    },
    {
      path: "/log",
      part: ".lb-cups",
      title: "Your cup changes the next one",
      description:
        "Log a cup in two taps, and the next plan starts from it: one change at a time, in clicks of your grinder. The menu has help for each job.",
    },
  ];
  const step = steps[at] as (typeof steps)[number];
  const ready = shown === at;

  const from = useRef(pathname);
  useEffect(() => {
    from.current = pathname;
    if (pathname !== step.path) void navigate(step.path, { replace: at > 0 });
    // The address is the step's, once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [step.path]);
  useEffect(() => {
    // Somebody who goes elsewhere meanwhile is let go; a view that is slow to come is waited for.
    if (pathname !== step.path && (ready || pathname !== from.current)) onDone();
  }, [pathname, step.path, ready, onDone]);
  useEffect(() => {
    if (pathname !== step.path) return;
    const there = Date.now();
    const timer = setInterval(() => {
      if (!document.querySelector(step.part) && Date.now() - there < LATE_MS) return;
      clearInterval(timer);
      setShown(at);
    }, 50);
    return () => clearInterval(timer);
  }, [at, pathname, step.path, step.part]);

  const title = useId();
  const on = useRef<HTMLButtonElement>(null);
  const box = useBox(ready ? step.part : undefined);
  useEffect(() => {
    if (!ready) return;
    document
      .querySelector(step.part)
      ?.scrollIntoView({ block: window.innerWidth > 700 ? "nearest" : "start" });
    on.current?.focus({ preventScroll: true });
  }, [ready, step.part]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => e.key === "Escape" && onDone();
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [onDone]);
  if (!ready) return null;
  const under = box && box.bottom + CARD < window.innerHeight;
  return (
    <>
      {box && (
        <div
          className="look-light"
          style={{ left: box.left - 5, top: box.top - 5, width: box.width + 10, height: box.height + 10 }}
        />
      )}
      <section
        role="dialog"
        aria-labelledby={title}
        className="look"
        style={
          box && window.innerWidth > 700
            ? {
                left: Math.max(12, Math.min(box.left + 40, window.innerWidth - 460)),
                ...(under
                  ? { top: box.bottom + 14 }
                  : box.top > CARD
                    ? { bottom: window.innerHeight - box.top + 14 }
                    : { bottom: 24 }),
              }
            : box && box.top > window.innerHeight / 2
              ? { top: 64, bottom: "auto" }
              : undefined
        }
      >
        <h2 id={title}>{step.title}</h2>
        <p>{step.description}</p>
        <p className="look-ways">
          <span className="num quiet">
            {at + 1} of {steps.length}
          </span>
          <span className="grow" />
          {at < steps.length - 1 && (
            <button type="button" className="link" onClick={onDone}>
              Skip
            </button>
          )}
          {at > 0 && (
            <button type="button" className="btn" onClick={() => setAt(at - 1)}>
              Back
            </button>
          )}
          <button
            ref={on}
            type="button"
            className="btn btn-primary"
            onClick={() => (at < steps.length - 1 ? setAt(at + 1) : onDone())}
          >
            {at < steps.length - 1 ? "Next" : "Finish"}
          </button>
        </p>
      </section>
    </>
  );
}

/** Where a part of the page is, wherever it is moved to, and whatever takes its place. */
function useBox(selector: string | undefined): DOMRect | undefined {
  const [box, setBox] = useState<DOMRect>();
  useEffect(() => {
    if (!selector) return;
    let frame = 0;
    const look = () => {
      const now = document.querySelector(selector)?.getBoundingClientRect();
      setBox((was) =>
        was &&
        now &&
        was.x === now.x &&
        was.y === now.y &&
        was.width === now.width &&
        was.height === now.height
          ? was
          : now,
      );
      frame = requestAnimationFrame(look);
    };
    look();
    return () => cancelAnimationFrame(frame);
  }, [selector]);
  return selector ? box : undefined;
}
