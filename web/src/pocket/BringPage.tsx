import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { useQueryClient } from "@tanstack/react-query";
import { api, must, type Schemas } from "../api/client";
import { asFile, kindNames, type Kind } from "../api/queries";
import { FileDrop } from "../app/FileDrop";
import { useSettings } from "../app/settings";
import { counted, inWords, sentence, type System } from "../units/units";
import { goOn } from "./meet";
import { carriedHere, leftHere, type CarriedHere } from "./session";
import "./pocket.css";

type Read = Schemas["PocketRead"];
type Side = "here" | "there";

const what: Record<string, string> = {
  new: "new",
  changed: "changed",
  deleted: "deleted",
  restored: "restored",
};

/** Brings back what was done in a pocket: shown first, and kept as a whole. */
export default function BringPage() {
  const client = useQueryClient();
  const [read, setRead] = useState<Read>();
  const [name, setName] = useState("");
  const [reading, setReading] = useState(false);
  const [error, setError] = useState<string>();
  const [chosen, setChosen] = useState<Record<string, Side>>({});
  const [kept, setKept] = useState<Schemas["Bringing"]>();
  const [busy, setBusy] = useState(false);
  const [ofDevice, setOfDevice] = useState<CarriedHere>();
  const [again, setAgain] = useState("");
  // What this device carries is brought from here, too.
  const { system } = useSettings();
  const [unsent] = useState(
    () => [...leftHere(), carriedHere()].filter((c) => c && c.changes > 0) as CarriedHere[],
  );

  const look = async (label: string, file: Blob, own?: CarriedHere) => {
    setReading(true);
    setError(undefined);
    setRead(undefined);
    setKept(undefined);
    setChosen({});
    setName(label);
    setOfDevice(own);
    try {
      setRead(
        await must(
          api.POST("/bring/preview", {
            params: { query: { name: label.slice(0, 200) } },
            ...asFile(file, "application/octet-stream"),
          }),
        ),
      );
    } catch (e) {
      setError(e instanceof Error ? e.message : String(e));
    } finally {
      setReading(false);
    }
  };
  const keep = async () => {
    if (!read) return;
    setBusy(true);
    setError(undefined);
    try {
      const out = await must(
        api.POST("/bring", { body: { carried: read.carried, choices: chosen } as Schemas["BringIn"] }),
      );
      setKept(out);
      if (ofDevice) {
        // The device goes on carrying it, brought up to date.
        await goOn(ofDevice);
        setAgain(carriedHere()?.name ?? "");
      }
      await client.invalidateQueries();
    } catch (e) {
      setError(e instanceof Error ? e.message : String(e));
    } finally {
      setBusy(false);
    }
  };
  const b = read?.bringing;
  const open = b?.clashes.filter((c) => !chosen[c.id]).length ?? 0;
  return (
    <div className="page">
      <h1>Bring home</h1>
      <p className="quiet">
        Cups, brews, ticks, plans and stops changed offline. You see them before anything is saved. Doing it
        twice adds nothing twice.
      </p>
      <FileDrop
        id="bring-file"
        accept=".html,.htm,.json,text/html,application/json"
        label="Choose the saved offline copy, or drop it here"
        reading={reading ? name : undefined}
        onFile={(f) => void look(f.name, f)}
      />
      {!read &&
        !kept &&
        unsent.map((here) => (
          <p key={here.id}>
            Offline on this device: {here.name}, with {counted(here.changes, "change")} not yet home.{" "}
            <Button onClick={() => void look(here.name, here.file, here)}>Review</Button>
          </p>
        ))}
      {kept && ofDevice && (
        <p role="status">
          {again ? `${again} is up to date on this device.` : "This device has no offline copy now."}
        </p>
      )}
      {error && (
        <div className="trouble" role="alert">
          <strong>Nothing was changed.</strong> {error}
        </div>
      )}
      {kept && (
        <div role="status" className="brought">
          <h2>{kept.arrives.length === 0 ? "Nothing new" : "Brought home"}</h2>
          <p>
            {kept.arrives.length > 0 && `${counted(kept.arrives.length, "record")} new or changed. `}
            <Link to="/log">To the log</Link> · <Link to="/trips">To the trips</Link>
          </p>
        </div>
      )}
      {b && !kept && (
        <>
          <h2>{b.pocket.name}</h2>
          {b.said.map((s) => (
            <p key={s}>{s}</p>
          ))}
          {b.clashes.length > 0 && (
            <>
              <h2>Changed on both sides</h2>
              <p>
                Changed here and offline, or deleted on one side. Choose for each; your choice then counts on
                both.
              </p>
              <div className="clash-all">
                <Button size="small" onClick={() => setChosen(all(b, "here"))}>
                  All as here
                </Button>
                <Button size="small" onClick={() => setChosen(all(b, "there"))}>
                  All as offline
                </Button>
              </div>
              {b.clashes.map((c) => (
                <Clash
                  key={c.id}
                  clash={c}
                  chosen={chosen[c.id]}
                  onChoose={(side) => setChosen((was) => ({ ...was, [c.id]: side }))}
                />
              ))}
            </>
          )}
          <h2>New</h2>
          {b.arrives.length === 0 ? (
            <p>{b.clashes.length === 0 ? "Nothing new: it is all here already." : "Nothing else."}</p>
          ) : (
            <ul className="arrivals">
              {b.arrives.map((a) => (
                <li key={a.kind + a.uuid}>
                  <span className="quiet">{kindNames[a.kind as Kind] ?? a.kind}</span> {a.name}{" "}
                  <span className="quiet">
                    {what[a.what] ?? a.what}
                    {a.fields.length > 0 && `: ${a.fields.join(", ").toLowerCase()}`}
                  </span>
                  {a.lines.length > 0 && (
                    <ul className="arrival-lines">
                      {a.lines.map((l, i) => (
                        <li key={i}>
                          {l.label}: {shown(l.here, l.unit, system)} → {shown(l.there, l.unit, system)}
                        </li>
                      ))}
                    </ul>
                  )}
                </li>
              ))}
            </ul>
          )}
          <p>
            <Button type="primary" loading={busy} disabled={open > 0} onClick={() => void keep()}>
              Save
            </Button>{" "}
            {open > 0 && <span>{sentence(`${counted(open, "choice")} to make first`)}</span>}
          </p>
        </>
      )}
    </div>
  );
}

