import type { Schemas, TripPlan } from "../api/client";
import { Folded } from "../app/Folded";
import { useSettings } from "../app/settings";
import { inWords, say } from "../units/units";

/** The packing list: gear with where it nests, then what is used up, each with a tick. */
export function Packing({
  plan,
  kept,
  onTick,
}: {
  plan: TripPlan;
  kept: Schemas["TripKit"];
  onTick: (packed: string[]) => void;
}) {
  const { system } = useSettings();
  const lines = plan.result.packing;
  const has = (k: string) => kept.packed.includes(k);
  const done = lines.filter((l) => has(l.key)).length;
  return (
    <Folded id="kit.packing" title={`Packing list: ${done} of ${lines.length} packed`}>
      <ul className="packing">
        {lines.map((l) => (
          <li key={l.key}>
            <label>
              <input
                type="checkbox"
                checked={has(l.key)}
                onChange={() =>
                  onTick(has(l.key) ? kept.packed.filter((p) => p !== l.key) : [...kept.packed, l.key])
                }
              />{" "}
              {say(l, system)}
            </label>
            <span className="quiet">{l.where}</span>
            <span className="num">{l.mass_g !== null && inWords(l.mass_g, "g", system)}</span>
          </li>
        ))}
        {plan.result.totals.packed_g !== null && (
          <li className="packing-sum">
            <strong>Total without water</strong>
            <span />
            <span className="num" data-testid="packed">
              {inWords(plan.result.totals.packed_g, "g", system)}
            </span>
          </li>
        )}
      </ul>
    </Folded>
  );
}
