import { useSyncExternalStore } from "react";
import { onPocket, pocketState, type PocketState } from "./session";

/** How the pocket of this page is, drawn again whenever that changes. */
export const usePocket = (): PocketState => useSyncExternalStore(onPocket, pocketState);
