import { TookTheirs } from "./change";
import { useLastGood } from "./lastGood";
import { keepPreviousData, QueryClient, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { core } from "../core/core";
import { ask, mayChange, question, table, type Asking, type Operation } from "./ask";
import {
  api,
  ApiError,
  must,
  type Change,
  type Plan,
  type PlanRequest,
  type Proposal,
  type Run,
  type Schemas,
  type StopOut,
  type WhatIf,
} from "./client";

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      // Another window or device may have changed it meanwhile.
      refetchOnWindowFocus: true,
      retry: (n, e) => n < 2 && !(e instanceof ApiError && e.status >= 400),
    },
  },
});

export const useInfo = () => useQuery(question("info", {}));

export const useCatalogue = () => useQuery({ ...question("catalogue", {}), staleTime: Infinity });

export const useTrips = () => useQuery(question("list-trips", {}));

export const useTrip = (trip: number) => useQuery({ ...tripQuery(trip), enabled: trip > 0 });

export const brewQuery = (brew: number) => question("get-brew", { path: { brew } });
export const useBrew = (brew: number) => useQuery(brewQuery(brew));

const noWorkings: Plan["working"] = {};
/** Those told last stand in until the next are there: the same labels, nearly the same bands. */
let toldLast = noWorkings;

/**
 * Plans live: the last plan stays while the next is computed. Where the core is near, figures come first, and
 * their workings, with label and band, right after.
 */
export function usePlan(request: PlanRequest | undefined) {
  const plan = useQuery({
    queryKey: ["plan", request],
    enabled: request !== undefined,
    staleTime: Infinity, // the same request is the same plan
    placeholderData: keepPreviousData,
    gcTime: 20_000,
    retry: false,
    queryFn: async ({ signal }) => {
      const p = await core.plan(request as PlanRequest, signal);
      if (Object.keys(p.working).length > 0) toldLast = p.working;
      return p;
    },
  });
  const bare = plan.data !== undefined && Object.keys(plan.data.working).length === 0;
  const told = useQuery<Plan["working"]>({
    queryKey: ["plan", "workings", request],
    enabled: bare && !plan.isPlaceholderData,
    staleTime: Infinity,
    placeholderData: (previous) => previous ?? toldLast,
    gcTime: 20_000,
    retry: false,
    queryFn: async ({ signal }) => (await core.explained(request as PlanRequest, signal)).working,
  });
  const working = bare ? (told.data ?? noWorkings) : (plan.data?.working ?? noWorkings);
  const data = useMemo(() => plan.data && { ...plan.data, working }, [plan.data, working]);
  return { ...plan, data };
}

/** The request that a change gives; none where there is no change, or nothing to change. */
export const useChanged = (request: PlanRequest | undefined, change: Change | undefined) =>
  useQuery({
    queryKey: ["plan", "changed", request, change],
    enabled: request !== undefined && change !== undefined,
    staleTime: Infinity,
    gcTime: 20_000,
    placeholderData: change && keepPreviousData,
    retry: false,
    queryFn: ({ signal }) => core.changed(request as PlanRequest, change as Change, signal),
  });

const placesQuery = question("list-places", {});
const gearQuery = question("list-gear", {});
export const tripQuery = (trip: number) => question("get-trip", { path: { trip } });
export const kitQuery = (trip: number) => question("get-kit", { path: { trip } });
export const runQuery = (brew: number) => question("get-run", { path: { brew } });

/** Everything worked out for a trip; with the steps of its brews, or with other gear than its own kit. */
export function useTripPlan(trip: number, steps = false, items?: number[]) {
  const client = useQueryClient();
  const journey = async () => {
    const [t, gear, kit] = await Promise.all([
      client.fetchQuery(tripQuery(trip)),
      client.fetchQuery(gearQuery),
      client.fetchQuery(kitQuery(trip)),
    ]);
    return { trip: t, gear, kit };
  };
  const far = question("plan-trip", { path: { trip }, query: { ...(steps && { steps }), items } });
  return useQuery({
    ...far,
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      items?.length ? far.queryFn({ signal }) : core.trip(trip, steps, journey, signal),
  });
}

