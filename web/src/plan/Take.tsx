import { memo } from "react";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { PlanFig } from "../units/Fig";
import { say } from "../units/units";

/** What to take and what to do with it, large, in the order in which it is used. */
export const Take = memo(function Take({ plan }: { plan: Plan }) {
  const { system } = useSettings();
  const fig = (path: string, options: Partial<Parameters<typeof PlanFig>[0]> = {}) => (
    <PlanFig plan={plan} path={path} {...options} />
  );
  const m = plan.dose_measures;
  return (
    <section className="take" aria-label="What to take">
      <div className="take-cell">
        {fig("dose_g", { big: true, label: "coffee" })}
        {m && <p className="fig-sub">{plan.request.scale ? `about ${m.words}` : m.words}</p>}
      </div>
      {/* What nobody knows is no figure. */}
      {!plan.request.coffee?.shop_ground && (
        <div className="take-cell">
          {plan.grind.clicks !== null
            ? fig("grind.clicks", { label: plan.grind.band || "grind", big: true })
            : fig("grind.um", { label: plan.grind.band || "grind", big: true })}
        </div>
      )}
      {(plan.water.heated_ml ?? 0) > 0 && (
        <div className="take-cell">{fig("water.heated_ml", { label: "water to heat", big: true })}</div>
      )}
      <div className="take-cell">{fig("water.poured_ml", { label: "onto the coffee", big: true })}</div>
      <div className="take-cell">{fig("total_s", { label: "from start to cup", big: true })}</div>
      {plan.boiling && <p className="take-heat">{say(plan.boiling, system)}</p>}
    </section>
  );
});
