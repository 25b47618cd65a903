// What somebody has said of here and now, kept on this device until it is said anew.

import type { Catalogue, Conditions, Schemas } from "../api/client";
import { over } from "../app/useStored";

type Item = Schemas["Item"];

export interface Here {
  conditions: Conditions;
  drinkers?: number;
  cup_ml?: number;
  /** IDs of the pieces that one has; of the starter set they are below zero. */
  have?: number[];
  wish?: string;
  /** The coffee is already ground. */
  ground?: boolean;
  /** A stop that the place was taken from. */
  stop?: { trip: number; stop: number; name: string };
}

export const nowhere: Here = { conditions: {} };
export const readHere = over(nowhere);
export const writeHere = (h: Here): string | null =>
  JSON.stringify(h) === JSON.stringify(nowhere) ? null : JSON.stringify(h);

/** A piece to touch: one thing, or a dripper with its papers. */
export interface Piece {
  name: string;
  items: Item[];
}

const apart = (i: Item) => [i.kind, i.type ?? "", i.spout ?? false, i.insulated ?? false].join();

/** Kinds that are asked elsewhere, or never looked for in a bag. */
const unasked: Item["kind"][] = ["burner", "fuel", "extra", "thermometer", "container"];

/**
 * What can be touched: every usable thing of the shelf, or of the starter set one of a kind, with drippers and
 * their papers as one.
 */
export function pieces(shelf: Item[], catalogue: Catalogue): Piece[] {
  const own = shelf.length > 0;
  const list = (own ? shelf : catalogue.starter).filter(
    (i) => i.condition !== "broken" && i.condition !== "lost" && (i.price ?? 0) === 0,
  );
  if (own) return list.filter((i) => !unasked.includes(i.kind)).map((i) => ({ name: i.name, items: [i] }));
  const seen = new Set<string>();
  const out: Piece[] = [];
  for (const i of list) {
    if (unasked.includes(i.kind) || seen.has(apart(i))) continue;
    seen.add(apart(i));
    const papers =
      i.kind === "brewer" && i.size ? list.filter((p) => p.kind === "filter" && p.size === i.size) : [];
    if (i.kind === "filter" && list.some((b) => b.kind === "brewer" && b.size === i.size)) continue;
    const [name] = i.name.split(",") as [string];
    out.push({ name: papers.length > 0 ? `${name}, papers` : name, items: [i, ...papers] });
  }
  return out;
}

/** What is taken to be there while nobody says: all of one's shelf, or a pot, a grinder and mugs. */
export function assumedHave(shelf: Item[], all: Piece[]): number[] {
  const id = (i: Item) => i.id as number;
  if (shelf.length > 0) return all.flatMap((p) => p.items.map(id));
  const first = (kind: Item["kind"]) => all.find((p) => p.items[0]?.kind === kind)?.items.map(id) ?? [];
  return [...first("vessel"), ...first("grinder"), ...first("cup")];
}

/** The things themselves, with those of one's shelf that are not asked after. */
export function itemsOf(have: number[], shelf: Item[], catalogue: Catalogue): Item[] {
  const unspoken = shelf.filter((i) => ["burner", "extra", "container", "thermometer"].includes(i.kind));
  return [...shelf, ...catalogue.starter]
    .filter((i) => have.includes(i.id as number))
    .concat(unspoken.filter((i) => i.condition !== "lost"));
}