/** In what ways coffee can be made somewhere, the best first; the last answer stays until the next is there. */
export const useWays = (wanted: Schemas["Wanted"] | undefined) =>
  useLastGood(
    useQuery({
      queryKey: ["ways", wanted],
      enabled: wanted !== undefined,
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      gcTime: 20_000,
      retry: false,
      queryFn: ({ signal }) => core.ways(wanted as Schemas["Wanted"], signal),
    }),
  );

/** How the gear of a brew goes together. */
export const useFit = (request: PlanRequest | undefined, have: Schemas["Item"][], along: number[]) =>
  useLastGood(
    useQuery({
      queryKey: ["fit", request, have, along],
      enabled: request !== undefined && have.length > 0,
      placeholderData: keepPreviousData,
      staleTime: Infinity,
      gcTime: 20_000,
      retry: false,
      queryFn: ({ signal }) => core.fit({ request: request as PlanRequest, have, along }, signal),
    }),
  );

/** What is being made, and what comes next on a trip. */
export const nowQuery = (trip: number) => question("now", { query: { trip } });
export const useNow = (trip: number) => useQuery(nowQuery(trip));

/** The places of no trip. */
export const usePlaces = () => useQuery(placesQuery);

/** A stop of a trip, or a place of none. */
export function useStopOf(trip: number, stop: number): StopOut | undefined {
  const t = useTrip(trip);
  const places = useQuery({ ...placesQuery, enabled: trip === 0 && stop > 0 });
  return (trip > 0 ? t.data : places.data)?.stops.find((s) => s.id === stop);
}

export const addPlace = (body: Schemas["PlaceIn"]) => ask("add-place", { body });
export const putInto = (stop: number, trip: number, day: number) =>
  ask("put-stop-into-trip", { path: { stop }, body: { trip, day } });
export const copyBrew = (brew: number, body: Schemas["Elsewhere"]) =>
  ask("copy-brew", { path: { brew }, body });
export const moveBrew = (brew: number, body: Schemas["Elsewhere"]) =>
  ask("move-brew", { path: { brew }, body });
export const addEvery = (trip: number, body: Schemas["EveryIn"]) =>
  ask("add-every-brew", { path: { trip }, body });

/** What would be made of every morning or evening; nothing is made. */
export const useEveryPreview = (trip: number, body: Schemas["EveryIn"]) =>
  useLastGood(
    useQuery({
      ...question("add-every-brew", { path: { trip }, body: { ...body, preview: true } }),
      placeholderData: keepPreviousData,
      retry: false,
    }),
  );

export const newBrewQuery = (stop: number, query: Asking<"new-brew">["query"]) =>
  question("new-brew", { path: { stop }, query });
export const useNewBrew = (stop: number, method: string, school: string) =>
  useQuery({ ...newBrewQuery(stop, { method, school }), enabled: stop > 0 });

/** The air at a stop at a time of day. */
export const airAt = async (stop: number, at: string): Promise<number | undefined> =>
  (await ask("new-brew", { path: { stop }, query: { method: "pot", at } })).request.place?.air_c;

export function useWhatIf(trip: number, what: WhatIf | undefined) {
  const client = useQueryClient();
  return useLastGood(
    useQuery({
      ...question("what-if", { path: { trip }, body: what as WhatIf }),
      enabled: what !== undefined,
      placeholderData: keepPreviousData,
      retry: false,
      queryFn: ({ signal }) =>
        core.whatIf(trip, what as WhatIf, () => client.fetchQuery(tripQuery(trip)), signal),
    }),
  );
}

export const addStop = (trip: number, body: Schemas["StopIn"]) => ask("add-stop", { path: { trip }, body });
export const splitStop = (stop: number, nights: number) =>
  ask("split-stop", { path: { stop }, body: { nights } });
export const joinStops = (stop: number, other: number) =>
  ask("join-stops", { path: { stop }, body: { with: other } });

export const useGear = () => useQuery(gearQuery);
export const useTripKit = (trip: number) => useQuery({ ...kitQuery(trip), enabled: trip > 0 });
export const useChosenKit = (trip: number, wishes: Schemas["Wishes"], enabled: boolean) =>
  useLastGood(
    useQuery({
      ...question("choose-kit", { path: { trip }, body: wishes }),
      enabled,
      placeholderData: keepPreviousData,
      retry: false,
    }),
  );
