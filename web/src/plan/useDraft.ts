import { useCallback, useRef, useState } from "react";
import type { BrewOut, PlanRequest } from "../api/client";
import { canonical, setIn } from "./paths";

const key = (brew: number) => `apodemos.draft.${brew}`;

function read(brew: BrewOut): PlanRequest {
  try {
    const kept = localStorage.getItem(key(brew.id));
    return kept ? (JSON.parse(kept) as PlanRequest) : brew.request;
  } catch {
    return brew.request;
  }
}

/** Whether a brew has changes that were not saved. */
export const hasDraft = (brew: number): boolean => localStorage.getItem(key(brew)) !== null;

/**
 * The request of a brew while it is being changed. What is not saved is kept
 * on this device and is still there after a reload or a look elsewhere.
 */
export function useDraft(brew: BrewOut) {
  const [request, setRequest] = useState(() => read(brew));
  const dirty = canonical(request) !== canonical(brew.request);
  // Changes come faster than renders when a slider is held; each builds on the
  // one before, and not on what was last drawn.
  const latest = useRef(request);
  const keep = useCallback(
    (r: PlanRequest) => {
      latest.current = r;
      if (canonical(r) === canonical(brew.request)) localStorage.removeItem(key(brew.id));
      else localStorage.setItem(key(brew.id), JSON.stringify(r));
      setRequest(r);
    },
    [brew],
  );
  return {
    request,
    dirty,
    set: (path: string, value: unknown) => keep(setIn(latest.current, path, value)),
    replace: keep,
    discard: () => keep(brew.request),
    saved: () => localStorage.removeItem(key(brew.id)),
  };
}
