import type { Plan } from "../api/client";

/**
 * The drink in each cup with which the scale stops at `grams`: what more is poured, in every batch or cup, is
 * more drink, less what the coffee that goes with it keeps. In ml, to what can be set.
 */
export function cupFor(plan: Plan, last: number, grams: number): number {
  const { poured_ml: poured, retained_ml: kept, dilution_ml: added } = plan.water;
  const cup = plan.request.cup_ml ?? 225;
  const people = plan.request.drinkers ?? 1;
  const drink = plan.drink_ml ?? cup * people;
  if (!poured || !last) return cup;
  const more = (grams - last) * (poured / last);
  // A dose that is set keeps what it keeps; one that follows the water grows with it.
  const share = plan.request.dose_g === undefined ? 1 - (kept ?? 0) / poured : 1;
  const whole = more * share * (drink / Math.max(drink - (added ?? 0), 1));
  // Shared among many, a step of the scale is less than a millilitre of each cup: then it is one.
  const by = Math.round(whole / people) || Math.sign(grams - last);
  return Math.min(1000, Math.max(20, Math.round(cup) + by));
}