/** How far the choice of a trip's kit has come, while it is being made. */
export const useChoosing = (trip: number, on: boolean) =>
  useQuery({
    ...question("kit-progress", { path: { trip } }),
    enabled: on,
    refetchInterval: on ? 400 : false,
    gcTime: 0,
    retry: false,
  });
export function useLaidKit(trip: number, body: Schemas["LayIn"], enabled: boolean, lost: unknown) {
  const laid = question("lay-kit", { path: { trip }, body });
  return useLastGood(
    useQuery({
      ...laid,
      queryKey: [...laid.queryKey, lost],
      enabled,
      placeholderData: keepPreviousData,
      retry: false,
    }),
  );
}

/** A file is sent as it is, and not as JSON. */
export const asFile = (file: Blob, type: string) => ({
  body: file as never,
  bodySerializer: () => file,
  headers: { "Content-Type": type },
});

/** Puts the gear of a CSV file on the shelf; the IDs of what is new. */
export const importGear = (file: File): Promise<number[]> =>
  must(api.POST("/gear/import", asFile(file, "text/csv")));

/** Reads a file on the server without keeping it. */
export const previewFile = (
  file: File,
  how: { terrain?: "simulated"; hours?: number } = {},
): Promise<Proposal> =>
  must(
    api.POST("/import/preview", {
      params: { query: { name: file.name.slice(0, 200), ...how } },
      ...asFile(file, "application/octet-stream"),
    }),
  );

/** How many cups are read at first: a log of years has very many. */
export const latestCups = 500;

export const useLog = (trip: number, all = false) =>
  useQuery({
    ...question("list-log", { query: all ? { trip } : { trip, latest: latestCups } }),
    placeholderData: keepPreviousData,
  });

export const entryQuery = (entry: number) => question("get-log-entry", { path: { entry } });
export const useEntry = (entry: number) => useQuery(entryQuery(entry));

/** The plan of a logged cup, as it was really made. */
export const hadPlanQuery = (entry: number) => question("plan-as-had", { path: { entry } });
export const useHadPlan = (entry: number) => useQuery(hadPlanQuery(entry));

/** What a run shows apart from taste. */
export const useNoticed = (brew: number) => useQuery(question("noticed", { path: { brew } }));

/** How a cup of the log was made, where it was followed. */
export const useAsMade = (entry: number, made: boolean) =>
  useQuery({ ...question("as-made", { path: { entry } }), enabled: made, staleTime: Infinity });

/** Two cups of the log side by side. */
export const comparedQuery = (a: number, b: number) => question("compare-cups", { body: { a, b } });

/** The coffees; what is said of their age holds on a day. */
export const useCoffees = (on = "") => useQuery(question("list-coffees", { query: { on } }));
export const useCoffeePath = (coffee: number) =>
  useQuery({ ...question("coffee-path", { path: { coffee } }), enabled: coffee > 0 });
/** The cup that was liked most, and those made like it. */
export const usePalate = () => useQuery(question("palate", {}));
export const useBestPath = () => useQuery(question("best-path", {}));
/** Coffees, or recipes, that are deleted and can be had back. */
export const useDeletedCoffees = () =>
  useQuery({
    ...question("list-coffees", { query: { all: true } }),
    select: (all) => all.filter((c) => c.deleted),
  });
export const useDeletedRecipes = () =>
  useQuery({
    ...question("list-recipes", { query: { all: true } }),
    select: (all) => all.filter((r) => r.deleted),
  });
export const addCoffee = (body: Schemas["InBag"]) => ask("add-coffee", { body });

/** One's own recipes. */
export const useRecipes = () => useQuery(question("list-recipes", {}));
export const useRecipe = (recipe: number) =>
  useQuery({ ...question("get-recipe", { path: { recipe } }), enabled: recipe > 0 });
export const addRecipe = (body: Schemas["Recipe"]) => ask("add-recipe", { body });
export const recipeOfPlan = (plan: number, name: string) =>
  ask("recipe-of-plan", { path: { plan }, query: { name } });
export const recipeOfEntry = (entry: number, name: string) =>
  ask("recipe-of-entry", { path: { entry }, query: { name } });

