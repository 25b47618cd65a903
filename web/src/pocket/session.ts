// A pocket that is open on this page: what the interface asks is answered by the core here, and
// what is written by it is kept at once, where the browser keeps anything.

import type { Schemas } from "../api/types";
import { askNear, Gone, onNear, isNear, wake } from "../core/near";
import { CHOSEN, kept, lasts, prefix, whyNot } from "./storage";
import { inPocket, mode } from "./mode";

export interface Event {
  id: string;
}
export interface Carried {
  format: string;
  version: number;
  pocket: Schemas["PocketInfo"];
  base: number;
  events: Event[];
  running?: unknown[];
  sum: string;
}

interface Answered {
  status: number;
  etag?: string;
  body?: unknown;
  events?: Event[];
  runs: unknown[];
}

export interface PocketState {
  /** Opening, open, or why it is not. */
  state: "opening" | "open" | "broken";
  why: string;
  pocket?: Schemas["PocketInfo"];
  /** What there is to know, a sentence each. */
  said: string[];
  /** How many changes are not in a copy yet. */
  uncopied: number;
  /** Whether the browser keeps what is done; empty where it does. */
  whyNot: ReturnType<typeof whyNot>;
  /** Whether the browser promised to keep it; a private window never does, and cannot be told apart. */
  promised: boolean;
  /** The copy last handed to the browser, until somebody says that it is there. */
  handed: string;
  /** Earlier copies with changes that this one does not have. */
  left: CarriedHere[];
}

let now: PocketState = {
  state: "opening",
  why: "",
  said: [],
  uncopied: 0,
  whyNot: whyNot(),
  promised: false,
  handed: "",
  left: [],
};
const listeners = new Set<() => void>();
const put = (change: Partial<PocketState>) => {
  now = { ...now, ...change };
  listeners.forEach((l) => l());
};

