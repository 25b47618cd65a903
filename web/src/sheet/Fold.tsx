import { printed } from "../app/Reason";
import { useLayoutEffect, useRef, type ReactNode } from "react";
import type { Catalogue, TripOut, TripPlan } from "../api/client";
import { timeInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { TextsOf } from "../trips/Texts";
import { altitudeInWords, boilInWords, heatInWords, safeBoils, waterInWords } from "../trips/words";
import { say } from "../units/units";
import { BrewOnPaper, dateOf, Strip } from "./OnPaper";

type Result = TripPlan["result"];

// Where each page of the booklet lies on the sheet: the upper row upside down, and the cover at
// the right of the lower one.
const places = [5, 4, 3, 2, 6, 7, 8, 1];
const brewPages = 5;

/** One day on one sheet of A4, which folds to eight pages for a pocket. */
export function Fold({
  trip,
  r,
  day,
  catalogue,
}: {
  trip: TripOut;
  r: Result;
  day: number;
  catalogue: Catalogue;
}) {
  const { system, twelve } = useSettings();
  const brews = r.brews.filter((b) => b.day === day);
  const here = r.stops
    .map((t, i) => ({ t, s: trip.stops[i], i }))
    .filter(({ t, i }) => (t.day <= day && day < t.day + t.nights) || brews.some((b) => b.stop === i));
  const tasks = r.tasks.filter((x) => x.begins === day && x.when !== "brew");
  const each = Math.max(1, Math.floor(brewPages / Math.max(brews.length, 1)));
  const of = Math.min(each, 2);
  const pages: ReactNode[] = [
    <>
      <h1>{trip.name}</h1>
      <h2>Day {day}</h2>
      <p>{dateOf(trip, day)}</p>
      {here.map(({ t, s, i }) => (
        <p key={i}>
          <strong>{t.name}</strong>
          <br />
          {s && altitudeInWords(s, system)} · water boils at {boilInWords(t.boil_c, t.unplaced, system)}
        </p>
      ))}
    </>,
    <>
      {here.map(({ t, s, i }) => (
        <section key={i}>
          <h2>{t.name}</h2>
          <p>
            {s && <span className="first-up">{heatInWords(s, catalogue, system)}</span>}. Water:{" "}
            {s && waterInWords(s, system, t.treat_s > 0)}
            {t.treat_s > 0 && `; ${safeBoils(t)}`}. <TextsOf place={s} texts={catalogue.texts} />
          </p>
          {t.water.caution && (
            <p className="leaf-caution">
              <strong>⚠ {t.water.caution.text}</strong>
            </p>
          )}
        </section>
      ))}
    </>,
  ];
  for (const b of brews.slice(0, brewPages)) {
    for (let n = 0; n < of; n++)
      pages.push(<BrewOnPaper b={b} catalogue={catalogue} part={of > 1 ? { n, of } : undefined} />);
  }
  while (pages.length < 7) pages.push(<p className="quiet">Notes</p>);
  pages.push(
    <>
      <h2>At another altitude</h2>
      {here.map(({ t, i }) => (
        <Strip key={i} strip={t.strip} at={t.boil_c} />
      ))}
      {tasks.length > 0 && <h2>To do</h2>}
      {tasks.map((x) => (
        <p key={x.id}>
          □ {x.begins_at && <span className="num">{timeInWords(x.begins_at, twelve)} </span>}
          {say(x, system)} {x.caution && <strong>{x.caution}</strong>}
        </p>
      ))}
      {brews.length > brewPages && (
        <p className="leaf-caution">
          <strong>{brews.length - brewPages} more brews are on the sheet of the stop.</strong>
        </p>
      )}
      <p className="leaf-caution">
        <strong>⚠ {catalogue.guidance.monoxide.text}</strong> {printed(catalogue.guidance.monoxide)} Local
        rules come first.
      </p>
    </>,
  );
  return (
    <div className="fold-scroll">
      <article className="fold" aria-label={`Day ${day}, folded to eight pages`}>
        {places.map((n, at) => (
          <Eighth key={`${day}-${n}`} n={n} turned={at < 4}>
            {pages[n - 1]}
          </Eighth>
        ))}
      </article>
    </div>
  );
}

/** A page of the booklet, its letters as large as they can be. */
function Eighth({ n, turned, children }: { n: number; turned: boolean; children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const el = ref.current;
    if (!el) return;
    for (let px = 10.5; px >= 5.5; px -= 0.25) {
      el.style.fontSize = `${px}px`;
      if (el.scrollHeight <= el.clientHeight) break;
    }
  });
  return (
    <div ref={ref} className={turned ? "fold-page fold-turned" : "fold-page"}>
      {children}
      <span className="fold-number">{n}</span>
    </div>
  );
}
