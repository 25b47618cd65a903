// What is kept on this device belongs to one database, and not to whatever answers at
// the same address.

import { kept } from "../pocket/storage";

const PREFIX = "apodemos.";
const kinds = ["draft.", "ticks.", "taste.", "trip"];
let database = "";

/** Says whose items are read and written from here on; those of before are moved once. */
export function deviceFor(id: string): void {
  if (database === id) return;
  database = id;
  const names = kept.names();
  for (const name of names) {
    const rest = name.slice(PREFIX.length);
    if (!name.startsWith(PREFIX) || !kinds.some((k) => rest.startsWith(k))) continue;
    const value = kept.getItem(name);
    if (value !== null && kept.getItem(full(rest)) === null) kept.setItem(full(rest), value);
    kept.removeItem(name);
  }
}

const full = (name: string) => `${PREFIX}db.${database}.${name}`;

export const keptHere = {
  get: (name: string): string | null => kept.getItem(full(name)),
  set: (name: string, value: string): void => kept.setItem(full(name), value),
  remove: (name: string): void => kept.removeItem(full(name)),
};