/** What to change of a brew next. */
export const useAdvice = (brew: number, body: Schemas["AdviceIn"]) =>
  useQuery({
    ...question("advise", { path: { brew }, body }),
    enabled: brew > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });

/** A cup of the log made again at a stop. */
export const useAgain = (entry: number, body: Schemas["AgainIn"]) =>
  useQuery({
    ...question("make-again", { path: { entry }, body }),
    enabled: entry > 0 && (body.here !== undefined || (body.stop ?? 0) > 0),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useBlinds = () => useQuery(question("list-blinds", {}));
export const useBlind = (blind: number) => useQuery(question("get-blind", { path: { blind } }));
export const beginBlind = (a: number, b: number) => ask("begin-blind", { body: { a, b } });
export const dealBlind = (blind: number) => ask("deal-blind", { path: { blind } });
export const sayBlind = (blind: number, liked: "first" | "second" | "neither") =>
  ask("say-blind", { path: { blind }, body: { liked } });

/** Brings in a log, JSON or CSV. */
export const importLog = (file: File): Promise<Schemas["Brought"]> =>
  must(api.POST("/log/import", asFile(file, "application/octet-stream")));
/** Keeps the recipe of a file. */
export const importRecipe = (file: File): Promise<Schemas["OwnRecipe"]> =>
  must(api.POST("/recipes/import", asFile(file, "application/octet-stream")));

export const useRun = (brew: number) =>
  useQuery({ ...runQuery(brew), staleTime: Infinity, select: (out): Run | null => out.run ?? null });

/** The plan that a brew was planned with, even an old one. */
export const usePlanOf = (plan: number) =>
  useQuery({ ...question("get-plan", { path: { plan } }), enabled: plan > 0, staleTime: Infinity });

/** Reads again whatever may be another after a change; not what a page has left because it is gone. */
export const readAgain = (client: QueryClient, gone: (key: readonly unknown[]) => boolean = () => false) =>
  client.invalidateQueries({ predicate: (q) => mayChange(q.queryKey) && !gone(q.queryKey) });

/** A mutation that makes everything it may have touched be read again. */
export function useChange<In, Out>(run: (input: In) => Promise<Out>, inTurn?: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: run,
    ...(inTurn && { scope: { id: inTurn } }),
    onSuccess: () => readAgain(client),
  });
}

/** What a form does when its change is made, or when the other version was taken instead. */
export const closing = <Out>(close: () => void, then?: (out: Out) => void) => ({
  onSuccess: (out: Out) => {
    close();
    then?.(out);
  },
  onError: (e: Error) => {
    if (e instanceof TookTheirs) close();
  },
});

/** What can be taken away, and had back. */
export type Kind = Operation extends infer K ? (K extends `delete-${infer X}` ? X : never) : never;

/** How the address of one of a kind calls its number. */
/** What a kind of record is called. */
export const kindNames: Record<Kind, string> = {
  trip: "Trip",
  stop: "Stop",
  brew: "Brew",
  log: "Cup",
  coffee: "Coffee",
  recipe: "Recipe",
  gear: "Gear",
  blind: "Blind comparison",
};

export const numberOf = (kind: Kind) => /\{(\w+)\}/.exec(table[`delete-${kind}`].path)?.[1] ?? "";

const taken = (what: "delete" | "restore", kind: Kind, id: number) =>
  ask(`${what}-${kind}` as Operation, { path: { [numberOf(kind)]: id } } as Asking<Operation>);

/** What was deleted and can be restored. */
export const useDeleted = (older: boolean) =>
  useQuery(question("list-deleted", { query: { ...(older && { older }) } }));

/** Deletes one thing, and brings it back. */
export const remove = (kind: Kind, id: number) => taken("delete", kind, id);
export const restore = (kind: Kind, id: number) => taken("restore", kind, id);

export const addBrew = (stop: number, body: Schemas["BrewIn"]) => ask("add-brew", { path: { stop }, body });

export const saveRun = (brew: number, body: Run) => ask("set-run", { path: { brew }, body });

export const endRun = (brew: number) => ask("end-run", { path: { brew } });

export const addLog = (brew: number, body: Schemas["LogIn"]) => ask("add-log", { path: { brew }, body });
