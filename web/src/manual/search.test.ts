import { describe, expect, it } from "vitest";
import { chapters } from "virtual:manual";
import { around, searcher } from "./search";

const search = searcher([
  { id: "bypass", word: "bypass", says: "Water added to the cup after brewing." },
  { id: "bloom", word: "bloom", says: "The first little water, and the wait for the gas to leave." },
]);
const first = (words: string) => search(words)[0]?.id;

describe("looking through the manual", () => {
  // What a person would type, and the page that is for it.
  it.each([
    ["bag", "recipe-from-a-bag"],
    ["packet recipe", "recipe-from-a-bag"],
    ["hard water", "hotel-with-bad-water"],
    ["urn", "hotel-with-bad-water"],
    ["melt", "snow"],
    ["campfire", "fire-for-five"],
    ["cold brew", "concentrate-for-three-days"],
    ["what to pack", "which-kit"],
    ["sour", "the-next-cup"],
    ["offline", "without-a-network"],
    ["gpx", "a-whole-trip"],
    ["consentrate", "concentrate-for-three-days"],
  ])("finds %s", (words, id) => expect(first(words)).toBe(id));

  it("finds words of the field, and keys", () => {
    expect(search("bypass").find((h) => h.kind === "term")?.says).toContain("added to the cup");
    expect(search("supplies").some((h) => h.kind === "key")).toBe(true);
    expect(search("xyzzy")).toEqual([]);
  });

  it("shows the words around what was found", () => {
    expect(around(`${"one two ".repeat(20)}three four`, ["three"])).toMatch(/^… .*three four/);
    expect(around("a b c", ["c"])).toBe("a b c");
    expect(around("so ".repeat(90), ["title"])).toMatch(/^so .* so …$/);
  });
});

it("has every chapter with its place to begin, without pictures that are not there", () => {
  expect(chapters.length).toBeGreaterThanOrEqual(7);
  for (const c of chapters) {
    expect(c.begins).toMatch(/^\//);
    expect(c.html).not.toMatch(/\.md"|\.\.\/|picture:/);
    expect(c.text).not.toMatch(/[<>]/);
  }
});
