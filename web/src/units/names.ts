import type { Catalogue } from "../api/client";

/** What a request's words are called on the screen. */
export function wordNames(catalogue: Catalogue): Record<string, string> {
  const lists = [catalogue.burners, catalogue.fuels, catalogue.materials];
  return {
    isa: "standard atmosphere",
    west: "West’s, for summer and tropics",
    boil: "boil it",
    ...Object.fromEntries(lists.flatMap((list) => list.map((x) => [x.id, x.name]))),
  };
}
