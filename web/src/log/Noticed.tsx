import { Button } from "antd";
import { useState } from "react";
import { saveBrew } from "../api/change";
import type { BrewOut, Schemas } from "../api/client";
import { useChange } from "../api/queries";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { Unboiled } from "./Unboiled";
import { inWords, say } from "../units/units";

/** What the run says: what differed from the plan, and what of the gear is other than it was planned with. */
export function Noticed({
  noticed,
  brew,
  own,
}: {
  noticed: Schemas["Noticed"];
  brew: BrewOut;
  own: Schemas["Had"];
}) {
  const { system } = useSettings();
  const [taken, setTaken] = useState<string[]>([]);
  const take = useChange((c: Schemas["Calibrated"]) =>
    saveBrew(brew, {
      request: { ...brew.request, calibration: { ...brew.request.calibration, [c.id]: c.is } },
    }),
  );
  const { had } = noticed;
  const plan = brew.stored.plan;
  const lines: [string, number | undefined, number | null | undefined, string, boolean][] = [
    ["time", had.contact_s, plan.contact_s, "s", own.contact_s === undefined],
    ["poured", had.water_g, plan.water.poured_ml, "g", own.water_g === undefined],
    ["water", had.start_c, plan.start_c, "°C", own.start_c === undefined],
  ];
  const shown = lines.filter(([, v, , , unsaid]) => v !== undefined && unsaid);
  return (
    <>
      {had.water_unboiled && <Unboiled />}
      {shown.length > 0 && (
        <p className="care care-note" data-testid="noticed">
          {"Noted while brewing: "}
          {shown
            .map(
              ([name, v, p, unit]) =>
                `${name} ${inWords(v ?? 0, unit, system)} (planned ${inWords(p ?? 0, unit, system)})`,
            )
            .join("; ")}
          : this may explain it.
        </p>
      )}
      {noticed.proposals.map((c) => (
        <p key={c.id} className="care care-note" data-testid="calibrate">
          {say(c.text, system)}{" "}
          {taken.includes(c.id) ? (
            <strong>Applied to the plan.</strong>
          ) : (
            <Button
              size="small"
              loading={take.isPending}
              onClick={() => take.mutate(c, { onSuccess: () => setTaken((t) => [...t, c.id]) })}
            >
              Plan with it
            </Button>
          )}
        </p>
      ))}
      {take.error && <Trouble error={take.error} />}
    </>
  );
}
