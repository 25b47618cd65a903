import type { Schemas } from "../api/client";
import { paths } from "./drawings";
import "./drawing.css";

type Item = Pick<Schemas["Item"], "kind" | "type" | "spout" | "insulated">;

/** A small line drawing of a piece of gear. */
export function Drawing({ item }: { item: Item }) {
  const key =
    (item.type && paths[item.type] && item.type) ||
    (item.kind === "vessel" ? (item.spout ? "kettle" : "pot") : undefined) ||
    (item.kind === "cup" && item.insulated ? "mug" : undefined) ||
    (paths[item.kind] ? item.kind : "extra");
  return (
    <svg className="drawing" viewBox="0 0 64 48" width="64" height="48" aria-hidden="true">
      <path d={paths[key]} />
    </svg>
  );
}
