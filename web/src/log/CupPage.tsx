import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { saveLog } from "../api/change";
import type { LogEntry } from "../api/client";
import { closing, useCatalogue, useChange, useAsMade, useEntry, useHadPlan, usePlanOf } from "../api/queries";
import { Panel } from "../app/Panel";
import { instantInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { brewPath } from "../app/where";
import { Score } from "../score/Score";
import { inWords } from "../units/units";
import { Again } from "./Again";
import { Unboiled } from "./Unboiled";
import { changes, saidOf } from "./cups";
import { TasteForm, type TasteValues } from "./TasteForm";
import { tasteWord } from "./tasteWords";
import "./log.css";

/** A cup of the log: what happened over what was planned, and how it was. */
export default function CupPage() {
  const entry = useEntry(Number(useParams().entry));
  return (
    <div className="page lb">
      <Loaded query={entry}>{(l) => <Cup entry={l} />}</Loaded>
    </div>
  );
}

/** What a person set of an entry. */
const tastedOf = (l: LogEntry): TasteValues =>
  JSON.parse(
    JSON.stringify({
      sour_bitter: l.sour_bitter,
      weak_strong: l.weak_strong,
      silt: l.silt,
      mark: l.mark,
      tds_pct: l.tds_pct,
      hollow: l.hollow,
      harsh: l.harsh,
      flat: l.flat,
      hotness: l.hotness,
      words: l.words,
      heard: l.heard,
      changed: l.changed,
      notes: l.notes,
      run: l.run,
      coffee: l.coffee,
      by: l.by,
    }),
  ) as TasteValues;

function Cup({ entry: l }: { entry: LogEntry }) {
  const catalogue = useCatalogue();
  const stored = usePlanOf(l.plan_id);
  const had = useHadPlan(l.id);
  const made = useAsMade(l.id, l.made !== undefined);
  const { system, twelve } = useSettings();
  const [editing, setEditing] = useState(false);
  const [again, setAgain] = useState(false);
  const removeWithUndo = useRemove();
  const navigate = useNavigate();
  const name = catalogue.data?.names[l.method] ?? l.method;
  const differed = l.run !== undefined && Object.keys(l.run).length > 0;
  const drunk = differed ? had.data : stored.data?.plan;
  const added = drunk?.water.dilution_ml ?? 0;
  const rows: [string, string | undefined][] = [
    [
      "Drink",
      drunk?.drink_ml
        ? inWords(drunk.drink_ml, "ml", system) +
          (added >= 1 ? `, ${inWords(added, "ml", system)} of it added afterwards` : "")
        : undefined,
    ],
    ["Sour or bitter", tasteWord("sour_bitter", l.sour_bitter)],
    ["Weak or strong", tasteWord("weak_strong", l.weak_strong)],
    ["Mark", l.mark === undefined ? "" : `${l.mark} of 10`],
    ["Hollow", tasteWord("hollow", l.hollow)],
    ["Harsh", tasteWord("harsh", l.harsh)],
    ["Flat", tasteWord("flat", l.flat)],
    ["Silt", tasteWord("silt", l.silt)],
    ["First sip", tasteWord("hotness", l.hotness)],
    ["Changed since the last cup", l.changed ? changes[l.changed] : ""],
    ["Refractometer", l.tds_pct === undefined ? "" : inWords(l.tds_pct, "%", system, { step: 0.01 })],
  ];
  const differences: [string, string | undefined, string][] = [
    [
      "Coffee",
      l.run?.dose_g === undefined ? undefined : inWords(l.run.dose_g, "g", system),
      inWords(l.dose_g, "g", system),
    ],
    [
      "Poured",
      l.run?.water_g === undefined ? undefined : inWords(l.run.water_g, "ml", system),
      inWords(l.poured_ml, "g", system),
    ],
    [
      "Added afterwards",
      l.run?.added_ml === undefined ? undefined : inWords(l.run.added_ml, "ml", system),
      inWords(stored.data?.plan.water.dilution_ml ?? 0, "ml", system),
    ],
    [
      "Clicks",
      l.run?.clicks === undefined ? undefined : inWords(l.run.clicks, "clicks", system),
      l.clicks === null ? "" : inWords(l.clicks, "clicks", system),
    ],
    [
      "Time",
      l.run?.contact_s === undefined ? undefined : inWords(l.run.contact_s, "s", system),
      inWords(l.contact_s, "s", system),
    ],
    [
      "Water",
      l.run?.start_c === undefined ? undefined : inWords(l.run.start_c, "°C", system),
      inWords(l.start_c, "°C", system),
    ],
    ["Presses", l.run?.presses === undefined ? undefined : String(l.run.presses), "about 13"],
  ];
  return (
    <>
      <h1>
        {name}
        <small data-own-words>
          {" "}
          {l.stop_name}
          {l.brew_name && <>, {l.brew_name}</>}
        </small>
      </h1>
      <p className="quiet">
        {instantInWords(l.brewed_at, twelve)}
        {l.coffee_name && <span data-own-words> · {l.coffee_name}</span>}
        {l.recipe_name && <span data-own-words> · {l.recipe_name}</span>}
        {l.by && <span data-own-words> · tasted by {l.by}</span>}
      </p>
      {l.run?.water_unboiled && <Unboiled />}
      <div className="lb-two">
        <section aria-label="Taste">
          <p className="lb-big">{saidOf(l)}</p>
          {l.words && (
            <blockquote className="lb-words" data-own-words>
              {l.words}
            </blockquote>
          )}
          <dl className="lb-facts">
            {rows
              .filter(([, v]) => v)
              .map(([k, v]) => (
                <div key={k}>
                  <dt>{k}</dt>
                  <dd>{v}</dd>
                </div>
              ))}
            {l.notes && (
              <div>
                <dt>Notes</dt>
                <dd data-own-words>{l.notes}</dd>
              </div>
            )}
          </dl>
        </section>
        <section aria-label="What differed from the plan">
          <h2>{differed ? "What differed" : "As planned"}</h2>
          {differed ? (
            <dl className="lb-facts">
              {differences
                .filter(([, v]) => v !== undefined)
                .map(([k, v, p]) => (
                  <div key={k}>
                    <dt>{k}</dt>
                    <dd>
                      {v} <span className="quiet">planned {p}</span>
                    </dd>
                  </div>
                ))}
            </dl>
          ) : (
            <p className="quiet">No differences noted.</p>
          )}
        </section>
      </div>
      <p className="actions">
        {l.gone ? (
          <p className="quiet" data-testid="gone">
            Its brew, stop or trip was deleted. <Link to="/deleted">Recently deleted</Link>
          </p>
        ) : (
          <Link className="btn btn-primary" to={brewPath({ ...l, id: l.brew_id })}>
            Plan the next cup
          </Link>
        )}
        <Button onClick={() => setAgain(true)}>Make this again…</Button>
        <Button onClick={() => setEditing(true)}>Change</Button>
        <Link className="btn" to={`/recipes/new?entry=${l.id}`}>
          Save as a recipe
        </Link>
        <Button
          type="text"
          onClick={() => {
            void Promise.resolve(navigate("/log")).then(() =>
              removeWithUndo("log", l.id, `${name}, ${l.stop_name}`),
            );
          }}
        >
          Delete
        </Button>
      </p>
      <h2>{differed || made.data ? "What happened, with the plan" : "The planned brew"}</h2>
      {had.error && <Trouble error={had.error} />}
      {stored.data && (
        <Score
          plan={differed && had.data && !made.data ? had.data : stored.data.plan}
          other={differed && had.data && !made.data ? stored.data.plan : undefined}
          live={made.data?.curves}
        />
      )}
      {again && <Again entry={l.id} onClose={() => setAgain(false)} />}
      {editing && (
        <Change
          entry={l}
          added={stored.data?.plan.water.dilution_ml ?? undefined}
          onClose={() => setEditing(false)}
        />
      )}
    </>
  );
}

function Change({
  entry: l,
  added,
  onClose,
}: {
  entry: LogEntry;
  added: number | undefined;
  onClose: () => void;
}) {
  const [taste, setTaste] = useState(() => tastedOf(l));
  const save = useChange((t: TasteValues) => saveLog(l, { ...blank(l), ...t }));
  return (
    <Panel title="Change this cup" open onClose={onClose} size={460}>
      <TasteForm
        value={taste}
        onChange={setTaste}
        planned={{
          dose_g: l.dose_g,
          water_g: l.poured_ml,
          added_ml: added,
          clicks: l.clicks,
          contact_s: l.contact_s,
          pump: l.method === "pocket-pump",
        }}
      />
      {save.error && <Trouble error={save.error} />}
      <p>
        <Button type="primary" loading={save.isPending} onClick={() => save.mutate(taste, closing(onClose))}>
          Save
        </Button>{" "}
        <Button type="text" onClick={onClose}>
          Cancel
        </Button>
      </p>
    </Panel>
  );
}

/** What is no longer said of an entry is taken away. */
const blank = (l: LogEntry) =>
  Object.fromEntries(Object.keys(tastedOf(l)).map((k) => [k, undefined])) as TasteValues;
