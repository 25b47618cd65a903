import { usual } from "../api/limits";
import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { StopOut, TripOut } from "../api/client";
import { useCatalogue, useTrip } from "../api/queries";
import { Folded } from "../app/Folded";
import { inAWord } from "../app/inAWord";
import { Loaded, Trouble } from "../app/Trouble";
import { Menu } from "../app/Menu";
import { useSettings } from "../app/settings";
import { brewPath } from "../app/where";
import { dateInWords, timeInWords } from "../app/dates";
import { useRemove } from "../app/useUndo";
import { BagMark, DryMark, HeatMark, heatOf } from "../ribbon/Ribbon";
import { nights } from "../ribbon/places";
import { counted, inWords } from "../units/units";
import { hasDraft } from "../plan/useDraft";
import { Exports } from "./Exports";
import { EveryPanel, StopForm, TripForm } from "./LazyStopForm";
import { useArrange } from "./useArrange";
import { altitudeInWords, boilInWords, heatInWords, isDry, waterInWords } from "./words";
import "./trips.css";

export default function RoutePage() {
  const { trip: id } = useParams();
  const trip = useTrip(Number(id));
  return (
    <div className="page">
      <Loaded query={trip}>{(t) => <Route trip={t} />}</Loaded>
    </div>
  );
}

function Route({ trip: t }: { trip: TripOut }) {
  const catalogue = useCatalogue();
  const { system, twelve } = useSettings();
  const [search, setSearch] = useSearchParams();
  const [adding, setAdding] = useState(false);
  const [editing, setEditing] = useState(false);
  const [after, setAfter] = useState<StopOut>();
  const arrange = useArrange(t);
  const removeWithUndo = useRemove();
  const [every, setEvery] = useState<"morning" | "evening">();
  const highest = t.stops
    .filter((s) => s.conditions.place?.altitude_m !== undefined)
    .sort((a, b) => (b.conditions.place?.altitude_m ?? 0) - (a.conditions.place?.altitude_m ?? 0))[0];
  const chosen = search
    .get("add")
    ?.split(",")
    .map((v) => (v === "" ? undefined : Number(v)));
  return (
    <>
      <div className="heading">
        <h1>{t.name}</h1>
        <span className="quiet">
          {counted(t.people, "person", "people")}
          {t.starts_on && <> · from {dateInWords(t.starts_on)}</>}
        </span>
        <span className="grow" />
        <button type="button" className="btn" onClick={() => setAdding(true)}>
          Add a stop
        </button>
        <button type="button" className="btn" onClick={() => setEditing(true)}>
          Change the trip
        </button>
        {t.stops.length > 0 && (
          <Menu
            label="Brews…"
            items={[
              { label: "A brew every morning…", onClick: () => setEvery("morning") },
              { label: "A brew every evening…", onClick: () => setEvery("evening") },
            ]}
          />
        )}
        <Exports trip={t} />
      </div>
      {highest && (
        <p className="verdict">
          Highest: {highest.name}, {altitudeInWords(highest, system)}, where water boils at{" "}
          {boilInWords(highest.boil.boil_c, highest.boil.unplaced, system)}.
        </p>
      )}
      {every && <EveryPanel trip={t.id} meal={every} onClose={() => setEvery(undefined)} />}
      {arrange.error && <Trouble error={arrange.error} />}
      {t.stops.length === 0 ? (
        <p className="empty">
          No stop yet. Add the first place where you’ll make coffee, or{" "}
          <Link to="/import">import a file</Link> with the route.
        </p>
      ) : (
        <table className="plain stops">
          <thead>
            <tr>
              <th className="right">Day</th>
              <th>Stop</th>
              <th className="right">Altitude</th>
              <th className="right">Boils at</th>
              <th className="right">Air</th>
              <th>Heat</th>
              <th>Water</th>
              <th>Brews</th>
              <th>
                <span className="sr">Actions</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {t.stops.map((s, i) => (
              <tr key={s.id}>
                <td className="num right">
                  {s.day}
                  {nights(s) > 1 && `–${s.day + nights(s) - 1}`}
                </td>
                <td>
                  <Link to={`/trips/${t.id}/stops/${s.id}`}>{s.name}</Link>{" "}
                  {!!s.facts.resupply?.length && (
                    <span title={`Sells ${s.facts.resupply.join(", ")}`}>
                      <BagMark />
                    </span>
                  )}
                </td>
                <td className="num right">{altitudeInWords(s, system)}</td>
                <td className="num right">{boilInWords(s.boil.boil_c, s.boil.unplaced, system)}</td>
                <td className="num right">
                  {s.facts.morning_c !== undefined && s.facts.day_c !== undefined
                    ? `${inWords(s.facts.morning_c, "°C", system)} / ${inWords(s.facts.day_c, "°C", system)}`
                    : inWords(s.conditions.place?.air_c ?? usual.request["place.air_c"], "°C", system)}
                </td>
                <td>
                  <span title={heatInWords(s, catalogue.data, system)}>
                    <HeatMark shape={heatOf(s).shape} />
                    <span className="sr">{heatInWords(s, catalogue.data, system)}</span>
                  </span>
                  {s.facts.fire_ban && <span className="ban"> fire ban</span>}
                </td>
                <td>
                  {isDry(s) && <DryMark />} {waterInWords(s, system)}
                </td>
                <td>
                  {t.brews
                    .filter((b) => b.stop_id === s.id)
                    .map((b) => (
                      <Link key={b.id} className="brew-link" to={brewPath(b)}>
                        {b.at && <span className="num">{timeInWords(b.at, twelve)} </span>}
                        {inAWord(b.request.method)}
                        {b.tastings > 0 && (
                          <span className="quiet" title="made">
                            {" "}
                            ✓<span className="sr"> made</span>
                          </span>
                        )}
                        {hasDraft(b.id) && <span className="unsaved"> changed, not saved</span>}
                      </Link>
                    ))}
                </td>
                <td className="right">
                  <Menu
                    quiet
                    label="…"
                    name={`More for ${s.name}`}
                    items={[
                      { label: "Add a stop after", onClick: () => setAfter(s) },
                      { label: "Move earlier", disabled: i === 0, onClick: () => arrange.swap(i, -1) },
                      {
                        label: "Move later",
                        disabled: i === t.stops.length - 1,
                        onClick: () => arrange.swap(i, 1),
                      },
                      {
                        label: nights(s) > 1 ? "Split the stay" : "Split (one-day stay)",
                        disabled: nights(s) < 2,
                        onClick: () => arrange.split(s, Math.ceil(nights(s) / 2)),
                      },
                      { label: "Delete", onClick: () => void removeWithUndo("stop", s.id, s.name) },
                    ]}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Folded id="route.ribbon" title="Move stops in the picture">
        <p className="hint">
          To scale by distance or days: drag a stop’s ring, or press Alt and an arrow key, to move it.
          Double-click the ground to add one. By days, click a stay’s line, or press x on its stop, to split
          it.
        </p>
      </Folded>
      {(adding || chosen || after) && (
        <StopForm
          trip={t}
          after={after}
          at={chosen && { km: chosen[0] ?? 0, altitude: chosen[1], day: chosen[2] ?? 1 }}
          onClose={() => {
            setAdding(false);
            setAfter(undefined);
            setSearch({}, { replace: true });
          }}
        />
      )}
      {editing && <TripForm trip={t} onClose={() => setEditing(false)} />}
    </>
  );
}
