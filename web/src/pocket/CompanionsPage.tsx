import { Button } from "antd";
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { myName, setMyName } from "../app/me";
import { counted } from "../units/units";
import { asText, framesOf, fromText, Gathering, pack, unpack } from "./frames";
import { inPocket } from "./mode";
import { Scan } from "./Scan";
import { copyOf, give, takeFrom, type Taken } from "./session";
import "./pocket.css";

/** Those who walk along: their phones give each other what was done, without a network. */
export default function CompanionsPage() {
  return (
    <div className="page prose">
      <h1>Companions</h1>
      {inPocket ? (
        <Exchange />
      ) : (
        <p>
          On the way, phones with the same trip offline exchange cups and changes without a network. Take a
          trip offline first: <Link to="/install">On this device</Link>.
        </p>
      )}
    </div>
  );
}

function Exchange() {
  const [name, setName] = useState(myName);
  return (
    <>
      <p>
        Phones that took the same trip offline exchange cups and changes here. Do it as often as you like:
        nothing is added twice.
      </p>
      <div className="field">
        <label htmlFor="companion-name">Your name</label>
        <input
          id="companion-name"
          className="plain-input"
          maxLength={40}
          value={name}
          onChange={(e) => {
            setName(e.target.value);
            setMyName(e.target.value);
          }}
        />
      </div>
      <Give name={name} />
      <Take />
    </>
  );
}

/** What this phone gives, as a run of codes, a file or a text. */
function Give({ name }: { name: string }) {
  const [cups, setCups] = useState(false);
  const [shown, setShown] = useState<Uint8Array>();
  const [said, setSaid] = useState("");
  const [error, setError] = useState<string>();
  const run = async (then: (text: string, changes: number) => Promise<void>) => {
    setError(undefined);
    setSaid("");
    try {
      const { text, changes } = await give(name.trim(), cups);
      if (changes === 0) setSaid("There is nothing new to give.");
      else await then(text, changes);
    } catch (e) {
      setError(e instanceof Error ? e.message : String(e));
    }
  };
  const save = (text: string) => {
    const a = document.createElement("a");
    a.href = URL.createObjectURL(new Blob([text], { type: "application/json" }));
    a.download = "apodemos-companion.json";
    a.click();
    setTimeout(() => URL.revokeObjectURL(a.href), 60_000);
  };
  return (
    <>
      <h2>Give</h2>
      <fieldset className="carry-list">
        <legend>What to give</legend>
        {[false, true].map((only) => (
          <label key={String(only)}>
            <input type="radio" name="what" checked={cups === only} onChange={() => setCups(only)} />{" "}
            {only ? "cups and their coffees" : "everything that changed"}
          </label>
        ))}
      </fieldset>
      <p className="companion-ways">
        <Button
          type="primary"
          onClick={() =>
            shown
              ? setShown(undefined)
              : void run(async (text) => {
                  const bytes = await pack(text);
                  framesOf(bytes);
                  setShown(bytes);
                })
          }
        >
          {shown ? "Hide codes" : "Show codes"}
        </Button>
        <Button
          onClick={() =>
            void run((text, n) => {
              save(text);
              setSaid(`${counted(n, "change")} in the file.`);
              return Promise.resolve();
            })
          }
        >
          Save as file
        </Button>
        <Button
          onClick={() =>
            void run(async (text, n) => {
              await navigator.clipboard.writeText(asText(await pack(text)));
              setSaid(`${counted(n, "change")} copied as text.`);
            })
          }
        >
          Copy as text
        </Button>
      </p>
      <p role="status">{said}</p>
      {error && (
        <p className="trouble" role="alert">
          {error}
        </p>
      )}
      {shown && <Codes bytes={shown} />}
    </>
  );
}

