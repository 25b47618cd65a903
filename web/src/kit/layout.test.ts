import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { badge, CELL, layOut, links } from "./layout";

type Item = Schemas["Item"];
const item = (id: number, kind: Item["kind"]) => ({ id, kind, name: `${kind} ${id}`, mass_g: 10 }) as Item;
const joint = (a: number, b: number | undefined, level: "fits" | "care" | "no") =>
  ({ rule: "x", a, b, level, text: "", remedy: "", figure: 0, limit: 0 }) as Schemas["Joint"];

describe("the floor", () => {
  const items = [item(1, "brewer"), item(2, "cup"), item(3, "filter"), item(4, "vessel"), item(5, "burner")];
  it("lays what goes together in rows", () => {
    const { spots, height } = layOut(items, 600);
    const at = (id: number) => spots.find((s) => s.item.id === id);
    expect([3, 1, 2].map((id) => at(id)?.y)).toEqual([0, 0, 0]);
    expect([4, 5].map((id) => at(id)?.y)).toEqual([CELL.h, CELL.h]);
    // In their order, as far apart as there is room, and within it.
    const row = [3, 1, 2].map((id) => at(id)?.x ?? -1);
    expect(row).toEqual([...row].sort((a, b) => a - b));
    expect((row[1] ?? 0) - (row[0] ?? 0)).toBe(200);
    expect((row[2] ?? 0) + CELL.w).toBeLessThanOrEqual(600);
    expect(height).toBe(2 * CELL.h);
  });
  it("goes on below on a narrow screen, and no two lie on each other", () => {
    const { spots } = layOut(items, 160);
    const places = new Set(spots.map((s) => `${s.x},${s.y}`));
    expect(places.size).toBe(items.length);
  });
  it("links what meets, and marks a piece for its own", () => {
    const { spots } = layOut(items, 600);
    const l = links(spots, [joint(1, 2, "no"), joint(4, undefined, "care"), joint(1, 99, "fits")]);
    expect(l).toHaveLength(1);
    expect(l[0]?.joint.level).toBe("no");
    expect(badge(4, [joint(4, undefined, "care"), joint(4, undefined, "fits")])).toBe("care");
    expect(badge(4, [joint(4, undefined, "care"), joint(4, undefined, "no")])).toBe("no");
    expect(badge(1, [joint(1, 2, "no")])).toBeUndefined();
  });
});
