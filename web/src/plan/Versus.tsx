import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";

const rows: {
  path: string;
  label: string;
  unit: string;
  step?: number;
  of: (p: Plan) => number | null | undefined;
}[] = [
  { path: "total", label: "in all", unit: "s", of: (p) => p.total_s },
  { path: "hands", label: "hands", unit: "s", of: (p) => p.hands_s },
  { path: "dose", label: "coffee", unit: "g", of: (p) => p.dose_g },
  { path: "carried", label: "water to bring", unit: "ml", of: (p) => p.water.carried_ml },
  { path: "start", label: "at contact", unit: "°C", of: (p) => p.start_c },
  { path: "contact", label: "contact", unit: "s", of: (p) => p.contact_s },
  { path: "grind", label: "grind", unit: "µm", of: (p) => p.grind.um },
  { path: "extraction", label: "extraction", unit: "%", of: (p) => p.strength.extraction_pct },
  { path: "strength", label: "strength", unit: "%", step: 0.01, of: (p) => p.strength.tds_pct },
  { path: "cup", label: "in the cup", unit: "°C", of: (p) => p.cup_c },
  { path: "fuel", label: "fuel", unit: "g", of: (p) => p.heat?.fuel_g },
];

/** Two plans in one line of figures; the other is drawn thin in the score. */
export function Versus({
  plan,
  other,
  name,
  beside,
}: {
  plan: Plan;
  other: Plan;
  name: string;
  /** It is drawn beside this one, and not thin in it. */
  beside?: boolean;
}) {
  const { system } = useSettings();
  return (
    <p className="versus" data-testid="versus">
      <span className="quiet">This, and {beside ? name : `with ${name} (dotted)`}:</span>{" "}
      {rows.map((r) => {
        const a = r.of(plan);
        const b = r.of(other);
        if (a === null || a === undefined || b === null || b === undefined) return null;
        const [here, there] = [a, b].map((v) => inWords(v, r.unit, system, { step: r.step }));
        // What does not differ need not be read.
        if (beside && here === there) return null;
        return (
          <span key={r.path} className="versus-pair">
            {r.label} <span className="num">{here}</span> <span className="num quiet">{there}</span>
          </span>
        );
      })}
    </p>
  );
}
