import { printed } from "../app/Reason";
import { Button, Segmented } from "antd";
import { useLayoutEffect, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import type { Catalogue, Schemas, TripOut, TripPlan } from "../api/client";
import { useAgain, useBestPath, useCatalogue, useTrip, useTripPlan } from "../api/queries";
import { Loaded } from "../app/Trouble";
import { dateInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { TextsOf } from "../trips/Texts";
import { altitudeInWords, boilInWords, heatInWords, safeBoils, waterInWords } from "../trips/words";
import { counted, inWords, say } from "../units/units";
import { amountsOf } from "../log/cups";
import { Fold } from "./Fold";
import { BrewOnPaper, dateOf, Strip } from "./OnPaper";
import "./sheet.css";

type Result = TripPlan["result"];

export default function SheetPage() {
  const id = Number(useParams().trip);
  const trip = useTrip(id);
  const plan = useTripPlan(id, true);
  const catalogue = useCatalogue();
  return (
    <Loaded query={trip}>
      {(t) => (
        <Loaded query={plan}>
          {(p) => <Loaded query={catalogue}>{(c) => <Sheet trip={t} plan={p} catalogue={c} />}</Loaded>}
        </Loaded>
      )}
    </Loaded>
  );
}

/** The trip on paper, in black and white: a front page, then a page a stop. */
function Sheet({ trip, plan, catalogue }: { trip: TripOut; plan: TripPlan; catalogue: Catalogue }) {
  const [size, setSize] = useState<"a5" | "a4" | "fold">("a5");
  const [day, setDay] = useState(1);
  const r = plan.result;
  return (
    <div className={`paper paper-${size}`}>
      <div className="paper-bar">
        <Button type="primary" onClick={() => window.print()}>
          Print
        </Button>
        <Segmented
          aria-label="Paper"
          value={size}
          options={[
            { value: "a5", label: "A5" },
            { value: "a4", label: "A4" },
            { value: "fold", label: "Folded sheet" },
          ]}
          onChange={setSize}
        />
        {size === "fold" && (
          <select
            className="plain-select"
            aria-label="Day"
            value={day}
            onChange={(e) => setDay(Number(e.target.value))}
          >
            {Array.from({ length: r.days }, (_, i) => (
              <option key={i} value={i + 1}>
                Day {i + 1}
              </option>
            ))}
          </select>
        )}
        <span className="quiet">
          {size === "fold"
            ? "One day on an A4 sheet: fold into eight, cut along the middle line, push the ends together."
            : "One page per stop, in black and white, in your units."}
        </span>
        <span className="grow" />
        <Link to={`/trips/${trip.id}`}>Back to the route</Link>
      </div>
      {size === "fold" ? (
        <Fold trip={trip} r={r} day={day} catalogue={catalogue} />
      ) : (
        <>
          <Front trip={trip} r={r} catalogue={catalogue} />
          {trip.stops.map((_, i) => (
            <StopSheet key={`${i}-${size}`} trip={trip} r={r} index={i} catalogue={catalogue} size={size} />
          ))}
        </>
      )}
    </div>
  );
}

/** What a page that is lost belongs to: trip, date, and which page it is. */
function Where({ trip, page, day }: { trip: TripOut; page: number; day?: number }) {
  const date = day === undefined ? undefined : dateOf(trip, day);
  return (
    <p className="leaf-where">
      <span data-own-words>{trip.name}</span>
      <span>{[date, `page ${page} of ${trip.stops.length + 1}`].filter(Boolean).join(" · ")}</span>
    </p>
  );
}

function Front({ trip, r, catalogue }: { trip: TripOut; r: Result; catalogue: Catalogue }) {
  const { system } = useSettings();
  return (
    <article className="leaf">
      <Where trip={trip} page={1} />
      <header>
        <h1>{trip.name}</h1>
        <p>
          {counted(r.days, "day")} · {counted(trip.people, "person", "people")}
          {trip.starts_on && ` · from ${dateInWords(trip.starts_on)}`}
        </p>
      </header>
      <h2>To bring and buy</h2>
      <table>
        <tbody>
          {r.buy.map((b, i) => (
            <tr key={i}>
              <td className="tick">□</td>
              <td>{b.label}</td>
              <td className="num">
                {b.packs > 0
                  ? `${b.packs} × ${inWords(b.amount / b.packs, b.unit, system)}`
                  : inWords(b.amount, b.unit, system)}
              </td>
              <td>{b.stop < 0 ? "before leaving" : `at ${r.stops[b.stop]?.name}`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2>Stops</h2>
      <table>
        <thead>
          <tr>
            <th>Day</th>
            <th>Stop</th>
            <th>Boils at</th>
            <th>Water to carry on</th>
          </tr>
        </thead>
        <tbody>
          {r.stops.map((s, i) => (
            <tr key={i}>
              <td className="num">{s.day}</td>
              <td>{s.name}</td>
              <td className="num">{boilInWords(s.boil_c, s.unplaced, system)}</td>
              <td className="num">{s.carry_ml > 0 ? inWords(s.carry_ml, "ml", system) : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2>Cautions</h2>
      {r.cautions.map((c) => (
        <p key={c.id} className="leaf-caution">
          <strong>{c.text}</strong> {printed(c)}
        </p>
      ))}
      {r.brews.some((b) => b.fuel !== "" && b.fuel !== "electric") && (
        <p className="leaf-caution">
          <strong>⚠ {catalogue.guidance.monoxide.text}</strong> {printed(catalogue.guidance.monoxide)} Follow
          local rules, land managers and carriers.
        </p>
      )}
    </article>
  );
}

// What a page has room for within its margins, in CSS pixels, and the smallest
// letters that are still read by headlamp.
const page = { a5: { room: 690, letters: 10.5 }, a4: { room: 1010, letters: 12.5 } };
const smallest = 7;

/** Letters as large as they can be with all of a stop on one page. */
function useFit(size: "a5" | "a4", on: unknown) {
  const ref = useRef<HTMLElement>(null);
  useLayoutEffect(() => {
    const el = ref.current;
    if (!el) return;
    const inside = () => {
      const css = getComputedStyle(el);
      const last = el.lastElementChild?.getBoundingClientRect().bottom ?? 0;
      return last - el.getBoundingClientRect().top - parseFloat(css.paddingTop);
    };
    for (let px = page[size].letters; px >= smallest; px -= 0.25) {
      el.style.fontSize = `${px}px`;
      if (inside() <= page[size].room) break;
    }
  }, [size, on]);
  return ref;
}

function StopSheet({
  trip,
  r,
  index,
  catalogue,
  size,
}: {
  trip: TripOut;
  r: Result;
  index: number;
  catalogue: Catalogue;
  size: "a5" | "a4";
}) {
  const { system } = useSettings();
  const s = trip.stops[index];
  const best = useBestPath().data?.best ?? 0;
  const again = useAgain(best, { stop: s?.id ?? 0 }).data;
  // It fits what stands on it.
  const ref = useFit(size, again ?? r);
  const t = r.stops[index];
  if (!s || !t) return null;
  const seen = new Set<number>();
  const brews = r.brews.filter((b) => b.stop === index && !seen.has(b.id) && seen.add(b.id));
  return (
    <article ref={ref} className={brews.length > 2 ? "leaf leaf-dense" : "leaf"}>
      <Where trip={trip} page={index + 2} day={t.day} />
      <header>
        <h1>{t.name}</h1>
        <p>
          Day {t.day}
          {t.nights > 1 && `–${t.day + t.nights - 1}`} · {altitudeInWords(s, system)} · water boils at{" "}
          <strong>{boilInWords(t.boil_c, t.unplaced, system)}</strong>
        </p>
      </header>
      <p className="leaf-facts">
        <span className="first-up">{heatInWords(s, catalogue, system)}</span>. Water:{" "}
        {waterInWords(s, system, t.treat_s > 0)}
        {t.treat_s > 0 && `; ${safeBoils(t)}`}
        {t.carry_ml > 0 && `. Carry on ${inWords(t.carry_ml, "ml", system)}`}.{" "}
        <TextsOf place={s} texts={catalogue.texts} />
      </p>
      {t.water.caution && (
        <p className="leaf-caution leaf-water">
          <strong>⚠ {t.water.caution.text}</strong> {printed(t.water.caution)}
        </p>
      )}
      <Strip strip={t.strip} at={t.boil_c} />
      {brews.length === 0 && <p>No brew planned here.</p>}
      {again && again.lacks === "" && <BestHere again={again} catalogue={catalogue} />}
      <div className="leaf-brews">
        {brews.map((b, i) => (
          <BrewOnPaper
            key={b.id}
            b={b}
            catalogue={catalogue}
            but={t.water.caution?.id}
            said={brews.slice(0, i).flatMap((o) => (o.cautions ?? []).map((c) => c.id))}
          />
        ))}
      </div>
    </article>
  );
}

/** One's best cup so far, as it comes out alike at a stop. */
function BestHere({
  again: { again, plan: p },
  catalogue,
}: {
  again: Schemas["AgainOut"];
  catalogue: Catalogue;
}) {
  const { system } = useSettings();
  if (!p) return null;
  return (
    <p className="leaf-figures" data-testid="best-here">
      Your best, here: {catalogue.names[p.request.method]}, {amountsOf(p, system)}.{" "}
      {again.alike ? "It should taste the same." : again.not.map((n) => say(n, system)).join(" ")}
    </p>
  );
}
