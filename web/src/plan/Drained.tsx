import { limits } from "../api/limits";
import { Button } from "antd";
import { useState } from "react";
import { ApiError, type Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { own } from "../bench/own";
import { QuantityInput } from "../units/QuantityInput";
import { inWords } from "../units/units";

interface Props {
  plan: Plan;
  /** Of this dripper with its paper, where one drawdown was timed. */
  factor: number | null | undefined;
  onDrained: (s: number) => Promise<unknown>;
  onForget: () => void;
}

/** One timed drawdown, which fits this dripper with this paper. */
export function Drained({ plan, factor, onDrained, onForget }: Props) {
  const { system } = useSettings();
  const [at, setAt] = useState<number>();
  const [trouble, setTrouble] = useState<string>();
  const step = plan.steps.find((s) => s.drains);
  if (!step) return null;
  const end = Math.round(step.at_s + step.for_s);
  return (
    <div className="drained">
      {at === undefined ? (
        <Button type="text" size="small" onClick={() => setAt(end)}>
          Drained at a different time?
        </Button>
      ) : (
        <>
          <QuantityInput
            compact
            field={own("drained_s", "Drained after", "s", limits["Recipe.done_s"])}
            value={at}
            trouble={trouble}
            onChange={(v) => {
              setAt(v ?? end);
              setTrouble(undefined);
            }}
          />
          <Button
            type="primary"
            size="small"
            onClick={() =>
              onDrained(at).then(
                () => setAt(undefined),
                (e: unknown) =>
                  setTrouble(
                    (e instanceof ApiError && e.troubles[0]?.message) ||
                      (e instanceof Error ? e.message : String(e)),
                  ),
              )
            }
          >
            Fit this dripper
          </Button>
          <Button
            type="text"
            size="small"
            onClick={() => {
              setAt(undefined);
              setTrouble(undefined);
            }}
          >
            Cancel
          </Button>
        </>
      )}
      {factor != null && (
        <p className="hint">
          This dripper and paper take {inWords(100 * factor, "%", system)} of the usual time to drain.{" "}
          <Button type="link" size="small" onClick={onForget}>
            Back to usual
          </Button>
        </p>
      )}
    </div>
  );
}
