import { useCallback, useRef, useState } from "react";
import type { Brew, PlanRequest } from "../api/client";
import { canonical, setIn } from "./paths";

/** What may be changed of a brew before it is saved. */
interface Draft {
  name: string;
  at: string;
  request: PlanRequest;
}

type Drafted = Pick<Brew, "id" | "stop_id" | "name" | "at" | "request">;

/** A brew that is not kept yet has a draft by its stop and the way it is made. */
const key = (b: Pick<Drafted, "id" | "stop_id" | "request">) =>
  b.id > 0
    ? `apodemos.draft.${b.id}`
    : `apodemos.draft.new.${b.stop_id}.${b.request.method}.${b.request.school ?? ""}`;

const asKept = (b: Drafted): Draft => ({ name: b.name, at: b.at, request: b.request });

function read(b: Drafted): Draft {
  try {
    const kept = JSON.parse(localStorage.getItem(key(b)) ?? "null") as Draft | PlanRequest | null;
    if (kept === null) return asKept(b);
    // Drafts of before had the request alone.
    return "request" in kept ? kept : { ...asKept(b), request: kept };
  } catch {
    return asKept(b);
  }
}

/** Whether a brew has changes that were not saved. */
export const hasDraft = (brew: number): boolean => localStorage.getItem(`apodemos.draft.${brew}`) !== null;

/**
 * A brew while it is being changed. What is not saved is kept on this device and is
 * still there after a reload or a look elsewhere.
 */
export function useDraft(brew: Drafted) {
  const [draft, setDraft] = useState(() => read(brew));
  const dirty = canonical(draft) !== canonical(asKept(brew));
  // Changes come faster than renders when a slider is held; each builds on the
  // one before, and not on what was last drawn.
  const latest = useRef(draft);
  const keep = useCallback(
    (d: Draft) => {
      latest.current = d;
      if (canonical(d) === canonical(asKept(brew))) localStorage.removeItem(key(brew));
      else localStorage.setItem(key(brew), JSON.stringify(d));
      setDraft(d);
    },
    [brew],
  );
  return {
    ...draft,
    dirty,
    set: (path: string, value: unknown) =>
      keep({ ...latest.current, request: setIn(latest.current.request, path, value) }),
    setMeta: (change: Partial<Pick<Draft, "name" | "at">>) => keep({ ...latest.current, ...change }),
    replace: (request: PlanRequest) => keep({ ...latest.current, request }),
    discard: () => keep(asKept(brew)),
    saved: () => localStorage.removeItem(key(brew)),
  };
}
