import { useCallback, useEffect, useRef, useState } from "react";
import type { Conditions, StopOut } from "../api/client";
import { saveStop } from "../api/change";
import { useChange } from "../api/queries";
import { useOfferUndo } from "../app/useUndo";
import { withKey } from "../app/withKey";
import { canonical } from "../plan/paths";

/** Wait after the last change before it is saved. */
const SETTLED_MS = 700;

/** Whether a number is still being typed: its first digits are not what is meant. */
const typing = () =>
  document.activeElement?.matches("input.ant-input-number-input, input[type=text]") ?? false;

/** A stop's conditions while they are being changed. What is said is saved, and can be undone. */
export function useConditions(stop: StopOut) {
  const [draft, setDraft] = useState<Conditions>();
  const offer = useOfferUndo();
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  // Saves follow each other: each begins from what the one before it left.
  const from = useRef(stop);
  useEffect(() => {
    if (stop.revision > from.current.revision) from.current = stop;
  }, [stop]);
  const { mutate, error } = useChange(async (conditions: Conditions) => {
    const was = from.current;
    const water = canonical(conditions.water ?? {}) !== canonical(was.conditions.water ?? {});
    from.current = await saveStop(was, {
      conditions,
      // Water that was taken over from an older version is looked at only where it is changed.
      ...(water && { facts: withKey(was.facts, "water_review", undefined) }),
    });
    return { was, now: from.current };
  }, `stop-${stop.id}`);
  const send = useCallback(
    (conditions: Conditions) => {
      clearTimeout(wait.current);
      wait.current = undefined;
      if (canonical(conditions) === canonical(from.current.conditions)) return setDraft(undefined);
      mutate(conditions, {
        onSuccess: ({ was, now }) => {
          setDraft((d) => (d === conditions ? undefined : d));
          offer(`stop-${now.id}`, `${now.name} changed`, () =>
            saveStop(now, { conditions: was.conditions, facts: was.facts }),
          );
        },
      });
    },
    [mutate, offer],
  );
  useEffect(() => {
    if (!draft) return undefined;
    const tick = () => {
      if (typing()) wait.current = setTimeout(tick, SETTLED_MS);
      else send(draft);
    };
    wait.current = setTimeout(tick, SETTLED_MS);
    return () => clearTimeout(wait.current);
  }, [draft, send]);
  // Who leaves the page has said it, too.
  const pending = useRef<() => void>(undefined);
  useEffect(() => {
    pending.current = () => draft && wait.current !== undefined && send(draft);
  });
  useEffect(() => {
    const leave = () => pending.current?.();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, []);
  return { conditions: draft ?? stop.conditions, changing: draft !== undefined, error, set: setDraft };
}
