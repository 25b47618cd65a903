import { Button } from "antd";
import { useState } from "react";
import { restore, useChange, useDeleted, type Kind } from "../api/queries";
import { notice } from "../app/notices";
import { Loaded, Trouble } from "../app/Trouble";
import { counted } from "../units/units";
import { LogNav } from "./LogNav";
import "./log.css";

const when = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

const names: Record<Kind, string> = {
  trip: "Trip",
  stop: "Stop",
  brew: "Brew",
  log: "Cup",
  coffee: "Coffee",
  recipe: "Recipe",
  gear: "Gear",
  blind: "Blind rounds",
};

/** What was deleted, of every kind, with a way to restore it. */
export default function DeletedPage() {
  const [older, setOlder] = useState(false);
  const list = useDeleted(older);
  const back = useChange((x: { kind: Kind; id: number }) => restore(x.kind, x.id));
  return (
    <div className="page lb">
      <h1>{older ? "Deleted more than 90 days ago" : "Recently deleted"}</h1>
      <LogNav />
      {back.error && <Trouble error={back.error} />}
      <Loaded query={list}>
        {({ records, older: more }) => (
          <>
            {records.length === 0 && (
              <p className="empty">Nothing was deleted {older ? "before that" : "in the last 90 days"}.</p>
            )}
            <ul className="lb-deleted">
              {records.map((x) => (
                <li key={x.kind + x.id}>
                  <span>
                    {names[x.kind]}: <span data-own-words>{x.name}</span>
                  </span>
                  <span className="quiet">
                    {when.format(new Date(x.deleted_at))}
                    {x.within && (
                      <>
                        ; part of <span data-own-words>{x.within}</span>, which is deleted, too
                      </>
                    )}
                  </span>
                  <Button
                    loading={back.isPending && back.variables.kind === x.kind && back.variables.id === x.id}
                    aria-label={`Restore ${names[x.kind].toLowerCase()} ${x.name}`}
                    onClick={() =>
                      back.mutate(
                        { kind: x.kind, id: x.id },
                        { onSuccess: () => notice({ kind: "done", title: `${names[x.kind]} restored` }) },
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
                  {older ? "The last 90 days" : `Older: ${counted(more, "record")}`}
                </Button>
              </p>
            )}
            <p className="quiet">Nothing is removed for good unless you ask for it.</p>
          </>
        )}
      </Loaded>
    </div>
  );
}
