import { Reason } from "../app/Reason";
import type { Catalogue, Plan } from "../api/client";
import type { ComponentProps } from "react";
import { Folded } from "../app/Folded";
import { useSettings } from "../app/settings";
import { say } from "../units/units";
import { ControlChart } from "./ControlChart";
import { Drained } from "./Drained";
import { Figures } from "./Figures";
import { Fit } from "./Fit";

/** What explains a plan, below what to do: figures, fit, strength and notes. */
export function Folds({
  plan,
  trip,
  catalogue,
  drained,
  onDrained,
  onForget,
}: {
  plan: Plan;
  trip: number;
  catalogue: Catalogue;
  drained: number | undefined;
  onDrained: ComponentProps<typeof Drained>["onDrained"];
  onForget: () => void;
}) {
  const { system } = useSettings();
  return (
    <div className="plan-folds">
      <Folded id="plan.figures" title="Figures">
        <Figures plan={plan} guidance={catalogue.guidance} />
      </Folded>
      <Folded id="plan.fit" title="How your gear fits">
        <Fit plan={plan} trip={trip} />
      </Folded>
      <Folded id="plan.cup" title="Strength and extraction">
        <ControlChart plan={plan} guidance={catalogue.guidance} />
        <Drained plan={plan} factor={drained} onDrained={onDrained} onForget={onForget} />
      </Folded>
      <Folded id="plan.notes" title="Notes" className="remarks">
        {plan.notes.map((n) => (
          <p key={n.id} className="remark">
            <strong>{say(n, system)}</strong> {n.why}
          </p>
        ))}
        {plan.alternatives.map((a) => (
          <p key={a.id} className="remark remark-note">
            <strong>{a.text}</strong> {a.cost}
          </p>
        ))}
        {plan.cautions
          .filter((c) => c.step === "" && !c.first && c.level === "note")
          .map((c) => (
            <p key={c.id} className={`remark remark-${c.level}`}>
              <strong>{c.text}</strong> <Reason of={c} />
            </p>
          ))}
      </Folded>
    </div>
  );
}
