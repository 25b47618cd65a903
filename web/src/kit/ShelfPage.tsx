import { inPocket } from "../pocket/mode";
import { Button } from "antd";
import { useState } from "react";
import { ApiError, api, must, type Schemas } from "../api/client";
import { importGear, remove, useChange, useGear } from "../api/queries";
import { Loaded, Trouble } from "../app/Trouble";
import { notice } from "../app/notices";
import { useSettings } from "../app/settings";
import { useOfferUndo, useRemove } from "../app/useUndo";
import { counted, inWords } from "../units/units";
import { Drawing } from "./Drawing";
import { GearForm } from "./GearForm";
import { kindNames, kinds } from "./fields";
import "./kit.css";
import "./shelf.css";

type Item = Schemas["Item"];

/** One's own gear, whatever the trip. */
export default function ShelfPage() {
  const gear = useGear();
  return (
    <div className="page">
      <Loaded query={gear}>{(g) => <Shelf gear={g} />}</Loaded>
    </div>
  );
}

function Shelf({ gear }: { gear: Item[] }) {
  const { system } = useSettings();
  const offer = useOfferUndo();
  const removeWithUndo = useRemove();
  const [editing, setEditing] = useState<Item | "new">();
  const [error, setError] = useState<Error>();
  const starter = useChange((set: "camp" | "kitchen") =>
    must(api.POST("/gear/starter", { params: { query: { set } } })),
  );
  const read = useChange((f: File) => importGear(f));
  const about = (i: Item) =>
    [
      i.capacity_ml && `holds ${inWords(i.capacity_ml, "ml", system)}`,
      i.dose_g && `${inWords(i.dose_g, "g", system)} of coffee`,
      i.base_mm && i.kind === "brewer" && `base ${inWords(i.base_mm, "mm", system)}`,
      i.rim_mm && `rim ${inWords(i.rim_mm, "mm", system)}`,
      i.range_g && `to ${inWords(i.range_g, "g", system)}`,
      i.um_per_click && `${i.um_per_click} µm per click`,
      i.support_min_mm && `pots from ${inWords(i.support_min_mm, "mm", system)}`,
      i.spout && "spout",
      i.insulated && "insulated",
      i.count !== undefined && i.count > 1 && `${i.count} pieces`,
      i.parts?.length && `parts: ${i.parts.join(", ")}`,
      i.condition && i.condition !== "good" && i.condition,
      i.price !== undefined && i.price > 0 && `to buy for ${i.price}`,
    ]
      .filter(Boolean)
      .join(" · ");
  return (
    <>
      <div className="heading">
        <h1>My gear</h1>
        <span className="quiet">{counted(gear.length, "item")}</span>
        <span className="grow" />
        <Button onClick={() => setEditing("new")}>Add gear</Button>
        {!inPocket && (
          <label className="as-button">
            Read CSV…
            <input
              type="file"
              className="sr"
              id="gear-file"
              accept=".csv,.txt,text/csv"
              onChange={(e) => {
                const f = e.target.files?.[0];
                e.target.value = "";
                if (!f) return;
                setError(undefined);
                read.mutate(f, {
                  onSuccess: (ids) =>
                    offer(
                      "gear-import",
                      `${counted(ids.length, "item is", "items are")} in my gear now`,
                      () => Promise.all(ids.map((id) => remove("gear", id))),
                    ),
                  onError: (e) => setError(e instanceof Error ? e : new Error(String(e))),
                });
              }}
            />
          </label>
        )}
        {!inPocket && (
          <a href="/api/v1/gear/export.csv" download>
            Save as CSV
          </a>
        )}
      </div>
      {error && (
        <div className="trouble" role="alert">
          <strong>The file can’t be read.</strong> {error.message}
        </div>
      )}
      {starter.error && <Trouble error={starter.error as ApiError} />}
      {gear.length === 0 && (
        <div className="empty">
          <p>No gear yet. Add what you have, or start with typical gear and weigh your own when you can.</p>
          <Button
            type="primary"
            loading={starter.isPending}
            onClick={() =>
              starter.mutate("camp", {
                onSuccess: () => notice({ kind: "done", title: "Typical gear added" }),
              })
            }
          >
            Add typical gear
          </Button>{" "}
          <Button
            loading={starter.isPending}
            onClick={() =>
              starter.mutate("kitchen", {
                onSuccess: () => notice({ kind: "done", title: "Kitchen gear added" }),
              })
            }
          >
            Add kitchen gear
          </Button>
        </div>
      )}
      {kinds
        .filter((k) => gear.some((g) => g.kind === k))
        .map((k) => (
          <section key={k} aria-label={kindNames[k]}>
            <h2>{kindNames[k]}</h2>
            <table className="plain shelf">
              <thead className="sr">
                <tr>
                  <th>Drawing</th>
                  <th>Item</th>
                  <th>Mass</th>
                  <th>Details</th>
                  <th>Actions</th>
                </tr>
              </thead>
              <tbody>
                {gear
                  .filter((g) => g.kind === k)
                  .map((g) => (
                    <tr
                      key={g.id}
                      className={g.condition === "lost" || g.condition === "broken" ? "choose-no" : undefined}
                    >
                      <td>
                        <Drawing item={g} />
                      </td>
                      <td>
                        <button type="button" className="link" onClick={() => setEditing(g)}>
                          {g.name}
                        </button>
                      </td>
                      <td className="num right">
                        {inWords(g.mass_g, "g", system)}
                        {g.typical && <small className="quiet"> typical</small>}
                      </td>
                      <td className="quiet">{about(g)}</td>
                      <td className="right">
                        <Button
                          size="small"
                          type="text"
                          aria-label={`Delete ${g.name}`}
                          onClick={() => void removeWithUndo("gear", g.id as number, g.name)}
                        >
                          Delete
                        </Button>
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </section>
        ))}
      {editing && (
        <GearForm item={editing === "new" ? undefined : editing} onClose={() => setEditing(undefined)} />
      )}
    </>
  );
}
