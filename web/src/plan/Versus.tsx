import type { Plan } from "../api/client";
import { Either } from "../app/Either";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";

const rows: {
  path: string;
  label: string;
  unit: string;
  step?: number;
  of: (p: Plan) => number | null | undefined;
}[] = [
  { path: "total", label: "Total time", unit: "s", of: (p) => p.total_s },
  { path: "hands", label: "Hands busy", unit: "s", of: (p) => p.hands_s },
  { path: "dose", label: "Coffee", unit: "g", of: (p) => p.dose_g },
  { path: "poured", label: "Water poured", unit: "ml", of: (p) => p.water.poured_ml },
  { path: "carried", label: "Water to bring", unit: "ml", of: (p) => p.water.carried_ml },
  { path: "drink", label: "To drink", unit: "ml", of: (p) => p.drink_ml },
  { path: "start", label: "Water at first contact", unit: "°C", of: (p) => p.start_c },
  { path: "contact", label: "Contact", unit: "s", of: (p) => p.contact_s },
  { path: "grind", label: "Grind", unit: "µm", of: (p) => p.grind.um },
  { path: "extraction", label: "Extraction", unit: "%", of: (p) => p.strength.extraction_pct },
  { path: "strength", label: "Strength", unit: "%", step: 0.01, of: (p) => p.strength.tds_pct },
  { path: "cup", label: "In the cup", unit: "°C", of: (p) => p.cup_c },
  { path: "fuel", label: "Fuel", unit: "g", of: (p) => p.heat?.fuel_g },
];

/** What differs between two plans, as a table over their scores. */
export function Versus({
  plan,
  other,
  name,
  otherName,
  same,
  onSame,
}: {
  plan: Plan;
  other: Plan;
  name: string;
  otherName: string;
  /** Whether the other uses this one's coffee and water; undefined if that is no question. */
  same?: boolean;
  onSame: (same: boolean) => void;
}) {
  const { system } = useSettings();
  const differ = rows.flatMap((r) => {
    const a = r.of(plan);
    const b = r.of(other);
    if (a === null || a === undefined || b === null || b === undefined) return [];
    const [here, there] = [a, b].map((v) => inWords(v, r.unit, system, { step: r.step }));
    // Equal figures are left out.
    return here === there ? [] : [{ ...r, here, there }];
  });
  const dose = (p: Plan) => Math.round((p.dose_g ?? 0) * 2);
  return (
    <div className="versus" data-testid="versus">
      {differ.length === 0 ? (
        <p>Nothing differs.</p>
      ) : (
        <table className="plain">
          <thead>
            <tr>
              <th>
                <span className="sr">Figure</span>
              </th>
              <th className="right">{name}</th>
              <th className="right">{otherName}</th>
            </tr>
          </thead>
          <tbody>
            {differ.map((r) => (
              <tr key={r.path}>
                <th scope="row">{r.label}</th>
                <td className="num right">{r.here}</td>
                <td className="num right">{r.there}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {same !== undefined && (
        <p className="versus-same">
          <Either<"same" | "own">
            label="Made with"
            value={same ? "same" : "own"}
            options={[
              { label: "the same coffee and water", value: "same" },
              { label: "its own recipe", value: "own" },
            ]}
            onChange={(to) => onSame(to === "same")}
          />
          {same && dose(plan) !== dose(other) && (
            <span className="quiet"> It needs a different amount, so it uses its own recipe.</span>
          )}
        </p>
      )}
    </div>
  );
}