/** A run of codes, ten a second, until it is hidden. */
function Codes({ bytes }: { bytes: Uint8Array }) {
  const { blocks, frame } = useMemo(() => framesOf(bytes), [bytes]);
  const [n, setN] = useState(0);
  const [draw, setDraw] = useState<(text: string) => { size: number; path: string }>();
  useEffect(() => {
    void import("qr").then(({ default: encodeQR }) =>
      setDraw(() => (text: string) => {
        const rows = encodeQR(text, "raw", { ecc: "low", border: 4 });
        let path = "";
        rows.forEach((row, y) => row.forEach((dark, x) => (path += dark ? `M${x} ${y}h1v1h-1z` : "")));
        return { size: rows.length, path };
      }),
    );
    const timer = setInterval(() => setN((i) => i + 1), 100);
    return () => clearInterval(timer);
  }, []);
  const code = draw?.(frame(n));
  return (
    <div className="codes">
      <p className="care care-care">
        The codes change quickly. If flicker harms you or who looks on, use the file or the text.
      </p>
      {code && (
        <svg
          className="qr"
          viewBox={`0 0 ${code.size} ${code.size}`}
          shapeRendering="crispEdges"
          role="img"
          aria-label="Codes for another phone’s camera"
          data-frame={n}
        >
          <rect width={code.size} height={code.size} fill="#fff" />
          <path d={code.path} fill="#000" />
        </svg>
      )}
      <p className="quiet">
        On the other phone choose “Scan codes” and hold it still. It takes about{" "}
        {Math.ceil((blocks * 1.6 + 3) / 10)} s.
      </p>
    </div>
  );
}

/** What another phone gave, taken in. */
function Take() {
  const gathering = useMemo(() => new Gathering(), []);
  const [share, setShare] = useState(0);
  const [text, setText] = useState("");
  const [taken, setTaken] = useState<Taken>();
  const [error, setError] = useState<string>();
  const run = async (get: () => Promise<string>) => {
    setError(undefined);
    setTaken(undefined);
    try {
      setTaken(await takeFrom(await get()));
      setText("");
    } catch (e) {
      setError(e instanceof Error && e.message ? e.message : "This can’t be read. Try again, or use a file.");
    }
  };
  return (
    <>
      <h2>Take in</h2>
      <Scan
        label="Scan codes"
        share={share}
        onText={(t) => {
          if (!gathering.take(t)) return false;
          setShare(gathering.share);
          const bytes = gathering.done();
          if (bytes) void run(() => unpack(bytes));
          return bytes !== undefined;
        }}
      />
      <p>
        <label className="as-button">
          Choose a file…
          <input
            type="file"
            className="sr"
            id="companion-file"
            accept=".json,.html,application/json,text/html"
            onChange={(e) => {
              const f = e.target.files?.[0];
              e.target.value = "";
              if (f) void run(() => copyOf(f));
            }}
          />
        </label>
      </p>
      <label htmlFor="companion-text">Text from a companion</label>
      <textarea
        id="companion-text"
        className="share-text"
        rows={3}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <p>
        <Button
          disabled={text.trim() === ""}
          onClick={() =>
            void run(() => {
              const bytes = fromText(text);
              if (!bytes) throw new Error("This text is not from a companion. Copy all of it.");
              return unpack(bytes);
            })
          }
        >
          Take it in
        </Button>
      </p>
      {error && (
        <p className="trouble" role="alert">
          <strong>Nothing was changed.</strong> {error}
        </p>
      )}
      {taken && (
        <p role="status" data-testid="taken">
          {taken.new.length === 0
            ? "Nothing new: all of it was here."
            : `Taken in${taken.from ? ` from ${taken.from}` : ""}: ${[
                taken.cups > 0 && counted(taken.cups, "cup"),
                taken.others > 0 && counted(taken.others, "other change"),
              ]
                .filter(Boolean)
                .join(", ")}.`}{" "}
          {taken.clashes > 0 &&
            `${counted(taken.clashes, "field")} changed on both phones: the later stands, and you choose at home.`}{" "}
          {taken.said.join(" ")}
        </p>
      )}
    </>
  );
}