export const pocketState = (): PocketState => now;
export function onPocket(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Calls back when another copy of this pocket, in another tab, has written something. */
let onOther: () => void = () => undefined;
export const whenOthersWrite = (f: () => void): void => {
  onOther = f;
};

const parsed = <T>(text: string | null): T | undefined => {
  try {
    return text === null ? undefined : (JSON.parse(text) as T);
  } catch {
    return undefined;
  }
};

const seen = new Set<string>();
let id = "";
let written = 0;
const session = crypto.getRandomValues(new Uint32Array(2)).join("");
let runs = "";
let mine = ""; // the carried file's text

/** The pocket that this page is for, as its file or this device has it. */
function carried(): Carried | undefined {
  try {
    const text =
      mode === "file"
        ? document.getElementById("carried")?.textContent
        : kept.getItem(`${prefix(kept.getItem(CHOSEN) ?? "")}carried`);
    mine = text ?? "";
    return text ? (JSON.parse(text) as Carried) : undefined;
  } catch {
    return undefined;
  }
}

/** What was written besides, and is new to this page. */
function others(): Event[] {
  const found: Event[] = [];
  for (const name of kept.names().sort()) {
    if (!name.startsWith(`${prefix(id)}w.`) || seen.has(name)) continue;
    seen.add(name);
    try {
      found.push(...(JSON.parse(kept.getItem(name) ?? "[]") as Event[]));
    } catch {
      put({ said: [...now.said, "Something saved here was damaged, and is left out."] });
    }
  }
  return found;
}

const idle = (f: (v: unknown) => void) =>
  window.requestIdleCallback ? window.requestIdleCallback(f, { timeout: 1500 }) : setTimeout(f, 50);

type First = Record<string, unknown>;

/**
 * What the first picture is made of, by the path that it is asked under: as it came with the file, or as it was
 * when something was last written here; nothing where neither is how items are now.
 */
function first(): First | undefined {
  const c = carried();
  if (!c) return undefined;
  id = c.pocket?.id ?? "";
  const writes = kept.names().filter((n) => n.startsWith(`${prefix(id)}w.`)).length;
  if (writes === 0) return parsed<First>(window.apodemosFirst || null);
  const last = parsed<{ writes: number; first: First }>(kept.getItem(`${prefix(id)}first`));
  return last?.writes === writes ? last.first : undefined;
}

/** What was worked out before, for the first picture. */
export const firstAnswers: First | undefined = inPocket ? first() : undefined;

/** Keeps what the next first picture is made of, a while after something was written. */
let keeping: ReturnType<typeof setTimeout> | undefined;
function keepFirst(): void {
  clearTimeout(keeping);
  keeping = setTimeout(() => {
    void askNear<First>("pocket-first", {}).then((answers) => {
      const writes = kept.names().filter((n) => n.startsWith(`${prefix(id)}w.`)).length;
      const name = `${prefix(id)}first`;
      kept.setItem(name, JSON.stringify({ writes, first: answers }));
    });
  }, 1500);
}

let ready: Promise<void> | undefined;

/** Opens the pocket, once. */
export function open(): Promise<void> {
  ready ??= (async () => {
    const c = carried();
    if (!c) {
      put({
        state: "broken",
        why:
          mode === "file"
            ? "This file is damaged. Make it again, or open a saved copy."
            : "No trip is offline on this device yet. Connect once, open a trip and choose “Take offline”.",
      });
      throw new Error(now.why);
    }
    id = c.pocket?.id ?? "";
    // What is drawn first was worked out before: the page may have both hands for it.
    if (firstAnswers) await new Promise((go) => setTimeout(() => idle(go), 150));
    wake();
    await new Promise<void>((resolve, reject) => {
      const look = () => {
        if (isNear()) resolve();
        else if (document.documentElement.dataset.core === "gone") reject(new Gone());
      };
      onNear(look);
      look();
    });
    window.addEventListener("storage", (e) => {
      if (now.state === "open" && e.key?.startsWith(`${prefix(id)}w.`))
        void meet().then((any) => any && onOther());
    });
    const here = others();
    runs = kept.getItem(`${prefix(id)}runs`) ?? "";
    const opened = await askNear<{ pocket: Schemas["PocketInfo"]; said: string[] }>("pocket-open", {
      carried: c,
      kept: here,
      running: parsed(runs || null),
      clock_rate: Number(new URLSearchParams(location.search).get("clock") ?? 1),
    });
    const copied = Number(kept.getItem(`${prefix(id)}copied`) ?? 0);
    put({
      state: "open",
      pocket: opened.pocket,
      said: opened.said,
      uncopied: Math.max(here.length - copied, 0),
    });
    // Ask for lasting storage before the first change.
    void navigator.storage?.persist?.().then((promised) => put({ promised }));
    put({ left: leftHere(new Set(c.events.map((e) => e.id))) });
    // What was written while this one opened.
    if (await meet()) onOther();
    window.addEventListener("beforeunload", (e) => {
      if (now.uncopied > 0 && now.whyNot !== "") e.preventDefault();
    });
  })().catch((e: unknown) => {
    if (now.state !== "broken")
      put({
        state: "broken",
        why:
          e instanceof Error && !(e instanceof Gone) && e.message
            ? e.message
            : "This offline copy doesn’t start: the browser is too old, or the file is damaged. It can still be brought home.",
      });
    throw e;
  });
  return ready;
}

/** Takes in what another copy has written meanwhile. */
async function meet(): Promise<boolean> {
  const found = others();
  if (found.length === 0) return false;
  await askNear("pocket-take-in", found);
  return true;
}

function keep(events: Event[]): void {
  if (events.length === 0) return;
  // Another page may have brought it home and removed it, or a newer file may be opened in place of this one: what
  // is written now needs what it was written on.
  const base = `${prefix(id)}carried`;
  if (mine !== "" && kept.getItem(base) === null) {
    kept.setItem(base, mine);
    if (mode === "file" && !lasts(base)) kept.removeItem(base);
  }
  const name = `${prefix(id)}w.${session}.${String(written++).padStart(6, "0")}`;
  seen.add(name);
  kept.setItem(name, JSON.stringify(events));
  if (lasts(name) && written === 1) void navigator.storage?.persist?.();
  put({ uncopied: now.uncopied + events.length, whyNot: whyNot() });
  keepFirst();
}

/** Answers a request of the interface, in place of a server. */
export async function pocketFetch(request: Request): Promise<Response> {
  await open();
  const { pathname, search } = new URL(request.url);
  if (request.method !== "GET") await meet();
  const text = request.method === "GET" ? "" : await request.text();
  const answer = await askNear<Answered>("pocket-ask", {
    method: request.method,
    path: pathname.replace(/^\/api\/v1/, "") + search,
    if_match: request.headers.get("If-Match") ?? "",
    ...(text && { body: JSON.parse(text) as unknown }),
  });
  keep(answer.events ?? []);
  const running = JSON.stringify(answer.runs);
  if (running !== runs && !(runs === "" && answer.runs.length === 0)) {
    runs = running;
    kept.setItem(`${prefix(id)}runs`, running);
    kept.setItem(`${prefix(id)}ran`, "1"); // a run was changed here, and comes home
  }
  return new Response(answer.status === 204 ? null : JSON.stringify(answer.body ?? null), {
    status: answer.status,
    headers: { "Content-Type": "application/json", ...(answer.etag && { ETag: answer.etag }) },
  });
}

/** What came of a companion's changes. */
export interface Taken {
  from: string;
  cups: number;
  others: number;
  clashes: number;
  new: Event[];
  said: string[];
}

/** What this phone gives another: everything that was written since it was taken along, or cups alone. */
export async function give(from: string, cups: boolean): Promise<{ text: string; changes: number }> {
  await open();
  await meet();
  return askNear("pocket-give", { from, cups });
}

/** Takes in what another phone gave, and keeps what is new of it here. */
export async function takeFrom(text: string): Promise<Taken> {
  await open();
  await meet();
  const t = await askNear<Taken>("pocket-take-from", { text });
  keep(t.new);
  onOther();
  return t;
}

/** The text of a copy that another phone saved, of a page or of JSON. */
export async function copyOf(file: Blob): Promise<string> {
  const text = await file.text();
  if (text.trimStart().startsWith("{")) return text;
  const page = new DOMParser().parseFromString(text, "text/html");
  const there = page.getElementById("carried")?.textContent;
  if (!there) throw new Error("This file is not an offline copy. Choose the one that was saved.");
  return there;
}

/** JSON that may stand in a page, in ASCII. */
export const forPage = (text: string): string =>
  text.replace(/[<\u007f-\uffff]/g, (c) => `\\u${c.charCodeAt(0).toString(16).padStart(4, "0")}`);

const outer = (tag: string) =>
  [...document.querySelectorAll<HTMLElement>(tag)].map((e) => e.outerHTML).join("\n");

/** The file anew, with everything that is in it now. */
function page(carried: string, first: string): string {
  const head = [...document.head.querySelectorAll("meta, title")].map((e) => e.outerHTML).join("\n");
  const style = document.head.querySelector("style")?.outerHTML ?? "";
  const state = '<div id="root"><p id="state" role="status">Opening the offline copy</p></div>';
  const own = outer("body > script:not([src]):not(#carried):not(#first):not(#running)");
  const noscript = outer("body > noscript");
  return `<!doctype html>\n<html lang="en">\n<head>\n${head}\n${style}\n</head>\n<body>\n${state}\n${noscript}\n<script type="application/json" id="carried">${forPage(carried)}</script>\n<script type="text/plain" id="first">${first}</script>\n${own}\n</body>\n</html>\n`;
}

/** A text as the file packs it. */
async function packed(text: string): Promise<string> {
  const small = new Blob([text]).stream().pipeThrough(new CompressionStream("gzip"));
  const bytes = new Uint8Array(await new Response(small).arrayBuffer());
  return btoa(Array.from(bytes, (b) => String.fromCharCode(b)).join(""));
}

const plainName = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "") || "trip";

