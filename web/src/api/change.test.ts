import { beforeEach, describe, expect, it, vi } from "vitest";
import type { LogEntry, Schemas, StopOut, TripOut } from "./client";

// A server of one thing of each kind, at revision 7; what begins elsewhere is behind.
const sent: { method: string; path: string; tag: string | null; body: unknown }[] = [];
let now: Record<string, unknown> = {};
vi.stubGlobal("location", { href: "http://here/" });
vi.stubGlobal("fetch", async (request: Request) => {
  const path = new URL(request.url).pathname.replace("/api/v1", "");
  if (request.method === "GET") return Response.json(now);
  const body: unknown = await request.json();
  const tag = request.headers.get("If-Match");
  sent.push({ method: request.method, path, tag, body });
  if (tag !== `"${String(now.revision)}"` && request.method === "PATCH")
    return Response.json({ status: 412, detail: "changed" }, { status: 412 });
  return Response.json({ ...now, revision: Number(now.revision) + 1 });
});
vi.stubGlobal(
  "Request",
  class extends Request {
    constructor(url: string | URL | Request, init?: RequestInit) {
      super(typeof url === "string" ? new URL(url, "http://here") : url, init);
    }
  },
);
const { askBy, saveGear, saveKit, saveLog, saveStop, saveTrip, TookTheirs } = await import("./change");
import type { Choice, Versions } from "./change";

let asked: Versions[] = [];
const choose = (c: Choice) =>
  askBy((v) => {
    asked.push(v);
    return Promise.resolve(c);
  });

const kinds: Record<string, [Record<string, unknown>, (was: never) => Promise<unknown>]> = {
  trip: [{ id: 1, name: "T", people: 2 }, (was: TripOut) => saveTrip(was, { people: 3 })],
  stop: [{ id: 1, name: "S", note: "a" }, (was: StopOut) => saveStop(was, { note: "mine" })],
  gear: [
    { id: 1, name: "G", kind: "cup", mass_g: 60, rim_mm: 70 },
    (was: Schemas["Item"]) => saveGear(was, { id: 1, name: "G", kind: "cup", mass_g: 64 }),
  ],
  kit: [
    { items: [1], packed: [], lost: [], wishes: {} },
    (was: Schemas["TripKit"]) => saveKit(1, was, { packed: ["a"] }),
  ],
  log: [
    { id: 1, sour_bitter: 0, weak_strong: 0, silt: 0, mark: 6, words: "" },
    (was: LogEntry) => saveLog(was, { sour_bitter: 0, weak_strong: 0, silt: 0, mark: 9, words: "" }),
  ],
};
const mine: Record<string, unknown> = {
  trip: { people: 3 },
  stop: { note: "mine" },
  gear: { mass_g: 64, rim_mm: null },
  kit: { packed: ["a"] },
  log: { mark: 9 },
};

describe.each(Object.keys(kinds))("a change of a %s", (kind) => {
  const [fields, save] = kinds[kind] as (typeof kinds)[string];
  beforeEach(() => {
    sent.length = 0;
    asked = [];
    now = { ...fields, revision: 7 };
  });

  it("sends what differs, from the revision that it began from", async () => {
    choose("later");
    await save({ ...fields, revision: 7 } as never);
    expect(sent).toMatchObject([{ method: "PATCH", tag: '"7"', body: mine[kind] }]);
    expect(asked).toHaveLength(0);
  });

  it("that is behind asks, and keeps mine over theirs", async () => {
    choose("mine");
    await save({ ...fields, revision: 5 } as never);
    expect(asked[0]?.mine).toEqual(mine[kind]);
    expect(sent.map((s) => s.tag)).toEqual(['"5"', '"7"']);
    expect(sent[1]?.body).toEqual(mine[kind]);
  });

  it("that is behind lets go of mine, or of nothing", async () => {
    choose("theirs");
    await expect(save({ ...fields, revision: 5 } as never)).rejects.toBeInstanceOf(TookTheirs);
    choose("later");
    await expect(save({ ...fields, revision: 5 } as never)).rejects.toThrow("Not saved");
    expect(sent).toHaveLength(2);
  });

  it("of which nothing is known when it began asks first", async () => {
    choose("later");
    await expect(save({ ...fields, revision: 0 } as never)).rejects.toThrow("Not saved");
    expect(sent).toHaveLength(0);
    expect(asked).toHaveLength(1);
  });
});
