import { useCallback, useEffect, useRef, useState, type ReactNode } from "react";
import type { Catalogue, Conditions, StopOut } from "../api/client";
import { saveStop } from "../api/change";
import { useChange } from "../api/queries";
import { Strip } from "../app/Strip";
import { Trouble } from "../app/Trouble";
import { useOfferUndo } from "../app/useUndo";
import { useSettings } from "../app/settings";
import { withKey } from "../app/withKey";
import { Hill } from "../place/Hill";
import { Sentence } from "../sentence/Sentence";
import { airWords, waterWords } from "../sentence/placeWords";

/** A change is saved once nothing more follows for a moment. */
const SETTLED_MS = 700;

/** A stop's conditions as they are being changed: what is said is saved, and can be undone. */
function useConditions(stop: StopOut) {
  const [draft, setDraft] = useState<Conditions>();
  const offer = useOfferUndo();
  const wait = useRef<ReturnType<typeof setTimeout>>(undefined);
  const save = useChange((conditions: Conditions) =>
    saveStop(stop, {
      conditions,
      // What was taken over from an older version has been looked at now.
      facts: withKey(stop.facts, "water_review", undefined),
    }),
  );
  const { mutate } = save;
  const before = stop.conditions;
  const send = useCallback(
    (conditions: Conditions) => {
      clearTimeout(wait.current);
      wait.current = undefined;
      mutate(conditions, {
        onSuccess: (now) => {
          setDraft((d) => (d === conditions ? undefined : d));
          offer(`stop-${now.id}`, `${now.name} changed`, () => saveStop(now, { conditions: before }));
        },
      });
    },
    [mutate, offer, before],
  );
  const pending = useRef<() => void>(undefined);
  useEffect(() => {
    pending.current = () => wait.current !== undefined && draft && send(draft);
  });
  useEffect(() => {
    const now = () => pending.current?.();
    window.addEventListener("pagehide", now);
    return () => {
      window.removeEventListener("pagehide", now);
      now();
    };
  }, []);
  return {
    conditions: draft ?? stop.conditions,
    error: save.error,
    set: (c: Conditions) => {
      setDraft(c);
      clearTimeout(wait.current);
      wait.current = setTimeout(() => send(c), SETTLED_MS);
    },
  };
}

/** What it is like at a stop: a hill, and a sentence whose words are changed in place. */
export function StopSentence({
  stop,
  catalogue,
  wish,
  onWish,
  children,
}: {
  stop: StopOut;
  catalogue: Catalogue;
  wish: string;
  onWish: (w: string) => void;
  /** The answer, over the sentence. */
  children: ReactNode;
}) {
  const { system } = useSettings();
  const { conditions, set, error } = useConditions(stop);
  const place = {
    conditions,
    filled: conditions,
    catalogue,
    system,
    altitude: conditions.place?.altitude_m,
    onChange: set,
    slide: true,
  };
  const air = airWords(place);
  return (
    <div className="stop-place">
      <div className="stop-hill">
        <Hill altitude={stop.conditions.place?.altitude_m} boil={stop.boil} height={120} />
      </div>
      <div>
        {children}
        <Sentence
          parts={[
            "At ",
            conditions.place?.altitude_m === undefined && conditions.place?.pressure_hpa === undefined
              ? { ...air.altitude, text: "an altitude not known", wanting: true }
              : air.altitude,
            " in ",
            air.air,
            ", ",
            air.wind,
            "; ",
            ...waterWords(place),
            "; ",
            {
              id: "wish",
              label: "What matters most",
              text: catalogue.names[wish] ?? "balanced",
              assumed: wish === "",
              control: () => (
                <Strip
                  label="What matters most"
                  value={wish}
                  options={catalogue.wishes.map((w) => ({
                    value: w as string,
                    word: catalogue.names[w] ?? w,
                  }))}
                  onChange={onWish}
                />
              ),
            },
            ".",
          ]}
        />
        {error && <Trouble error={error} />}
      </div>
    </div>
  );
}
