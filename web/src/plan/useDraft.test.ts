import { describe, expect, it } from "vitest";
import { readDraft } from "./useDraft";

const brew = {
  id: 9,
  stop_id: 5,
  name: "Early",
  at: "06:00",
  revision: 3,
  request: { method: "cone", drinkers: 2, place: { altitude_m: 2300 } },
};
const kept = (over: object) =>
  JSON.stringify({
    name: "Early",
    at: "06:00",
    request: { method: "cone", drinkers: 4, place: { altitude_m: 900 } },
    from: {
      revision: 3,
      name: "Early",
      at: "06:00",
      request: { method: "cone", drinkers: 2, place: { altitude_m: 900 } },
    },
    ...over,
  });

describe("a draft", () => {
  it("follows its stop where the brew is as it was", () => {
    const d = readDraft(kept({}), brew);
    expect(d.request).toEqual({ method: "cone", drinkers: 4, place: { altitude_m: 2300 } });
    expect(d.from.revision).toBe(3);
    expect(brew.request.drinkers, "the brew stays as it is").toBe(2);
  });
  it("stays as it was where the brew was saved since, and remembers from where", () => {
    const d = readDraft(kept({}), { ...brew, revision: 4 });
    expect(d.request.place?.altitude_m).toBe(900);
    expect(d.from.revision).toBe(3);
  });
  it("of before that knows no revision began from none", () => {
    expect(readDraft(JSON.stringify({ method: "pot" }), brew).from.revision).toBe(0);
    expect(
      readDraft(JSON.stringify({ name: "x", at: "", request: { method: "pot" } }), brew).from.revision,
    ).toBe(0);
    expect(readDraft("half a", brew).from.revision).toBe(3);
  });
  it("that is what is saved is no draft", () => {
    const same = readDraft(kept({ request: brew.request }), { ...brew, revision: 8 });
    expect(same.from.revision).toBe(8);
  });
});
