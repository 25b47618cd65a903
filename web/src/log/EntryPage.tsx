import { Button } from "antd";
import { Link, useNavigate, useParams } from "react-router";
import { moment } from "../api/change";
import { carryRun } from "../pocket/runs";
import { addLog, useBrew, useCatalogue, useChange, useNoticed, useTrip } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { over, useStored } from "../app/useStored";
import { inWords } from "../units/units";
import { BrewedAt, isAhead } from "./BrewedAt";
import { Noticed } from "./Noticed";
import { TasteForm, untasted, type TasteValues } from "./TasteForm";
import { brewPath } from "../app/where";
import { LastCups } from "../plan/LastCups";
import { myName } from "../app/me";
import "./log.css";

/** What is written down, and when it was brewed, by the clock here, where that is not now. */
type Entry = TasteValues & { brewed?: string };

const stored = over<Entry & { sediment?: number }>(untasted);
/** A draft of before had the silt under another name. */
const read = (text: string | null): Entry => {
  const { sediment, ...t } = stored(text);
  return Object.keys(t).length === 0 && sediment === undefined
    ? untasted
    : sediment === undefined
      ? t
      : { ...t, silt: t.silt ?? sediment };
};
const write = (t: Entry) => (t === untasted ? null : JSON.stringify(t));

/** Writes down how a brew tasted. What is not saved stays on this device. */
export default function EntryPage() {
  const params = useParams();
  const id = Number(params.brew);
  const brew = useBrew(id);
  const trip = useTrip(Number(params.trip ?? 0));
  const catalogue = useCatalogue();
  const noticed = useNoticed(id);
  const navigate = useNavigate();
  const { system } = useSettings();
  const { value: taste, set: setTaste } = useStored(`taste.${id}`, read, write);
  const save = useChange(({ brewed, ...t }: Entry) =>
    // Cups of a device that said whose it is are theirs.
    addLog(id, { ...t, by: t.by ?? myName(), brewed_at: moment(brewed ? new Date(brewed) : new Date()) }),
  );
  const ahead = isAhead(taste.brewed);
  return (
    <div className="page entry">
      <Loaded query={brew}>
        {/* What the instruments saw stands above the form: both come at once, so that nothing moves under a finger. */}
        {(b) =>
          noticed.isPending ? null : (
            <>
              <h1>How was it?</h1>
              <p className="quiet">
                {catalogue.data?.names[b.request.method] ?? "a brew"}
                {b.name && <span data-own-words>, {b.name}</span>}
                {trip.data && (
                  <span data-own-words>, {trip.data.stops.find((s) => s.id === b.stop_id)?.name}</span>
                )}{" "}
                · {inWords(b.stored.plan.dose_g ?? 0, "g", system)} to{" "}
                {inWords(b.stored.plan.water.poured_ml ?? 0, "g", system)}
                {b.request.coffee?.name && <span data-own-words> · {b.request.coffee.name}</span>}
              </p>
              {noticed.data && <Noticed noticed={noticed.data} brew={b} own={taste.run ?? {}} />}
              <TasteForm
                value={taste}
                onChange={setTaste}
                coffee={b.request.coffee?.id}
                planned={{
                  dose_g: b.stored.plan.dose_g ?? undefined,
                  water_g: b.stored.plan.water.poured_ml ?? undefined,
                  added_ml: b.stored.plan.water.dilution_ml ?? undefined,
                  clicks: b.stored.plan.grind.clicks,
                  contact_s: b.stored.plan.contact_s ?? undefined,
                  pump: b.request.method === "pocket-pump",
                }}
              />
              <BrewedAt value={taste.brewed} onChange={(brewed) => setTaste({ ...taste, brewed })} />
              {save.error && <Trouble error={save.error} />}
              <p className="entry-keep">
                <Button
                  type="primary"
                  size="large"
                  loading={save.isPending}
                  disabled={ahead}
                  onClick={() =>
                    save.mutate(taste, {
                      onSuccess: () => {
                        setTaste(untasted);
                        carryRun(b, undefined);
                        // To the plan: there stands what to change next.
                        void navigate(`${brewPath(b)}?tasted=1`);
                      },
                    })
                  }
                >
                  Save the cup
                </Button>{" "}
                <Link to={brewPath(b)}>Back to the plan</Link>
              </p>
              {b.tastings > 0 && <LastCups brew={b.id} />}
            </>
          )
        }
      </Loaded>
    </div>
  );
}
