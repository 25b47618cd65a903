import { Reason } from "../app/Reason";
import { memo } from "react";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { clock, say } from "../units/units";

/** The steps in words: number, moment, what to do, until when. */
export const StepList = memo(function StepList({ plan, present }: { plan: Plan; present?: string }) {
  const { system } = useSettings();
  return (
    <ol className="steps">
      {plan.steps
        .filter((s) => s.lane !== "flame")
        .map((s, i) => (
          <li key={s.id} className={present === s.id ? "step step-now" : "step"} data-step={s.id}>
            <span className="num step-no">{i + 1}</span>
            <span className="num step-at">{clock(s.at_s)}</span>
            <span>
              {say(s, system)}
              {s.sign && <em> Until {s.sign}.</em>}
              {s.to_g !== null && s.lane === "scale" && s.until !== "time" && (
                <span className="quiet"> By {clock(s.at_s + s.for_s)}.</span>
              )}
              {plan.cautions
                .filter((c) => c.step === s.id)
                .map((c) => (
                  <span key={c.id} className={`care care-${c.level}`}>
                    {c.text}{" "}
                    <span className="quiet">
                      <Reason of={c} />
                    </span>
                  </span>
                ))}
            </span>
          </li>
        ))}
    </ol>
  );
});
