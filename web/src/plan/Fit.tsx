import type { Plan, Schemas } from "../api/client";
import { useFit, useGear, useTripKit } from "../api/queries";
import { useSettings } from "../app/settings";
import { say, sentence } from "../units/units";

type Item = Schemas["Item"];

const marks = { fits: "✓", care: "△", no: "✕" };

/** Whether one's own brewer, cup, pot and burner go together for this brew, with the brewer drawn on the cup. */
export function Fit({ plan, trip }: { plan: Plan; trip: number }) {
  const { system } = useSettings();
  const gear = useGear();
  const kit = useTripKit(trip);
  const along = kit.data?.items ?? [];
  const fit = useFit(plan.request, gear.data ?? [], along).data;
  if (!fit || fit.joints.length === 0) return null;
  const worst = [...fit.joints].sort((a, b) => rank(b.level) - rank(a.level));
  return (
    <section className="fit" aria-label="Your gear for it">
      <h3>{along.length > 0 ? "With the trip’s kit" : "With my gear"}</h3>
      <div className="fit-two">
        {fit.brewer && fit.into && <OnCup brewer={fit.brewer} cup={fit.into} />}
        <ul>
          {worst.map((j) => (
            <li key={`${j.rule}${j.a}`} className={`joint-${j.level}`}>
              <span aria-hidden="true">{marks[j.level]}</span> {say(j, system)}{" "}
              {j.remedy && <span className="quiet">{sentence(j.remedy)}</span>}
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
}

const rank = (l: Schemas["Joint"]["level"]) => ({ fits: 0, care: 1, no: 2 })[l];

const H = 132;

/** A brewer on a cup or server, both as large as they are to each other. */
function OnCup({ brewer, cup }: { brewer: Item; cup: Item }) {
  const base = brewer.base_mm ?? brewer.length_mm;
  const rim = cup.rim_mm;
  if (!base || !rim || !brewer.height_mm || !cup.height_mm) return null;
  const top = brewer.length_mm ?? base;
  const outer = cup.length_mm ?? rim + 6;
  const tall = brewer.height_mm + cup.height_mm;
  const wide = Math.max(top, base, outer);
  const k = Math.min((H - 8) / tall, 130 / wide);
  const mid = 70;
  const foot = H - 4;
  const lip = foot - cup.height_mm * k;
  // Where it is no wider than the rim it goes in.
  const sunk = base <= rim ? Math.min(cup.height_mm * 0.5, brewer.height_mm) * k : 0;
  const x = (mm: number) => (mm / 2) * k;
  return (
    <svg
      width={140}
      height={H}
      role="img"
      aria-label={`${brewer.name} on ${cup.name}, drawn to scale`}
      className="fit-drawn"
    >
      <path
        className="fit-cup"
        d={`M${mid - x(outer)},${lip} L${mid - x(outer) * 0.92},${foot} H${mid + x(outer) * 0.92} L${mid + x(outer)},${lip}`}
      />
      <path
        className="fit-brewer"
        d={`M${mid - x(base)},${lip + sunk} H${mid + x(base)} M${mid - x(top)},${lip + sunk - brewer.height_mm * k} H${mid + x(top)} L${mid + x(base) * 0.5},${lip + sunk} M${mid - x(top)},${lip + sunk - brewer.height_mm * k} L${mid - x(base) * 0.5},${lip + sunk}`}
      />
    </svg>
  );
}
