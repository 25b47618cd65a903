// The browser's storage, which may be full or forbidden: then what is kept lasts as long as the
// page, and that is known.

interface Kept {
  getItem: (name: string) => string | null;
  setItem: (name: string, value: string) => void;
  removeItem: (name: string) => void;
  names: () => string[];
}

const here = new Map<string, string>();
const inMemory: Kept = {
  getItem: (name) => here.get(name) ?? null,
  setItem: (name, value) => void here.set(name, value),
  removeItem: (name) => void here.delete(name),
  names: () => [...here.keys()],
};

function ofBrowser(): Storage | undefined {
  try {
    const s = globalThis.localStorage;
    s.setItem("apodemos.probe", "1");
    s.removeItem("apodemos.probe");
    return s;
  } catch {
    return undefined;
  }
}
const browser = ofBrowser();

let full = false;

/** Why what is kept does not last; empty where it does. */
export const whyNot = (): "" | "forbidden" | "full" => (!browser ? "forbidden" : full ? "full" : "");

/** Kept in the browser where that may be, and else for as long as the page is open. */
export const kept: Kept = {
  getItem: (name) => here.get(name) ?? browser?.getItem(name) ?? null,
  setItem: (name, value) => {
    try {
      if (!browser) throw new Error("forbidden");
      browser.setItem(name, value);
      here.delete(name);
    } catch {
      full = browser !== undefined;
      here.set(name, value);
    }
  },
  removeItem: (name) => {
    here.delete(name);
    browser?.removeItem(name);
  },
  names: () => [
    ...inMemory.names(),
    ...Array.from({ length: browser?.length ?? 0 }, (_, i) => browser?.key(i) ?? ""),
  ],
};

/** Whether a name is kept so that it is there when the page is opened again. */
export const lasts = (name: string): boolean => browser !== undefined && !here.has(name);

/** How long what is kept lasts, for a sentence. */
export const howLong = (): string => (whyNot() === "" ? "on this device" : "while this page is open");

/** Where the pocket that this device carries is named, and what the names of a pocket's records begin with. */
export const CHOSEN = "apodemos.carried";
export const prefix = (pocket: string) => `apodemos.pocket.${pocket}.`;
