import { useSyncExternalStore } from "react";
import { newer, onNewer, takeNewer } from "./installed";
import "./pocket.css";

/** Says that a newer version waits, and changes to it on a yes. */
export default function Newer() {
  const there = useSyncExternalStore(onNewer, newer);
  if (!there) return null;
  return (
    <div className="pocket-strip" role="status">
      <strong>A newer version is ready.</strong> Unsaved changes stay on this device.{" "}
      <button type="button" className="bar-button" onClick={takeNewer}>
        Update
      </button>
    </div>
  );
}
