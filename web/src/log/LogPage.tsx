import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import type { LogEntry } from "../api/client";
import { saveLog } from "../api/change";
import { closing, useCatalogue, useChange, useLog } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { inWords } from "../units/units";
import { TasteForm, tasteWord, type TasteValues } from "./TasteForm";
import { brewPath } from "../app/where";
import "./log.css";
import { Panel } from "../app/Panel";

const when = new Intl.DateTimeFormat(undefined, {
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});

export default function LogPage() {
  const log = useLog(0);
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const removeWithUndo = useRemove();
  const [editing, setEditing] = useState<LogEntry>();
  return (
    <div className="page">
      <h1>Log</h1>
      <Loaded query={log}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              Nothing written down yet. Brew a plan by the clock; at its end you can say how it tasted, and it
              stands here.
            </p>
          ) : (
            <table className="plain log">
              <thead>
                <tr>
                  <th>When</th>
                  <th>Where and what</th>
                  <th className="right">Coffee</th>
                  <th className="right">Poured</th>
                  <th className="right">At contact</th>
                  <th>Taste</th>
                  <th className="right">Mark</th>
                  <th>Words</th>
                  <th>
                    <span className="sr">Actions</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {list.map((l) => {
                  const method = catalogue.data?.methods.find((m) => m.id === l.method);
                  return (
                    <tr key={l.id}>
                      <td className="num nowrap">{when.format(new Date(l.brewed_at))}</td>
                      <td>
                        <Link to={brewPath({ ...l, id: l.brew_id })}>{method?.name ?? l.method}</Link>
                        <span className="quiet">
                          {" "}
                          {l.stop_name}
                          {l.brew_name && <>, {l.brew_name}</>}
                        </span>
                      </td>
                      <td className="num right nowrap">{inWords(l.dose_g, "g", system)}</td>
                      <td className="num right nowrap">{inWords(l.poured_ml, "ml", system)}</td>
                      <td className="num right nowrap">{inWords(l.start_c, "°C", system)}</td>
                      <td>
                        <TasteMark entry={l} />
                      </td>
                      <td className="num right">{l.mark}</td>
                      <td>{l.words}</td>
                      <td className="nowrap">
                        <Button size="small" type="text" onClick={() => setEditing(l)}>
                          Change
                        </Button>
                        <Button
                          size="small"
                          type="text"
                          onClick={() =>
                            void removeWithUndo("log", l.id, `${method?.name ?? l.method}, ${l.stop_name}`)
                          }
                        >
                          Delete
                        </Button>
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          )
        }
      </Loaded>
      {editing && <Change key={editing.id} entry={editing} onClose={() => setEditing(undefined)} />}
    </div>
  );
}

/** Two small scales in one mark: across sour to bitter, up weak to strong. */
function TasteMark({ entry }: { entry: LogEntry }) {
  const words = `${tasteWord("sour_bitter", entry.sour_bitter)}, ${tasteWord("weak_strong", entry.weak_strong)}, sediment: ${tasteWord("sediment", entry.sediment)}`;
  return (
    <span className="tastemark" title={words}>
      <svg width="44" height="30" viewBox="0 0 44 30" aria-hidden="true">
        <path d="M1 15 H43 M22 1 V29" />
        <circle cx={22 + entry.sour_bitter * 6.6} cy={15 - entry.weak_strong * 4.4} r="4" />
      </svg>
      <span>{words}</span>
    </span>
  );
}

function Change({ entry, onClose }: { entry: LogEntry; onClose: () => void }) {
  const [taste, setTaste] = useState<TasteValues>({
    sour_bitter: entry.sour_bitter,
    weak_strong: entry.weak_strong,
    sediment: entry.sediment,
    mark: entry.mark,
    words: entry.words,
  });
  const save = useChange((t: TasteValues) => saveLog(entry, t));
  return (
    <Panel title="Change the entry" open onClose={onClose} size={420}>
      <TasteForm value={taste} onChange={setTaste} />
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
