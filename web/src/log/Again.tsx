import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import type { PlanRequest, Schemas } from "../api/client";
import { addBrew, useAgain, useCatalogue, useChange, useEntry, usePlaces, useTrip } from "../api/queries";
import { lastTrip } from "../app/lastTrip";
import { Panel } from "../app/Panel";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { brewPath } from "../app/where";
import { byDay, StopSelect } from "../trips/StopSelect";
import { inWords, say } from "../units/units";
import { amountsOf, saidOf } from "./cups";

/** A cup of the log, made again at a stop: by the means there, as near as they get. */
export function Again({
  entry,
  stop: at,
  here,
  onClose,
}: {
  entry: number;
  /** Where; asked when both are left out. */
  stop?: number;
  /** Or another place, with the gear that is there. */
  here?: Schemas["Wanted"];
  onClose: () => void;
}) {
  const cup = useEntry(entry);
  return (
    <Panel title="Make this cup again" open onClose={onClose} size={460}>
      <Loaded query={cup}>
        {(l) =>
          here ? (
            <Made entry={entry} method={l.method} at={{ here }} />
          ) : (
            <There entry={entry} method={l.method} trip={l.trip_id} gone={l.gone ? 0 : l.stop_id} stop={at} />
          )
        }
      </Loaded>
    </Panel>
  );
}

/** It is made at a stop, which is asked for unless it is known. */
function There({
  entry,
  method,
  trip,
  gone,
  stop: at,
}: {
  entry: number;
  method: string;
  trip: number;
  /** The stop of the cup; 0 where it is no more. */
  gone: number;
  stop?: number;
}) {
  const current = useTrip(Number(lastTrip() ?? 0) || trip);
  const places = usePlaces();
  const stops = [
    ...byDay(current.data?.stops ?? []),
    ...(places.data?.stops ?? []).map((s) => ({ id: s.id, name: s.name })),
  ];
  const [chosen, setStop] = useState(at ?? 0);
  const stop = chosen || stops.find((s) => s.id === gone)?.id || stops[0]?.id || 0;
  if (stop === 0 && !current.isPending) return <p className="empty">There is no stop to make it at.</p>;
  return (
    <Made entry={entry} method={method} at={{ stop }}>
      {at === undefined && <StopSelect id="again-stop" value={stop} stops={stops} onChange={setStop} />}
    </Made>
  );
}

function Made({
  entry,
  method: was,
  at,
  children,
}: {
  entry: number;
  method: string;
  at: Pick<Schemas["AgainIn"], "stop" | "here">;
  children?: React.ReactNode;
}) {
  const { system } = useSettings();
  const catalogue = useCatalogue();
  const [method, setMethod] = useState(was);
  const again = useAgain(entry, { ...at, ...(method !== was && { method }) });
  const navigate = useNavigate();
  const keep = useChange(() => addBrew(at.stop ?? 0, { request: again.data?.again.request as PlanRequest }));
  const a = again.data;
  const p = a?.plan;
  const point = (c: { extraction_pct: number; tds_pct: number }) =>
    `${inWords(c.extraction_pct, "%", system)} extracted, ${inWords(c.tds_pct, "%", system, { step: 0.01 })} strong`;
  // What is made here and now is tried first; at a stop it is a brew of the stop.
  const plan = () =>
    at.here
      ? void navigate(`/now/plan?method=${method}&again=${entry}`)
      : keep.mutate(undefined, { onSuccess: (b) => void navigate(brewPath(b)) });
  return (
    <>
      <div className="fields">
        {children}
        <div className="field">
          <label htmlFor="again-method">Method</label>
          <select
            id="again-method"
            className="plain-select"
            value={method}
            onChange={(e) => setMethod(e.target.value)}
          >
            {(catalogue.data?.methods ?? []).map((m) => (
              <option key={m.id} value={m.id}>
                {m.name}
              </option>
            ))}
          </select>
        </div>
      </div>
      {again.error && <Trouble error={again.error} />}
      {a && p && (
        <div data-testid="again" aria-busy={again.isPlaceholderData}>
          <p className="lb-big">{amountsOf(p, system)}</p>
          <p>
            {a.again.alike ? "Should taste the same" : "Not quite the same"}: {point(a.again.gives)}.
          </p>
          <p className="quiet">That cup was {point(a.again.wanted)}, by the model.</p>
          {a.lacks && (
            <p className="trouble" role="alert">
              {a.lacks}
            </p>
          )}
          {a.again.not.map((n) => (
            <p key={n.text}>{say(n, system)}</p>
          ))}
          {a.before.length > 0 && (
            <p className="quiet">
              Here before:{" "}
              {a.before.map((l, i) => (
                <span key={l.id}>
                  {i > 0 && "; "}
                  {l.clicks !== null && `${inWords(l.clicks, "clicks", system)}, `}
                  <Link to={`/log/${l.id}`}>{saidOf(l)}</Link>
                </span>
              ))}
              .
            </p>
          )}
          <p>
            <Button
              type="primary"
              loading={keep.isPending}
              disabled={again.isPlaceholderData || (at.here !== undefined && a.lacks !== "")}
              onClick={plan}
            >
              {at.here ? "Plan it" : "Plan it there"}
            </Button>
          </p>
          {keep.error && <Trouble error={keep.error} />}
        </div>
      )}
      {!a && again.isPending && <p role="status">Working it out…</p>}
    </>
  );
}
