// What is kept on this device belongs to one database, and not to whatever answers at
// the same address.

const PREFIX = "apodemos.";
const kinds = ["draft.", "ticks.", "taste.", "trip"];
let database = "";

/** Says whose things are read and written from here on; those of before are moved once. */
export function deviceFor(id: string): void {
  if (database === id) return;
  database = id;
  const names = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? "");
  for (const name of names) {
    const rest = name.slice(PREFIX.length);
    if (!name.startsWith(PREFIX) || !kinds.some((k) => rest.startsWith(k))) continue;
    const value = localStorage.getItem(name);
    if (value !== null && localStorage.getItem(full(rest)) === null) localStorage.setItem(full(rest), value);
    localStorage.removeItem(name);
  }
}

const full = (name: string) => `${PREFIX}db.${database}.${name}`;

export const keptHere = {
  get: (name: string): string | null => localStorage.getItem(full(name)),
  set: (name: string, value: string): void => localStorage.setItem(full(name), value),
  remove: (name: string): void => localStorage.removeItem(full(name)),
};
