import { expect, test } from "vitest";
import type { Catalogue, Schemas } from "../api/client";
import { assumedHave, itemsOf, pieces, readHere, writeHere, nowhere } from "./state";

type Item = Schemas["Item"];
const item = (id: number, kind: Item["kind"], name: string, more: Partial<Item> = {}): Item => ({
  id,
  kind,
  name,
  mass_g: 10,
  ...more,
});
const starter = [
  item(-1, "brewer", "Cone dripper, plastic", { type: "cone dripper", size: "cone" }),
  item(-2, "brewer", "Folding cone dripper", { type: "cone dripper", size: "cone" }),
  item(-3, "filter", "Cone papers", { type: "cone paper", size: "cone" }),
  item(-4, "filter", "Paper tea bags", { type: "paper tea bag", size: "bag" }),
  item(-5, "vessel", "Titanium pot, 1 L"),
  item(-6, "burner", "Canister burner", { type: "canister" }),
  item(-7, "grinder", "Hand grinder"),
  item(-8, "cup", "Steel mug, wide"),
];
const catalogue = { starter } as Catalogue;

test("of the starter set one of a kind is shown, a dripper with its papers", () => {
  const all = pieces([], catalogue);
  expect(all.map((p) => p.name)).toEqual([
    "Cone dripper, papers",
    "Paper tea bags",
    "Titanium pot",
    "Hand grinder",
    "Steel mug",
  ]);
  expect(all[0]?.items.map((i) => i.id)).toEqual([-1, -3]);
  expect(assumedHave([], all)).toEqual([-5, -7, -8]);
});

test("one's own shelf is shown whole, without what is broken, and burners come along unasked", () => {
  const shelf = [
    item(1, "vessel", "Pot"),
    item(2, "cup", "Mug", { condition: "broken" }),
    item(3, "burner", "Stove", { type: "spirit" }),
  ];
  const all = pieces(shelf, catalogue);
  expect(all.map((p) => p.name)).toEqual(["Pot"]);
  expect(itemsOf(assumedHave(shelf, all), shelf, catalogue).map((i) => i.name)).toEqual(["Pot", "Stove"]);
});

test("what was said is there again, and nothing is kept of nothing", () => {
  expect(writeHere(nowhere)).toBeNull();
  const said = { ...nowhere, drinkers: 2, have: [-1] };
  expect(readHere(writeHere(said))).toEqual(said);
  expect(readHere("not JSON")).toEqual(nowhere);
});
