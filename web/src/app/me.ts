import { everywhere } from "./useStored";

const NAME = "companion";

/** Who this device belongs to, as they said to companions; empty where nobody said. */
export const myName = (): string => everywhere.get(NAME)?.trim() ?? "";

export const setMyName = (name: string): void => everywhere.set(NAME, name);