let handedOut = 0;

/**
 * Hands a copy of the pocket with everything in it to the browser, and gives its name. Whether the browser wrote
 * it cannot be told: it counts once somebody says that it is there.
 */
export async function keepCopy(): Promise<string> {
  const c = await askNear<{ text: string; first: string; name: string; new: number }>("pocket-carried", {});
  const day = new Date().toISOString().slice(0, 10);
  const file = mode === "file";
  const name = `${plainName(c.name)}-pocket-${day}.${file ? "html" : "json"}`;
  const a = document.createElement("a");
  a.href = URL.createObjectURL(
    new Blob([file ? page(c.text, await packed(c.first)) : c.text], {
      type: file ? "text/html" : "application/json",
    }),
  );
  a.download = name;
  a.click();
  setTimeout(() => URL.revokeObjectURL(a.href), 60_000);
  handedOut = c.new;
  put({ handed: name });
  return name;
}

/** The copy that was handed out is there, or is not. */
export function sayCopied(there: boolean): void {
  if (there) {
    const before = Number(kept.getItem(`${prefix(id)}copied`) ?? 0);
    kept.setItem(`${prefix(id)}copied`, String(handedOut));
    put({ uncopied: Math.max(now.uncopied - (handedOut - before), 0) });
  }
  put({ handed: "" });
}

