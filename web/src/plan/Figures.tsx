import { memo, useState, type ReactNode } from "react";
import type { Plan, Schemas } from "../api/client";
import { counted } from "../units/units";
import { PlanFig } from "../units/Fig";

/** What nobody can tell of a bed that clogs. */
const Clogged = ({ labels }: { labels: string[] }) =>
  labels.map((label) => (
    <p key={label} className="fig fig-none">
      <span className="fig-label">{label}</span>
      <span className="fig-value">clogged</span>
    </p>
  ));

/** The figures of a plan, in groups; each opens its working. */
export const Figures = memo(function Figures({
  plan,
  guidance,
}: {
  plan: Plan;
  guidance: Schemas["Guidance"];
}) {
  const fig = (path: string, options: Partial<Parameters<typeof PlanFig>[0]> = {}) => (
    <PlanFig key={path} plan={plan} path={path} {...options} />
  );
  // On a phone the groups are closed: what is used stands above them.
  const [wide] = useState(() => window.innerWidth > 900);
  const group = (title: string, inside: ReactNode) => (
    <details open={wide} className="fig-group">
      <summary>{title}</summary>
      {inside}
    </details>
  );
  return (
    <div className="figures">
      {group(
        "The coffee",
        <>
          {plan.dose_each_g !== null && plan.dose_each_g < (plan.dose_g ?? 0) - 0.01 && fig("dose_each_g")}
          {fig("ratio_g_per_l")}
          {fig("grind.um", { label: `Grind: ${plan.grind.band}` })}
        </>,
      )}
      {group(
        "Hot enough",
        <>
          {fig("boil_c", { label: "Boils here at", fine: true, big: true, plusMinus: true })}
          {fig("target_c", { label: "Recipe’s aim" })}
          {fig("start_c", { label: "Water at first contact" })}
          {fig("wait_s", plan.wait_s === 0 ? { word: "none" } : {})}
          {fig("slurry_c")}
          {plan.clogged && <Clogged labels={["In the cup", "Contact"]} />}
          {fig("cup_c")}
          {fig("drinkable_s")}
          {fig("hands_s")}
          {fig("contact_s")}
          {fig("reference_contact_s")}
        </>,
      )}
      {group(
        "The cup",
        <>
          {plan.clogged && <Clogged labels={["Extraction", "Strength"]} />}
          {fig("strength.extraction_pct", { plusMinus: true })}
          {fig("strength.tds_pct", { plusMinus: true, step: 0.01 })}
          {fig("caffeine_mg", { plusMinus: true })}
          {plan.cups_a_day !== null && (
            <p className="fig-sub quiet">
              {counted(plan.cups_a_day, "a day stays", "a day stay")} under {guidance.caffeine_day_mg} mg a
              day
            </p>
          )}
        </>,
      )}
      {plan.heat &&
        group(
          "The fuel",
          <>
            {fig("heat.fuel_g", { plusMinus: true, big: true })}
            {fig("heat.energy_wh", { plusMinus: true, big: true })}
            {fig("heat.battery_pct")}
            {fig("heat.heat_s")}
            {fig("heat.energy_kj")}
            {plan.heat.canister && (
              <p className={`canister canister-${plan.heat.canister.verdict}`}>
                {
                  {
                    fine: "✓ The canister feeds",
                    weak: "– The canister is weak",
                    "will-not-feed": "✕ The canister will not feed",
                  }[plan.heat.canister.verdict]
                }
              </p>
            )}
            {fig("heat.canister.flame_pct")}
            {fig("heat.canister.start_bar")}
            {fig("heat.canister.lowest_bar")}
            {fig("heat.canister.end_c")}
            {fig("heat.canister.end_g")}
          </>,
        )}
      {group(
        "All the water",
        <>
          {fig("water.retained_ml")}
          {plan.water.dilution_ml ? fig("water.dilution_ml") : null}
          {plan.water.splash_ml ? fig("water.splash_ml") : null}
          {fig("water.concentrate_ml")}
          {fig("vials")}
          {plan.water.left_behind_ml ? fig("water.left_behind_ml") : null}
          {plan.water.boiled_off_ml ? fig("water.boiled_off_ml") : null}
          {fig("water.carried_ml")}
          {fig("water.melt_g")}
          {fig("water.snow_fresh_l")}
          {fig("water.snow_settled_l")}
          {fig("water.snow_firn_l")}
          {(plan.batches ?? 1) > 1 && fig("batches")}
        </>,
      )}
    </div>
  );
});
