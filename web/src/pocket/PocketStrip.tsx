import { useEffect, useState } from "react";
import { Link, useLocation } from "react-router";
import { notice } from "../app/notices";
import { counted } from "../units/units";
import { answers } from "./meet";
import { mode } from "./mode";
import { dropLeft, handOut, keepCopy, sayCopied } from "./session";
import { usePocket } from "./usePocket";
import "./pocket.css";

/** Looks now and then whether the server answers again. */
function useServer(): boolean {
  const [there, setThere] = useState(false);
  useEffect(() => {
    if (mode !== "carried") return undefined;
    const look = () => void answers().then(setThere);
    const again = setInterval(look, 15_000);
    window.addEventListener("online", look);
    return () => {
      clearInterval(again);
      window.removeEventListener("online", look);
    };
  }, []);
  return there;
}

/** Over every page in the pocket: what this is, where what is done is kept, and a copy to keep. */
export default function PocketStrip() {
  const p = usePocket();
  const inGuide = useLocation().pathname.endsWith("/guide");
  const [busy, setBusy] = useState(false);
  const there = useServer();
  if (p.state === "broken")
    return (
      <div className="pocket-strip pocket-bad" role="alert">
        {p.why} {mode === "carried" && <a href="/">Reconnect</a>}
      </div>
    );
  const lost = p.whyNot !== "";
  // While pouring, the room is for the reading; that nothing is kept is said there, too.
  if (inGuide && !lost) return null;
  const copy = async () => {
    setBusy(true);
    try {
      await keepCopy();
    } catch (e) {
      notice({
        kind: "wrong",
        title: "No copy saved",
        more: e instanceof Error ? e.message : String(e),
      });
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className={lost ? "pocket-strip pocket-bad" : "pocket-strip"} role="status" data-testid="pocket">
      <strong>{mode === "file" ? "Offline copy." : "Offline: using the copy on this device."}</strong>{" "}
      <span>
        {lost
          ? p.whyNot === "full"
            ? "This browser’s storage is full. Save a copy, or closing the page loses your changes."
            : "This browser saves nothing. Save a copy, or closing the page loses your changes."
          : p.promised
            ? "Changes are saved in this browser."
            : "Changes are saved in this browser. Closing a private window loses them: save a copy first."}{" "}
        {p.uncopied > 0 && `${counted(p.uncopied, "change")} not in a copy yet.`}
      </span>
      {p.said.map((s) => (
        <span key={s}> {s}</span>
      ))}{" "}
      <button
        type="button"
        className="bar-button"
        disabled={busy || p.state !== "open"}
        onClick={() => void copy()}
      >
        Save a copy
      </button>{" "}
      <Link to="/companions">Companions</Link>{" "}
      {p.handed !== "" && (
        <span className="pocket-asks">
          Is {p.handed} in your downloads?{" "}
          <button type="button" className="bar-button" onClick={() => sayCopied(true)}>
            Yes, saved
          </button>{" "}
          <button type="button" className="bar-button" onClick={() => sayCopied(false)}>
            Not there
          </button>{" "}
        </span>
      )}
      {p.left.map((l) => (
        <span key={l.id} className="pocket-asks" data-pocket={l.id}>
          An earlier copy of {l.name} has {counted(l.changes, "change")} that aren’t here.{" "}
          <button type="button" className="bar-button" onClick={() => handOut(l)}>
            Save them
          </button>{" "}
          <button
            type="button"
            className="bar-button"
            onClick={() =>
              window.confirm(
                `Delete ${counted(l.changes, "change")} of the earlier copy? Bring them home first.`,
              ) && dropLeft(l)
            }
          >
            Delete them
          </button>{" "}
        </span>
      ))}
      <Link to="/pocket">About</Link>{" "}
      {mode === "carried" && <a href="/">{there ? "Bring home" : "Reconnect"}</a>}
    </div>
  );
}
