import type { Schemas } from "../api/client";
import "./drawing.css";

type Item = Pick<Schemas["Item"], "kind" | "type" | "spout" | "insulated">;

// Line drawings of our own, on a ground of 64 by 48.
const drawings: Record<string, string> = {
  "cone dripper": "M12 10 H52 L38 34 H26 Z M20 38 H44 M26 34 V38 M38 34 V38 M52 14 q9 2 4 12",
  "flat-bed dripper": "M14 12 H50 L44 34 H20 Z M22 38 H42 M20 34 V38 M44 34 V38 M30 34 v3 M34 34 v3",
  "tank dripper": "M16 6 H48 V22 H16 Z M20 22 L28 36 H36 L44 22 M18 40 H46 M16 12 H48",
  "cloth filter": "M14 12 a18 5 0 1 0 36 0 a18 5 0 1 0 -36 0 M14 12 Q20 42 32 43 Q44 42 50 12 M50 12 h10",
  "metal drip filter":
    "M22 14 H42 V32 H22 Z M14 34 H50 M22 14 q10 -8 20 0 M32 6 v3 M27 37 v3 M32 37 v4 M37 37 v3",
  "hand press": "M24 6 H40 V14 H24 Z M28 14 V22 M36 14 V22 M22 16 H42 V40 H22 Z M18 40 H46 M22 34 H42",
  "pocket pump brewer": "M24 4 H40 V18 H24 Z M22 18 H42 V38 H22 Z M26 38 L28 44 H36 L38 38 M42 26 h5 v6 h-5",
  "moka pot":
    "M24 24 L20 8 H44 L40 24 Z M24 24 L20 44 H44 L40 24 M44 10 h8 l-2 14 M28 8 q4 -5 8 0 M20 10 l-5 3",
  "press pot": "M20 12 H44 V44 H20 Z M44 18 h8 v16 h-8 M32 2 V22 M24 22 H40 M28 2 H36",
  jar: "M20 12 H44 V44 H20 Z M18 6 H46 V12 H18 Z M20 26 H44",
  filter: "M16 10 H48 L32 42 Z M20 14 H44 M26 10 L32 42",
  pot: "M14 16 H50 V42 H14 Z M10 16 H54 M26 12 H38 V16 M50 24 h10 v5 h-10",
  kettle: "M20 18 H46 L50 42 H16 Z M28 14 H38 V18 M46 24 q10 -2 12 -14 M18 24 q-12 2 -4 16",
  burner:
    "M22 22 H42 M26 22 V30 M38 22 V30 M32 22 V30 M20 30 H44 V34 H20 Z M24 34 Q24 44 32 44 Q40 44 40 34 M18 18 H46 M24 22 L20 18 M40 22 L44 18",
  fuel: "M20 16 Q20 12 32 12 Q44 12 44 16 V42 H20 Z M28 8 H36 V12 M20 22 H44",
  grinder: "M24 14 H40 V44 H24 Z M24 30 H40 M32 14 V8 H50 M50 8 v5 M26 14 q6 -5 12 0",
  scale: "M10 22 H54 V36 H10 Z M14 18 H50 V22 M38 26 H48 V32 H38 Z M14 36 v3 M50 36 v3",
  thermometer: "M30 6 h4 V34 a5 5 0 1 1 -4 0 Z M36 14 h4 M36 20 h4 M36 26 h4",
  cup: "M16 14 H44 L42 40 H18 Z M44 18 q12 0 9 10 q-2 5 -10 5",
  mug: "M18 10 H44 V42 H18 Z M16 6 H46 V10 M44 16 q10 0 9 10 q-1 6 -9 6 M22 14 V38",
  server: "M20 10 H44 L48 42 H16 Z M20 10 l-5 -2 M46 18 q10 2 6 16",
  container: "M16 14 H48 V42 H16 Z M14 8 H50 V14 H14 Z",
  "rim support": "M6 24 H58 M6 27 H58 M20 24 v-8 M44 24 v-8",
  measure: "M8 26 H40 M40 26 a9 7 0 1 0 18 0 a9 7 0 1 0 -18 0",
  extra: "M14 16 H50 V38 H14 Z M14 24 H50 M32 16 V38",
};

/** A small line drawing of a piece of gear. */
export function Drawing({ item }: { item: Item }) {
  const key =
    (item.type && drawings[item.type] && item.type) ||
    (item.kind === "vessel" ? (item.spout ? "kettle" : "pot") : undefined) ||
    (item.kind === "cup" && item.insulated ? "mug" : undefined) ||
    (drawings[item.kind] ? item.kind : "extra");
  return (
    <svg className="drawing" viewBox="0 0 64 48" width="64" height="48" aria-hidden="true">
      <path d={drawings[key]} />
    </svg>
  );
}
