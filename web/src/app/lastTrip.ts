import { keptHere } from "./device";

const KEY = "trip";

/** The trip that was open last, if any. */
export const lastTrip = (): string | null => keptHere.get(KEY);

export const rememberTrip = (id: number): void => keptHere.set(KEY, String(id));
