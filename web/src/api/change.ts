// Changes of what is there: only what differs is sent, from the revision that it began
// from. Where somebody else was faster, both versions are shown and one is chosen.

import { generate } from "json-merge-patch";
import { api, ApiError, must, type LogEntry, type Schemas, type StopOut, type TripOut } from "./client";

export type Json = Record<string, unknown>;

interface Revised {
  revision?: number;
}

/** Two versions of one thing. */
export interface Versions {
  what: string;
  /** What I have changed, as a merge patch. */
  mine: Json;
  /** What has been changed there meanwhile, as a merge patch. */
  changed: Json;
  theirs: Json;
}

export type Choice = "mine" | "theirs" | "later";

/** The other version was taken; what was to be saved is let go of. */
export class TookTheirs extends Error {}

let asker: (v: Versions) => Promise<Choice> = () => Promise.resolve("later");

/** Who asks a person which of two versions to keep. */
export const askBy = (ask: typeof asker): void => {
  asker = ask;
};
export const which = (v: Versions): Promise<Choice> => asker(v);

const plain = (o: object): Json => JSON.parse(JSON.stringify(o)) as Json;
const pick = (o: object, keys: string[]): Json =>
  plain(Object.fromEntries(Object.entries(o).filter(([k]) => keys.includes(k))));

/** What makes one of the other, as an RFC 7396 merge patch. */
export const patchOf = (was: object, next: object): Json =>
  (generate(plain(was), plain(next)) as Json | undefined) ?? {};

const tag = (revision: number) => `"${revision}"`;

async function change<T extends Revised>(
  what: string,
  was: Revised & object,
  next: object,
  read: () => Promise<T>,
  send: (revision: string, body: Json) => Promise<T>,
): Promise<T> {
  const keys = Object.keys(next);
  const mine = patchOf(pick(was, keys), next);
  for (let revision = was.revision ?? 0; ;) {
    try {
      // Of a draft of before drafts knew, it is not known what it began from.
      if (revision > 0) return await send(tag(revision), mine);
    } catch (e) {
      if (!(e instanceof ApiError && e.status === 412)) throw e;
    }
    const theirs = await read();
    const there = pick(theirs, keys);
    if (Object.keys(patchOf(there, next)).length === 0) return theirs;
    const choice = await which({ what, mine, changed: patchOf(pick(was, keys), there), theirs: there });
    if (choice === "theirs") throw new TookTheirs("The other version was kept.");
    if (choice === "later")
      throw new Error("Nothing was saved: it was changed elsewhere since you began. Save again to choose.");
    revision = theirs.revision ?? 0;
  }
}

const from = (revision: string) => ({ "If-Match": revision });

export const saveTrip = (
  was: Pick<TripOut, "id" | "name" | "revision">,
  next: Partial<Schemas["TripIn"]>,
) => {
  const path = { trip: was.id };
  return change(
    was.name,
    was,
    next,
    () => must(api.GET("/trips/{trip}", { params: { path } })),
    (r, body) => must(api.PATCH("/trips/{trip}", { params: { path, header: from(r) }, body })),
  );
};

export const saveStop = (
  was: Pick<StopOut, "id" | "name" | "revision">,
  next: Partial<Schemas["StopIn"]>,
) => {
  const path = { stop: was.id };
  return change(
    was.name,
    was,
    next,
    () => must(api.GET("/stops/{stop}", { params: { path } })),
    (r, body) => must(api.PATCH("/stops/{stop}", { params: { path, header: from(r) }, body })),
  );
};

export const saveBrew = (
  was: { id: number; name: string; revision: number },
  next: Partial<Schemas["BrewIn"]>,
) => {
  const path = { brew: was.id };
  return change(
    was.name || "the brew",
    was,
    next,
    () => must(api.GET("/brews/{brew}", { params: { path } })),
    (r, body) => must(api.PATCH("/brews/{brew}", { params: { path, header: from(r) }, body })),
  );
};

