/** A copy of an object with one key set, or taken away where the value says nothing. */
export function withKey<T extends object>(o: T, key: keyof T, value: unknown): T {
  const others = Object.entries(o).filter(([k]) => k !== key);
  const empty = value === undefined || value === null || value === "" || value === false;
  return Object.fromEntries(empty ? others : [...others, [key, value]]) as T;
}
