import { Button } from "antd";
import { useState } from "react";
import { instantInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { kindNames, restore, useChange, useDeleted, type Kind } from "../api/queries";
import { notice } from "../app/notices";
import { Loaded, Trouble } from "../app/Trouble";
import { counted } from "../units/units";
import "./log.css";

/** Deleted records of every kind, each with its Restore button. */
export default function DeletedPage() {
  const [older, setOlder] = useState(false);
  const list = useDeleted(older);
  const { twelve } = useSettings();
  const back = useChange((x: { kind: Kind; id: number }) => restore(x.kind, x.id));
  return (
    <div className="page lb">
      <h1>{older ? "Deleted more than 90 days ago" : "Recently deleted"}</h1>
      {back.error && <Trouble error={back.error} />}
      <Loaded query={list}>
        {({ records, older: more }) => (
          <>
            {records.length === 0 && (
              <p className="empty">
                Nothing was deleted {older ? "more than" : "in the last"} 90 days{older && " ago"}.
              </p>
            )}
            <ul className="lb-deleted">
              {records.map((x) => (
                <li key={x.kind + x.id}>
                  <span>
                    {kindNames[x.kind]}: <span data-own-words>{x.name}</span>
                  </span>
                  <span className="quiet">
                    {instantInWords(x.deleted_at, twelve)}
                    {x.within && (
                      <>
                        ; in <span data-own-words>{x.within}</span>, which is deleted too
                      </>
                    )}
                  </span>
                  <Button
                    loading={back.isPending && back.variables.kind === x.kind && back.variables.id === x.id}
                    aria-label={`Restore ${kindNames[x.kind].toLowerCase()} ${x.name}`}
                    onClick={() =>
                      back.mutate(
                        { kind: x.kind, id: x.id },
                        { onSuccess: () => notice({ kind: "done", title: `${kindNames[x.kind]} restored` }) },
                      )
                    }
                  >
                    Restore
                  </Button>
                </li>
              ))}
            </ul>
            {(older || more > 0) && (
              <p>
                <Button onClick={() => setOlder(!older)}>
                  {older ? "Last 90 days" : `Older: ${counted(more, "record")}`}
                </Button>
              </p>
            )}
            <p className="quiet">Deleted items stay here until you erase them.</p>
          </>
        )}
      </Loaded>
    </div>
  );
}