export const saveGear = (was: Schemas["Item"], next: Schemas["Item"]) => {
  const path = { item: was.id ?? 0 };
  const set = Object.entries({ ...Object.fromEntries(Object.keys(was).map((k) => [k, undefined])), ...next });
  return change(
    was.name,
    was,
    Object.fromEntries(set.filter(([k]) => !["id", "uuid", "revision"].includes(k))),
    () => must(api.GET("/gear/{item}", { params: { path } })),
    (r, body) => must(api.PATCH("/gear/{item}", { params: { path, header: from(r) }, body })),
  );
};

export const saveKit = (trip: number, was: Schemas["TripKit"], next: Partial<Schemas["TripKit"]>) => {
  const path = { trip };
  const set = Object.fromEntries(Object.entries(next).filter(([k]) => k !== "revision"));
  return change(
    "the kit",
    was,
    set,
    () => must(api.GET("/trips/{trip}/kit", { params: { path } })),
    (r, body) => must(api.PATCH("/trips/{trip}/kit", { params: { path, header: from(r) }, body })),
  );
};

/** What a person says of how a brew came out. */
/** A moment as it is sent. */
export const moment = (d: Date) => d.toISOString().replace(/\.\d+Z$/, "Z");

export type Taste = Omit<Schemas["LogIn"], "brewed_at" | "$schema">;

export const saveLog = (was: LogEntry, next: Taste) => {
  const path = { entry: was.id };
  return change(
    "the entry",
    was,
    next,
    () => must(api.GET("/log/{entry}", { params: { path } })),
    (r, body) => must(api.PATCH("/log/{entry}", { params: { path, header: from(r) }, body })),
  );
};

export const saveCoffee = (was: Schemas["CoffeeOut"], next: Schemas["InBag"]) => {
  const path = { coffee: was.id };
  return change(
    was.name,
    was,
    next,
    () => must(api.GET("/coffees/{coffee}", { params: { path } })),
    (r, body) => must(api.PATCH("/coffees/{coffee}", { params: { path, header: from(r) }, body })),
  );
};

export const saveRecipe = (was: Schemas["OwnRecipe"], recipe: Schemas["Recipe"]) => {
  const path = { recipe: was.id };
  return change(
    was.recipe.name ?? "the recipe",
    was,
    { recipe },
    () => must(api.GET("/recipes/{recipe}", { params: { path } })),
    (r, body) => must(api.PATCH("/recipes/{recipe}", { params: { path, header: from(r) }, body })),
  );
};

interface Place {
  id: number;
  position: number;
  day: number;
  km: number;
}

/** Puts the stops of a trip elsewhere. */
export async function arrange(trip: TripOut, next: Place[]): Promise<TripOut> {
  const path = { trip: trip.id };
  const said = (stops: Place[]) => Object.fromEntries(stops.map((s) => [s.id, `day ${s.day}, ${s.km} km`]));
  const named = (of: TripOut["stops"], lines: Record<string, string>) =>
    Object.fromEntries(of.map((s) => [s.name, lines[s.id] ?? "gone"]));
  const body = (of: TripOut) => {
    const known = of.stops.flatMap((s) => {
      const to = next.find((p) => p.id === s.id);
      return to ? [{ ...to, revision: s.revision }] : [];
    });
    // Where stops were taken away or added meanwhile, the others close up around them.
    return known.length === of.stops.length && known.length === next.length
      ? known
      : [...known]
          .sort((a, b) => a.position - b.position)
          .map((p, i) => ({
            ...p,
            position: (of.stops.filter((s) => known.some((k) => k.id === s.id))[i] ?? p).position,
          }));
  };
  for (let base = trip; ;) {
    try {
      return await must(api.PUT("/trips/{trip}/arrangement", { params: { path }, body: body(base) }));
    } catch (e) {
      if (!(e instanceof ApiError && e.status === 412)) throw e;
    }
    const there = await must(api.GET("/trips/{trip}", { params: { path } }));
    const was = named(trip.stops, said(trip.stops));
    const theirs = named(there.stops, said(there.stops));
    const choice = await which({
      what: "the order of the stops",
      mine: patchOf(was, named(trip.stops, said(next))),
      changed: patchOf(was, theirs),
      theirs,
    });
    if (choice === "theirs") throw new TookTheirs("The other version was kept.");
    if (choice === "later") throw new Error("Nothing was moved: the stops were changed elsewhere.");
    base = there;
  }
}
