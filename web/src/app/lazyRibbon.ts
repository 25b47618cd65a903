import { later } from "./fetched";

/** The ribbon of a trip, fetched when it is first shown. */
export const TripRibbon = later(async () => (await import("../ribbon/TripRibbon")).default);
