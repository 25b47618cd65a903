// Where the pieces of a kit lie on the floor, and the lines between them.

import type { Schemas } from "../api/client";

type Item = Schemas["Item"];
type Joint = Schemas["Joint"];

// Rows of the floor, by what goes with what.
const rows: Item["kind"][][] = [
  ["filter", "brewer", "cup", "server", "extra", "container"],
  ["vessel", "burner", "fuel", "grinder", "scale", "thermometer"],
];

export interface Spot {
  item: Item;
  x: number;
  y: number;
}

export const CELL = { w: 138, h: 122 };
/** How far apart pieces lie at most. */
const MOST = 230;

/** Lays the items out in rows: each row is as long as the width allows, then goes on below. */
export function layOut(items: Item[], width: number): { spots: Spot[]; height: number } {
  const per = Math.max(1, Math.floor(width / CELL.w));
  const spots: Spot[] = [];
  let line = 0;
  for (const kinds of rows) {
    const row = items
      .filter((i) => kinds.includes(i.kind))
      .sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind) || (a.id ?? 0) - (b.id ?? 0));
    // A short row takes the room that there is.
    const step = Math.min(Math.max(CELL.w, width / Math.min(Math.max(row.length, 1), per)), MOST);
    row.forEach((item, n) => {
      spots.push({
        item,
        x: (n % per) * step + (step - CELL.w) / 2,
        y: (line + Math.floor(n / per)) * CELL.h,
      });
    });
    line += Math.ceil(row.length / per);
  }
  return { spots, height: Math.max(line, 1) * CELL.h };
}

export interface Link {
  joint: Joint;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/** The joints between two pieces that both lie there, from edge to edge. */
export function links(spots: Spot[], joints: Joint[]): Link[] {
  const centre = (s: Spot) => [s.x + CELL.w / 2, s.y + 34] as const;
  return joints.flatMap((joint) => {
    const a = spots.find((s) => s.item.id === joint.a);
    const b = spots.find((s) => s.item.id === joint.b);
    if (!a || !b) return [];
    const [ax, ay] = centre(a);
    const [bx, by] = centre(b);
    if (Math.abs(by - ay) > Math.abs(bx - ax)) {
      // From under the words of the upper one to the top of the lower.
      const [up, down] = ay < by ? [a, b] : [b, a];
      return [
        {
          joint,
          x1: up.x + CELL.w / 2,
          y1: up.y + 94,
          x2: down.x + CELL.w / 2,
          y2: down.y + (down.y - up.y > CELL.h ? 0 : 6),
        },
      ];
    }
    const d = Math.hypot(bx - ax, by - ay) || 1;
    const r = 42;
    return [
      {
        joint,
        x1: ax + ((bx - ax) / d) * r,
        y1: ay + ((by - ay) / d) * r,
        x2: bx - ((bx - ax) / d) * r,
        y2: by - ((by - ay) / d) * r,
      },
    ];
  });
}

/** The worst of the joints that concern one piece alone. */
export function badge(id: number | undefined, joints: Joint[]): Joint["level"] | undefined {
  const own = joints.filter((j) => j.a === id && !j.b);
  if (own.some((j) => j.level === "no")) return "no";
  if (own.some((j) => j.level === "care")) return "care";
  return undefined;
}
