import { Button } from "antd";
import { useState } from "react";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { own } from "../bench/own";
import { QuantityInput } from "../units/QuantityInput";
import { clock, inWords } from "../units/units";

interface Props {
  plan: Plan;
  /** Of this dripper with its paper, where one drawdown was timed. */
  factor: number | null | undefined;
  onDrained: (s: number) => void;
  onForget: () => void;
}

/** One timed drawdown, which fits this dripper with this paper. */
export function Drained({ plan, factor, onDrained, onForget }: Props) {
  const { system } = useSettings();
  const [at, setAt] = useState<number>();
  const step = plan.steps.find((s) => s.drains);
  if (!step) return null;
  const end = Math.round(step.at_s + step.for_s);
  return (
    <div className="drained">
      {at === undefined ? (
        <Button type="text" size="small" onClick={() => setAt(end)}>
          It drained at another time than {clock(end)}?
        </Button>
      ) : (
        <>
          <QuantityInput
            compact
            field={own("drained_s", "Drained, seconds from the first pour", "", 10, 3600)}
            value={at}
            stepMetric={5}
            onChange={(v) => setAt(v ?? end)}
          />
          <Button
            type="primary"
            size="small"
            onClick={() => {
              onDrained(at);
              setAt(undefined);
            }}
          >
            Fit this dripper
          </Button>
          <Button type="text" size="small" onClick={() => setAt(undefined)}>
            Leave it
          </Button>
        </>
      )}
      {factor != null && (
        <p className="hint">
          This dripper with this paper holds the water {inWords(100 * factor, "%", system)} of what is usual.{" "}
          <Button type="link" size="small" onClick={onForget}>
            Back to the usual
          </Button>
        </p>
      )}
    </div>
  );
}
