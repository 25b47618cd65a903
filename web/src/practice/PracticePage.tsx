import { Button, Select } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { limits } from "../api/limits";
import { ApiError } from "../api/client";
import { useCatalogue, useInfo, usePlan } from "../api/queries";
import { Folded } from "../app/Folded";
import { Loaded, Trouble } from "../app/Trouble";
import { NumberField } from "../units/NumberField";
import { Exercises } from "./Exercises";
import { Whole } from "./Whole";
import "../guide/guide.css";
import "./practice.css";

/** Practice, without using up coffee: a whole brew by one's own hand on the virtual brewer, or a piece of one. */
export default function PracticePage() {
  const [search, setSearch] = useSearchParams();
  const catalogue = useCatalogue();
  const info = useInfo();
  // What an old link names and the catalogue does not is left.
  const known = catalogue.data?.methods.find((m) => m.id === search.get("method"));
  const method = known?.id ?? "cone";
  const school = known?.schools.find((s) => s.id === search.get("school"))?.id;
  const altitude = Number(search.get("altitude") ?? 1200);
  const put = (part: Record<string, string | undefined>) => {
    const next = new URLSearchParams(search);
    for (const [k, v] of Object.entries(part))
      if (v === undefined) next.delete(k);
      else next.set(k, v);
    setSearch(next, { replace: true });
  };
  const request = {
    method,
    ...(school && { school }),
    drinkers: 1,
    scale: true,
    place: { altitude_m: altitude },
    water: { source: "tap" as const },
  };
  const plan = usePlan(catalogue.data && request);
  const tooHigh =
    plan.error instanceof ApiError
      ? plan.error.troubles.find((t) => t.field === "place.altitude_m")?.message
      : undefined;
  const [round, setRound] = useState(0);
  return (
    <div className="page practice">
      <h1>Practice</h1>
      <Folded id="practice.how" title="No coffee used">
        <p className="quiet">
          It is made on a virtual brewer. What this copy does is the model of the plans, with the differences
          that a stove, a draught and a grinder have.
        </p>
      </Folded>
      <div className="pr-choose">
        <NumberField
          id="practice-altitude"
          label="Altitude"
          unit="m"
          {...limits["Place.altitude_m"]}
          value={altitude}
          trouble={tooHigh}
          onChange={(v) => v !== undefined && put({ altitude: String(v) })}
        />
      </div>
      {!tooHigh && <Exercises altitude={altitude} />}
      <h2>A whole brew</h2>
      <Loaded query={catalogue}>
        {(c) => (
          <div className="pr-choose">
            <label htmlFor="practice-method">Method</label>
            <Select
              id="practice-method"
              value={`${method}/${school ?? c.methods.find((m) => m.id === method)?.schools[0]?.id ?? ""}`}
              popupMatchSelectWidth={false}
              options={c.methods
                .filter((m) => m.id !== "serve-concentrate" && m.id !== "cold-concentrate")
                .flatMap((m) =>
                  m.schools.map((s) => ({ value: `${m.id}/${s.id}`, label: `${m.name}: ${s.name}` })),
                )}
              onChange={(v) => {
                const [m, s] = v.split("/");
                put({ method: m, school: s });
                setRound(round + 1);
              }}
            />
            <Button onClick={() => setRound(round + 1)}>Start over</Button>
          </div>
        )}
      </Loaded>
      {plan.error
        ? !tooHigh && <Trouble error={plan.error} />
        : plan.data &&
          info.data && (
            <Whole
              key={`${method}/${school ?? ""}/${altitude}/${round}`}
              plan={plan.data}
              rate={info.data.clock_rate}
            />
          )}
    </div>
  );
}
