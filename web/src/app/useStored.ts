import { useCallback, useRef, useState } from "react";
import { kept } from "../pocket/storage";
import { keptHere } from "./device";

/** Where something is kept: for the database that answers, or for this browser whatever answers. */
interface Place {
  get: (name: string) => string | null;
  set: (name: string, value: string) => void;
  remove: (name: string) => void;
}

/** Kept for this browser, whatever database answers. */
export const everywhere: Place = {
  get: (name) => kept.getItem(`apodemos.${name}`),
  set: (name, value) => kept.setItem(`apodemos.${name}`, value),
  remove: (name) => kept.removeItem(`apodemos.${name}`),
};

/**
 * Something that is kept on this device, and is still there after a reload. `read` makes it of the text that was
 * kept, or of null; `write` gives the text to keep, or null where there is nothing to. `latest` is what was set
 * last, though it is not drawn yet: changes come faster than renders when something is held or dragged.
 */
export function useStored<T>(
  name: string,
  read: (text: string | null) => T,
  write: (value: T) => string | null,
  place: Place = keptHere,
) {
  const [value, setValue] = useState(() => read(place.get(name)));
  const latest = useRef(value);
  const set = useCallback(
    (next: T) => {
      latest.current = next;
      const text = write(next);
      if (text === null) place.remove(name);
      else place.set(name, text);
      setValue(next);
    },
    [name, write, place],
  );
  return { value, set, latest };
}

/** Reads an object over what stands where nothing was kept, or nothing that can be read. */
export const over =
  <T extends object>(empty: T) =>
  (text: string | null): T => {
    try {
      return { ...empty, ...(JSON.parse(text ?? "{}") as Partial<T>) };
    } catch {
      return empty;
    }
  };
