import { Button } from "antd";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { useCatalogue, useTrip } from "../api/queries";
import { Loaded } from "../app/Trouble";
import { useSettings } from "../app/settings";
import { HeatMark, heatOf } from "../ribbon/Ribbon";
import { inWords } from "../units/units";
import { hasDraft } from "../plan/useDraft";
import { StopForm } from "./LazyStopForm";
import { heatInWords, waterInWords } from "./words";
import "./trips.css";

export default function RoutePage() {
  const { trip: id } = useParams();
  const trip = useTrip(Number(id));
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const [adding, setAdding] = useState(false);
  return (
    <div className="page">
      <Loaded query={trip}>
        {(t) => (
          <>
            <div className="heading">
              <h1>{t.name}</h1>
              <span className="quiet">
                {t.people} {t.people === 1 ? "person" : "people"}
                {t.starts_on && <> · from {t.starts_on}</>}
              </span>
              <span className="grow" />
              <Button onClick={() => setAdding(true)}>Add a stop</Button>
            </div>
            {t.stops.length === 0 ? (
              <p className="empty">No stop yet. Add the first place where you will make coffee.</p>
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
                  </tr>
                </thead>
                <tbody>
                  {t.stops.map((s) => (
                    <tr key={s.id}>
                      <td className="num right">{s.day}</td>
                      <td>
                        <Link to={`/trips/${t.id}/stops/${s.id}`}>{s.name}</Link>
                      </td>
                      <td className="num right">
                        {inWords(s.conditions.place?.altitude_m ?? 0, "m", system)}
                      </td>
                      <td className="num right">{inWords(s.boil.boil_c, "°C", system, { fine: true })}</td>
                      <td className="num right">{inWords(s.conditions.place?.air_c ?? 20, "°C", system)}</td>
                      <td>
                        <HeatMark shape={heatOf(s).shape} /> {heatInWords(s, catalogue.data, system)}
                      </td>
                      <td>{waterInWords(s, system)}</td>
                      <td>
                        {t.brews
                          .filter((b) => b.stop_id === s.id)
                          .map((b) => (
                            <Link
                              key={b.id}
                              className="brew-link"
                              to={`/trips/${t.id}/stops/${s.id}/brews/${b.id}`}
                            >
                              {b.at && <span className="num">{b.at} </span>}
                              {catalogue.data?.methods.find((m) => m.id === b.request.method)?.name ??
                                b.request.method}
                              {hasDraft(b.id) && <span className="unsaved"> changed, not saved</span>}
                            </Link>
                          ))}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {adding && <StopForm trip={t} onClose={() => setAdding(false)} />}
          </>
        )}
      </Loaded>
    </div>
  );
}
