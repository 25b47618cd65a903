import { memo } from "react";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { PlanFig } from "../units/Fig";
import { clock, figure, inWords, say } from "../units/units";

/** What to take and what to do with it, large, in the order in which it is used. */
export const Take = memo(function Take({ plan }: { plan: Plan }) {
  const { system } = useSettings();
  const fig = (path: string, options: Partial<Parameters<typeof PlanFig>[0]> = {}) => (
    <PlanFig plan={plan} path={path} {...options} />
  );
  const m = plan.dose_measures;
  const readings = plan.steps.filter((s) => s.lane === "scale" && s.to_g !== null && s.until === "weight");
  return (
    <section className="take" aria-label="What to take">
      {fig("dose_g", { big: true })}
      {m && (
        <p className="fig-sub">
          {m.count} × {m.name}{" "}
          <span className="quiet">
            ({m.error_g >= 0 ? "+" : "−"}
            {inWords(Math.abs(m.error_g), "g", system)})
          </span>
        </p>
      )}
      {plan.grind.clicks !== null
        ? fig("grind.clicks", { label: "Grind", big: true })
        : fig("grind.um", { label: "Grind", big: true })}
      {plan.grind.band && <p className="fig-sub quiet">{plan.grind.band}</p>}
      {fig("water.poured_ml", { label: "Water on the coffee", big: true })}
      {(plan.water.heated_ml ?? 0) > 0 && fig("water.heated_ml", { label: "Into the kettle" })}
      <p className="take-heat">{plan.boiling ? say(plan.boiling, system) : null}</p>
      {readings.length > 0 && (
        <ol className="take-readings" aria-label="Readings of the scale">
          {readings.map((s) => (
            <li key={s.id} title={say(s, system)}>
              <span className="num">
                {figure(s.to_g ?? 0, "g", system).text}
                <small>{"\u2009" + figure(s.to_g ?? 0, "g", system).unit}</small>
              </span>
              <small>
                by <span className="num">{clock(s.at_s + s.for_s)}</span>
              </small>
            </li>
          ))}
        </ol>
      )}
      {fig("total_s", { label: "In all", big: true })}
    </section>
  );
});