const all = (b: Read["bringing"], side: Side): Record<string, Side> =>
  Object.fromEntries(b.clashes.map((c) => [c.id, side]));

function shown(v: unknown, unit: string, system: System): string {
  if (v === null || v === undefined) return "not said";
  if (typeof v === "number") return unit ? inWords(v, unit, system) : String(v);
  if (typeof v === "boolean") return v ? "yes" : "no";
  return String(v);
}

/** A field on both sides, and the choice. */
function Clash({
  clash,
  chosen,
  onChoose,
}: {
  clash: Schemas["ClashOut"];
  chosen: Side | undefined;
  onChoose: (side: Side) => void;
}) {
  const { system } = useSettings();
  const column = (side: Side, label: string) => (
    <label className={chosen === side ? "clash-side clash-on" : "clash-side"}>
      <span>
        <input type="radio" name={clash.id} checked={chosen === side} onChange={() => onChoose(side)} />{" "}
        {label}
      </span>
      {clash.lines.map((l) => (
        <span key={l.label} className="clash-line">
          {clash.lines.length > 1 && <span className="quiet">{l.label} </span>}
          <span className="num">{shown(l[side], l.unit, system)}</span>
        </span>
      ))}
    </label>
  );
  return (
    <fieldset className="clash">
      <legend>
        {clash.name} · {clash.field}
      </legend>
      {column("here", "As it is here")}
      {column("there", "As offline")}
    </fieldset>
  );
}