/** Hands an earlier pocket with its changes to the browser, to be brought home. */
export function handOut(left: CarriedHere): void {
  const a = document.createElement("a");
  a.href = URL.createObjectURL(left.file);
  a.download = `${plainName(left.name)}-pocket-earlier.json`;
  a.click();
  setTimeout(() => URL.revokeObjectURL(a.href), 60_000);
}

/** Removes an earlier pocket that was brought home, or is not wanted. */
export function dropLeft(left: CarriedHere): void {
  forget(left.id);
  put({ left: now.left.filter((l) => l.id !== left.id) });
}

/** Chooses what is to be carried on this device, in place of the one before: as the server tells it, to the letter. */
export function carry(text: string): boolean {
  const c = JSON.parse(text) as Carried;
  const was = kept.getItem(CHOSEN);
  const name = `${prefix(c.pocket.id)}carried`;
  kept.setItem(name, text);
  if (!lasts(name)) {
    kept.removeItem(name);
    return false;
  }
  kept.setItem(CHOSEN, c.pocket.id);
  if (was && was !== c.pocket.id && changesOf(was) === 0) forget(was); // else its changes are not home yet
  return true;
}

/** The changes made here to a pocket, a list from each tab. */
const lists = (pocket: string) =>
  kept
    .names()
    .sort()
    .filter((n) => n.startsWith(`${prefix(pocket)}w.`))
    .flatMap((n) => {
      const list = kept.getItem(n) ?? "[]";
      return parsed(list) ? [list] : [];
    });

const changesOf = (pocket: string) =>
  lists(pocket).reduce((n, l) => n + (parsed<unknown[]>(l)?.length ?? 0), 0);

function forget(pocket: string): void {
  for (const name of kept.names()) if (name.startsWith(prefix(pocket))) kept.removeItem(name);
}

/** What this device carries: its name, how much was done with it, and all of it as it is brought home. */
export interface CarriedHere {
  id: string;
  name: string;
  /** UUIDs of its trips. */
  trips: string[];
  changes: number;
  /** Whether a brew was being made here, without the server. */
  ran: boolean;
  file: Blob;
}

function carriedAs(pocket: string): CarriedHere | undefined {
  const text = kept.getItem(`${prefix(pocket)}carried`);
  const c = parsed<Carried>(text);
  if (!c || text === null) return undefined;
  const running = kept.getItem(`${prefix(pocket)}runs`);
  const events = lists(pocket)
    .map((l) => l.trim().slice(1, -1))
    .filter((l) => l !== "");
  return {
    id: pocket,
    name: c.pocket.name,
    trips: (c.pocket.trips as string[] | undefined) ?? [],
    changes: changesOf(pocket),
    ran: kept.getItem(`${prefix(pocket)}ran`) !== null,
    file: new Blob([
      `{"carried":${text},"kept":[${events.join(",")}]${running ? `,"running":${running}` : ""}}`,
    ]),
  };
}

/** What this device carries now. */
export const carriedHere = (): CarriedHere | undefined => carriedAs(kept.getItem(CHOSEN) ?? "");

/**
 * Earlier pockets with changes that are not home yet: a page left open wrote them, or an older file. Events that
 * are known here are left out of the count.
 */
export function leftHere(known: Set<string> = new Set()): CarriedHere[] {
  const chosen = mode === "file" ? id : kept.getItem(CHOSEN);
  const fresh = (pocket: string) =>
    lists(pocket)
      .flatMap((l) => parsed<Event[]>(l) ?? [])
      .filter((e) => !known.has(e.id)).length;
  const ids = new Set(kept.names().flatMap((n) => /^apodemos\.pocket\.(.+)\.carried$/.exec(n)?.[1] ?? []));
  return [...ids].flatMap((i) => {
    const changes = i === chosen ? 0 : fresh(i);
    const c = changes > 0 ? carriedAs(i) : undefined;
    return c ? [{ ...c, changes }] : [];
  });
}

/** Removes an earlier pocket, once it is home. */
export const letGo = (pocket: string): void => forget(pocket);

/** Lets go of what this device carries. */
export function putDown(): void {
  const was = kept.getItem(CHOSEN);
  if (was) forget(was);
  kept.removeItem(CHOSEN);
}
