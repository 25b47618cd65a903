// Changes of what is there: only what differs is sent, from the revision that it began
// from. Where somebody else was faster, both versions are shown and one is chosen.

import { generate } from "json-merge-patch";
import { ask, type Answer, type Asking, type Operation } from "./ask";
import { ApiError, type LogEntry, type Schemas, type StopOut, type TripOut } from "./client";

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
export const askBy = (by: typeof asker): void => {
  asker = by;
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
    if (choice === "theirs") throw new TookTheirs("The other version was saved.");
    if (choice === "later")
      throw new Error("Not saved: it was changed elsewhere meanwhile. Save again to choose.");
    revision = theirs.revision ?? 0;
  }
}

/** A change of one of a kind: read and written by its operations. */
const saving =
  <P extends Operation, G extends Operation>(set: P, get: G, path: Asking<G>["path"]) =>
  <T extends object>(what: string, was: Parameters<typeof change>[1], next: T) =>
    change(
      what,
      was,
      next,
      () => ask(get, { path } as unknown as Asking<G>) as Promise<Revised & Answer<P>>,
      (from, body) => ask(set, { path, body, from } as unknown as Asking<P>) as Promise<Revised & Answer<P>>,
    );

export const saveTrip = (was: Pick<TripOut, "id" | "name" | "revision">, next: Partial<Schemas["TripIn"]>) =>
  saving("set-trip", "get-trip", { trip: was.id })(was.name, was, next);

export const saveStop = (was: Pick<StopOut, "id" | "name" | "revision">, next: Partial<Schemas["StopIn"]>) =>
  saving("set-stop", "get-stop", { stop: was.id })(was.name, was, next);

export const saveBrew = (
  was: { id: number; name: string; revision: number },
  next: Partial<Schemas["BrewIn"]>,
) => saving("set-brew", "get-brew", { brew: was.id })(was.name || "the brew", was, next);

const own = ["id", "uuid", "revision"];
export const saveGear = (was: Schemas["Item"], next: Schemas["Item"]) => {
  const set = Object.entries({ ...Object.fromEntries(Object.keys(was).map((k) => [k, undefined])), ...next });
  return saving("set-gear", "get-gear", { item: was.id ?? 0 })(
    was.name,
    was,
    Object.fromEntries(set.filter(([k]) => !own.includes(k))),
  );
};

export const saveKit = (trip: number, was: Schemas["TripKit"], next: Partial<Schemas["TripKit"]>) =>
  saving("set-kit", "get-kit", { trip })(
    "the kit",
    was,
    Object.fromEntries(Object.entries(next).filter(([k]) => k !== "revision")),
  );

/** A moment as it is sent. */
export const moment = (d: Date) => d.toISOString().replace(/\.\d+Z$/, "Z");

/** What a person says of how a brew came out. */
export type Taste = Omit<Schemas["LogIn"], "brewed_at" | "$schema">;

export const saveLog = (was: LogEntry, next: Taste) =>
  saving("set-log", "get-log-entry", { entry: was.id })("the entry", was, next);

export const saveCoffee = (was: Schemas["CoffeeOut"], next: Schemas["InBag"]) =>
  saving("set-coffee", "get-coffee", { coffee: was.id })(was.name, was, next);

export const saveRecipe = (was: Schemas["OwnRecipe"], recipe: Schemas["Recipe"]) =>
  saving("set-recipe", "get-recipe", { recipe: was.id })(was.recipe.name ?? "the recipe", was, { recipe });

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
      return await ask("arrange-stops", { path, body: body(base) });
    } catch (e) {
      if (!(e instanceof ApiError && e.status === 412)) throw e;
    }
    const there = await ask("get-trip", { path });
    const was = named(trip.stops, said(trip.stops));
    const theirs = named(there.stops, said(there.stops));
    const choice = await which({
      what: "the order of the stops",
      mine: patchOf(was, named(trip.stops, said(next))),
      changed: patchOf(was, theirs),
      theirs,
    });
    if (choice === "theirs") throw new TookTheirs("The other version was saved.");
    if (choice === "later") throw new Error("Nothing moved: the stops were changed elsewhere. Try again.");
    base = there;
  }
}
