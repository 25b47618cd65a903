import { beforeEach, describe, expect, it, vi } from "vitest";

const kept = new Map<string, string>();
vi.stubGlobal("localStorage", {
  get length() {
    return kept.size;
  },
  key: (i: number) => [...kept.keys()][i] ?? null,
  getItem: (k: string) => kept.get(k) ?? null,
  setItem: (k: string, v: string) => void kept.set(k, v),
  removeItem: (k: string) => void kept.delete(k),
});
const { deviceFor, keptHere } = await import("./device");

describe("what is kept on a device", () => {
  beforeEach(() => kept.clear());

  it("moves once to the database that answers, and the settings stay", () => {
    kept.set("apodemos.draft.9", "old");
    kept.set("apodemos.ticks.1", "[]");
    kept.set("apodemos.settings", "{}");
    deviceFor("a");
    expect(keptHere.get("draft.9")).toBe("old");
    expect([...kept.keys()].sort()).toEqual([
      "apodemos.db.a.draft.9",
      "apodemos.db.a.ticks.1",
      "apodemos.settings",
    ]);
  });

  it("belongs to one database", () => {
    deviceFor("b");
    keptHere.set("draft.9", "mine");
    deviceFor("c");
    expect(keptHere.get("draft.9")).toBeNull();
    deviceFor("b");
    expect(keptHere.get("draft.9")).toBe("mine");
  });
});
