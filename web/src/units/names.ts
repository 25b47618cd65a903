import type { Catalogue } from "../api/client";

/** What a request's words are called on the screen. */
export function wordNames(catalogue: Catalogue): Record<string, string> {
  const lists = [catalogue.burners, catalogue.fuels, catalogue.materials];
  return {
    isa: "standard atmosphere",
    west: "West’s, for summer and tropics",
    safe: "safe: somebody vouches for it",
    filtered: "filtered",
    boil: "boil it",
    doubtful: "doubtful",
    server: "a server, shared out",
    cups: "each cup in its turn",
    "lid-off": "the lid off",
    "lid-ajar": "the lid ajar, or a spout",
    "lid-on": "the lid on",
    "pour-through": "a second, cold pot",
    ...Object.fromEntries(catalogue.sources.map((s) => [s.id, s.name])),
    ...Object.fromEntries(lists.flatMap((list) => list.map((x) => [x.id, x.name]))),
  };
}
