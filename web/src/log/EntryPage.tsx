import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import { addLog, useBrew, useCatalogue, useChange, useTrip } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { over, useStored } from "../app/useStored";
import { inWords } from "../units/units";
import { TasteForm, untasted, type TasteValues } from "./TasteForm";
import { brewPath } from "../app/where";
import "./log.css";

const read = over<TasteValues>(untasted);
const write = (t: TasteValues) => (t === untasted ? null : JSON.stringify(t));

/** Writes down how a brew tasted. What is not saved stays on this device. */
export default function EntryPage() {
  const params = useParams();
  const id = Number(params.brew);
  const brew = useBrew(id);
  const trip = useTrip(Number(params.trip));
  const catalogue = useCatalogue();
  const navigate = useNavigate();
  const { system } = useSettings();
  const { value: taste, set: setTaste } = useStored(`taste.${id}`, read, write);
  const save = useChange((t: TasteValues) =>
    addLog(id, { ...t, brewed_at: new Date().toISOString().replace(/\.\d+Z$/, "Z") }),
  );
  return (
    <div className="page entry">
      <Loaded query={brew}>
        {(b) => (
          <>
            <h1>How did it come out?</h1>
            <p className="quiet">
              {catalogue.data?.methods.find((m) => m.id === b.request.method)?.name ?? "a brew"}
              {b.name && <>, {b.name}</>}
              {trip.data && <>, {trip.data.stops.find((s) => s.id === b.stop_id)?.name}</>} ·{" "}
              {inWords(b.stored.plan.dose_g ?? 0, "g", system)} to{" "}
              {inWords(b.stored.plan.water.poured_ml ?? 0, "ml", system)}
            </p>
            <TasteForm value={taste} onChange={setTaste} />
            {save.error && <Trouble error={save.error} />}
            <p>
              <Button
                type="primary"
                loading={save.isPending}
                onClick={() =>
                  save.mutate(taste, {
                    onSuccess: () => {
                      setTaste(untasted);
                      void navigate("/log");
                    },
                  })
                }
              >
                Keep it in the log
              </Button>{" "}
              <Link to={brewPath(b)}>Back to the plan</Link>
            </p>
          </>
        )}
      </Loaded>
    </div>
  );
}
