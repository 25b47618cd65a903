import type { Plan } from "../api/client";
import { clock, duration, inWords, say, type System } from "../units/units";

/** The score as sentences, with the figures that the picture shows. */
export function scoreInWords(plan: Plan, system: System): string {
  const c = (v: number | null) => (v === null ? "not known" : inWords(v, "°C", system, { fine: true }));
  const out = [
    `Water boils at ${c(plan.boil_c)} here.`,
    `The recipe aims for ${c(plan.target_c)} at first contact; here it is ${c(plan.start_c)}.`,
  ];
  if (plan.heat?.heat_s) out.push(`${duration(plan.heat.heat_s)} to the boil.`);
  for (const s of plan.steps) {
    const until = s.sign ? ` Until ${s.sign}.` : "";
    const reading =
      s.to_g === null || s.until !== "weight" ? "" : ` Scale to ${inWords(s.to_g, "g", system)}.`;
    out.push(`At ${clock(s.at_s)}, for ${clock(s.for_s)}: ${say(s, system)}${reading}${until}`);
  }
  out.push(`In the grounds ${c(plan.slurry_c)}, in the cup ${c(plan.cup_c)}.`);
  return out.join(" ");
}
