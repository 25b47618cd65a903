import { apply } from "json-merge-patch";
import { useCallback, useRef } from "react";
import { patchOf, which } from "../api/change";
import type { Brew, Change, PlanRequest } from "../api/client";
import { core } from "../core/core";
import { keptHere } from "../app/device";
import { useStored } from "../app/useStored";
import { canonical, setIn } from "./paths";

/** What may be changed of a brew before it is saved. */
interface Draft {
  name: string;
  at: string;
  request: PlanRequest;
}

/** A brew as it was when a draft of it was begun. */
interface Began extends Draft {
  revision: number;
}

interface Kept extends Draft {
  from: Began;
}

type Drafted = Pick<Brew, "id" | "stop_id" | "name" | "at" | "request" | "revision">;

/** A brew that is not kept yet has a draft by its stop and the way it is made. */
const key = (b: Pick<Drafted, "id" | "stop_id" | "request">) =>
  b.id === 0 && b.stop_id === 0
    ? "draft.now"
    : b.id > 0
      ? `draft.${b.id}`
      : `draft.new.${b.stop_id}.${b.request.method}.${b.request.school ?? ""}`;

const part = ({ name, at, request }: Draft): Draft => ({ name, at, request });

const fresh = (b: Drafted): Kept => ({ ...part(b), from: { ...part(b), revision: b.revision } });

/** The same changes, made to the brew as it is now. */
const rebased = (d: Kept, b: Drafted): Kept => ({
  ...apply<Draft>(structuredClone(part(b)), patchOf(part(d.from), part(d)) as unknown as Draft),
  from: fresh(b).from,
});

/** What was kept of a brew on this device; drafts of before had less in them. */
export function readDraft(text: string | null, b: Drafted): Kept {
  let d: Kept;
  try {
    const kept = JSON.parse(text ?? "null") as Kept | Draft | PlanRequest | null;
    if (kept === null) return fresh(b);
    const draft: Draft = "request" in kept ? part(kept) : { ...part(b), request: kept };
    // What a draft of before began from is not known; 0 is no revision.
    d =
      "from" in kept
        ? { ...draft, from: kept.from }
        : { ...draft, from: { ...part(b), revision: b.id > 0 ? 0 : b.revision } };
  } catch {
    return fresh(b);
  }
  if (canonical(part(d)) === canonical(part(b))) return fresh(b);
  // A trial of another moment, or another place: its changes were not meant for this.
  if (b.id === 0 && b.stop_id === 0 && canonical(part(d.from)) !== canonical(part(b))) return fresh(b);
  // Its stop has changed and it has not: it follows the stop, as it would without a draft.
  return d.from.revision === b.revision ? rebased(d, b) : d;
}

/** What a change is of. */
const kindOf = (c: Change) => Object.keys(c).join() + (c.pour?.id ?? "");

/** Whether a brew has changes that were not saved. */
export const hasDraft = (brew: number): boolean => keptHere.get(`draft.${brew}`) !== null;

/**
 * A brew while it is being changed. What is not saved is kept on this device and is
 * still there after a reload or a look elsewhere.
 */
export function useDraft(brew: Drafted) {
  const unchanged = useCallback((d: Kept) => canonical(part(d)) === canonical(part(brew)), [brew]);
  const write = useCallback((d: Kept) => (unchanged(d) ? null : JSON.stringify(d)), [unchanged]);
  const { value: draft, set: keep, latest } = useStored(key(brew), (text) => readDraft(text, brew), write);
  const dirty = !unchanged(draft);
  const behind = dirty && draft.from.revision !== brew.revision;
  // What is changed in the picture is worked out by the core. It comes faster than
  // answers while something is dragged: of the same thing the latest is enough.
  const wanted = useRef<Change[]>([]);
  const working = useRef(false);
  const change = async (c: Change) => {
    const last = wanted.current.at(-1);
    if (last && kindOf(last) === kindOf(c)) wanted.current.pop();
    wanted.current.push(c);
    if (working.current) return;
    working.current = true;
    try {
      for (let next = wanted.current.shift(); next; next = wanted.current.shift())
        keep({ ...latest.current, request: await core.changed(latest.current.request, next) });
    } finally {
      working.current = false;
      wanted.current = [];
    }
  };
  return {
    ...draft,
    dirty,
    change,
    /** It was saved elsewhere after this draft was begun. */
    behind,
    set: (path: string, value: unknown) =>
      keep({ ...latest.current, request: setIn(latest.current.request, path, value) }),
    setMeta: (change: Partial<Pick<Draft, "name" | "at">>) => keep({ ...latest.current, ...change }),
    /** The request as it is now, though it is not drawn yet. */
    latest: () => latest.current.request,
    replace: (request: PlanRequest) => keep({ ...latest.current, request }),
    discard: () => keep(fresh(brew)),
    saved: () => keptHere.remove(key(brew)),
    /** Shows the draft and what was saved since, and goes on with one of them. */
    choose: async () => {
      const d = latest.current;
      const choice = await which({
        what: brew.name || "the brew",
        mine: patchOf(part(d.from), part(d)),
        changed: patchOf(part(d.from), part(brew)),
        theirs: { ...part(brew) },
      });
      if (choice === "mine") keep(rebased(d, brew));
      if (choice === "theirs") keep(fresh(brew));
    },
  };
}
