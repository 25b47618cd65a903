import { TookTheirs } from "./change";
import { useLastGood } from "./lastGood";
import { keepPreviousData, QueryClient, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useMemo } from "react";
import { core } from "../core/core";
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

export const useInfo = () => useQuery({ queryKey: ["info"], queryFn: () => must(api.GET("/info")) });

export const useCatalogue = () =>
  useQuery({ queryKey: ["catalogue"], staleTime: Infinity, queryFn: () => must(api.GET("/catalogue")) });

export const useTrips = () => useQuery({ queryKey: ["trips"], queryFn: () => must(api.GET("/trips")) });

export const useTrip = (trip: number) => useQuery({ ...tripQuery(trip), enabled: trip > 0 });

export const brewQuery = (brew: number) => ({
  queryKey: ["brew", brew],
  queryFn: () => must(api.GET("/brews/{brew}", { params: { path: { brew } } })),
});
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

const placesQuery = { queryKey: ["places"], queryFn: () => must(api.GET("/places")) };
const gearQuery = { queryKey: ["gear"], queryFn: () => must(api.GET("/gear")) };
export const tripQuery = (trip: number) => ({
  queryKey: ["trip", trip],
  queryFn: () => must(api.GET("/trips/{trip}", { params: { path: { trip } } })),
});
const kitQuery = (trip: number) => ({
  queryKey: ["kit", trip],
  queryFn: () => must(api.GET("/trips/{trip}/kit", { params: { path: { trip } } })),
});

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
  return useQuery({
    queryKey: ["trip-plan", trip, steps, items],
    placeholderData: keepPreviousData,
    queryFn: ({ signal }) =>
      items?.length
        ? must(
            api.GET("/trips/{trip}/plan", {
              params: { path: { trip }, query: { ...(steps && { steps }), items } },
              signal,
            }),
          )
        : core.trip(trip, steps, journey, signal),
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
export const useNow = (trip: number) =>
  useQuery({
    queryKey: ["now", trip],
    queryFn: () => must(api.GET("/now", { params: { query: { trip } } })),
  });

/** The places of no trip. */
export const usePlaces = () => useQuery(placesQuery);

/** A stop of a trip, or a place of none. */
export function useStopOf(trip: number, stop: number): StopOut | undefined {
  const t = useTrip(trip);
  const places = useQuery({ ...placesQuery, enabled: trip === 0 && stop > 0 });
  return (trip > 0 ? t.data : places.data)?.stops.find((s) => s.id === stop);
}

export const addPlace = (body: Schemas["PlaceIn"]) => must(api.POST("/places", { body }));
export const putInto = (stop: number, trip: number, day: number) =>
  must(api.PUT("/stops/{stop}/trip", { params: { path: { stop } }, body: { trip, day } }));
export const copyBrew = (brew: number, body: Schemas["Elsewhere"]) =>
  must(api.POST("/brews/{brew}/copy", { params: { path: { brew } }, body }));
export const moveBrew = (brew: number, body: Schemas["Elsewhere"]) =>
  must(api.PUT("/brews/{brew}/place", { params: { path: { brew } }, body }));
export const addEvery = (trip: number, body: Schemas["EveryIn"]) =>
  must(api.POST("/trips/{trip}/brews/every", { params: { path: { trip } }, body }));

/** What would be made of every morning or evening; nothing is made. */
export const useEveryPreview = (trip: number, body: Schemas["EveryIn"]) =>
  useLastGood(
    useQuery({
      queryKey: ["every", trip, body],
      placeholderData: keepPreviousData,
      retry: false,
      queryFn: () => addEvery(trip, { ...body, preview: true }),
    }),
  );

export const useNewBrew = (stop: number, method: string, school: string) =>
  useQuery({
    queryKey: ["new-brew", stop, method, school],
    enabled: stop > 0,
    queryFn: () =>
      must(api.GET("/stops/{stop}/brews/new", { params: { path: { stop }, query: { method, school } } })),
  });

/** The air at a stop at a time of day. */
export const airAt = async (stop: number, at: string): Promise<number | undefined> =>
  (
    await must(
      api.GET("/stops/{stop}/brews/new", { params: { path: { stop }, query: { method: "pot", at } } }),
    )
  ).request.place?.air_c;

export function useWhatIf(trip: number, what: WhatIf | undefined) {
  const client = useQueryClient();
  return useLastGood(
    useQuery({
      queryKey: ["what-if", trip, what],
      enabled: what !== undefined,
      placeholderData: keepPreviousData,
      retry: false,
      queryFn: ({ signal }) =>
        core.whatIf(trip, what as WhatIf, () => client.fetchQuery(tripQuery(trip)), signal),
    }),
  );
}

export const addStop = (trip: number, body: Schemas["StopIn"]) =>
  must(api.POST("/trips/{trip}/stops", { params: { path: { trip } }, body }));
export const splitStop = (stop: number, nights: number) =>
  must(api.POST("/stops/{stop}/split", { params: { path: { stop } }, body: { nights } }));
export const joinStops = (stop: number, other: number) =>
  must(api.POST("/stops/{stop}/join", { params: { path: { stop } }, body: { with: other } }));

export const useGear = () => useQuery(gearQuery);
export const useTripKit = (trip: number) => useQuery({ ...kitQuery(trip), enabled: trip > 0 });
export const useChosenKit = (trip: number, wishes: Schemas["Wishes"], enabled: boolean) =>
  useLastGood(
    useQuery({
      queryKey: ["kit-chosen", trip, wishes],
      enabled,
      placeholderData: keepPreviousData,
      retry: false,
      queryFn: ({ signal }) =>
        must(api.POST("/trips/{trip}/kit/choose", { params: { path: { trip } }, body: wishes, signal })),
    }),
  );
/** How far the choice of a trip's kit has come, while it is being made. */
export const useChoosing = (trip: number, on: boolean) =>
  useQuery({
    queryKey: ["kit-progress", trip],
    enabled: on,
    refetchInterval: on ? 400 : false,
    gcTime: 0,
    retry: false,
    queryFn: ({ signal }) =>
      must(api.GET("/trips/{trip}/kit/progress", { params: { path: { trip } }, signal })),
  });
export const useLaidKit = (trip: number, body: Schemas["LayIn"], enabled: boolean, lost: unknown) =>
  useLastGood(
    useQuery({
      queryKey: ["kit-laid", trip, body, lost],
      enabled,
      placeholderData: keepPreviousData,
      retry: false,
      queryFn: ({ signal }) =>
        must(api.POST("/trips/{trip}/kit/lay", { params: { path: { trip } }, body, signal })),
    }),
  );

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
    queryKey: ["log", trip, all],
    queryFn: () =>
      must(api.GET("/log", { params: { query: all ? { trip } : { trip, latest: latestCups } } })),
    placeholderData: keepPreviousData,
  });

export const entryQuery = (entry: number) => ({
  queryKey: ["log", "entry", entry],
  queryFn: () => must(api.GET("/log/{entry}", { params: { path: { entry } } })),
});
export const useEntry = (entry: number) => useQuery(entryQuery(entry));

/** The plan of an entry as it was really had. */
export const hadPlanQuery = (entry: number) => ({
  queryKey: ["log", "had", entry],
  queryFn: () => must(api.GET("/log/{entry}/had", { params: { path: { entry } } })),
});
export const useHadPlan = (entry: number) => useQuery(hadPlanQuery(entry));

/** What the run of a brew says besides how it tastes. */
export const useNoticed = (brew: number) =>
  useQuery({
    queryKey: ["noticed", brew],
    queryFn: () => must(api.GET("/brews/{brew}/run/noticed", { params: { path: { brew } } })),
  });

/** How a cup of the log was made, where it was followed. */
export const useAsMade = (entry: number, made: boolean) =>
  useQuery({
    queryKey: ["log", "made", entry],
    enabled: made,
    staleTime: Infinity,
    queryFn: () => must(api.GET("/log/{entry}/made", { params: { path: { entry } } })),
  });

/** Two cups of the log side by side. */
export const comparedQuery = (a: number, b: number) => ({
  queryKey: ["log", "compared", a, b],
  queryFn: () => must(api.POST("/log/compare", { body: { a, b } })),
});

/** The coffees; what is said of their age holds on a day. */
export const useCoffees = (on = "") =>
  useQuery({
    queryKey: ["coffees", on],
    queryFn: () => must(api.GET("/coffees", { params: { query: { on } } })),
  });
export const useCoffeePath = (coffee: number) =>
  useQuery({
    queryKey: ["coffees", "path", coffee],
    enabled: coffee > 0,
    queryFn: () => must(api.GET("/coffees/{coffee}/path", { params: { path: { coffee } } })),
  });
/** Coffees, or recipes, that are deleted and can be had back. */
export const useDeletedCoffees = () =>
  useQuery({
    queryKey: ["coffees", "deleted"],
    queryFn: async () =>
      (await must(api.GET("/coffees", { params: { query: { all: true } } }))).filter((c) => c.deleted),
  });
export const useDeletedRecipes = () =>
  useQuery({
    queryKey: ["recipes", "deleted"],
    queryFn: async () =>
      (await must(api.GET("/recipes", { params: { query: { all: true } } }))).filter((r) => r.deleted),
  });
export const addCoffee = (body: Schemas["InBag"]) => must(api.POST("/coffees", { body }));

/** One's own recipes. */
export const useRecipes = () => useQuery({ queryKey: ["recipes"], queryFn: () => must(api.GET("/recipes")) });
export const useRecipe = (recipe: number) =>
  useQuery({
    queryKey: ["recipes", recipe],
    enabled: recipe > 0,
    queryFn: () => must(api.GET("/recipes/{recipe}", { params: { path: { recipe } } })),
  });
export const addRecipe = (body: Schemas["Recipe"]) => must(api.POST("/recipes", { body }));
export const recipeOfPlan = (plan: number, name: string) =>
  must(api.GET("/plans/{plan}/recipe", { params: { path: { plan }, query: { name } } }));
export const recipeOfEntry = (entry: number, name: string) =>
  must(api.GET("/log/{entry}/recipe", { params: { path: { entry }, query: { name } } }));

/** What to change of a brew next. */
export const useAdvice = (brew: number, ask: Schemas["AdviceIn"]) =>
  useQuery({
    queryKey: ["advice", brew, ask],
    enabled: brew > 0,
    placeholderData: keepPreviousData,
    retry: false,
    queryFn: () => must(api.POST("/brews/{brew}/advice", { params: { path: { brew } }, body: ask })),
  });

export const useBlinds = () => useQuery({ queryKey: ["blinds"], queryFn: () => must(api.GET("/blinds")) });
export const useBlind = (blind: number) =>
  useQuery({
    queryKey: ["blinds", blind],
    queryFn: () => must(api.GET("/blinds/{blind}", { params: { path: { blind } } })),
  });
export const beginBlind = (a: number, b: number) => must(api.POST("/blinds", { body: { a, b } }));
export const dealBlind = (blind: number) =>
  must(api.POST("/blinds/{blind}/deal", { params: { path: { blind } } }));
export const sayBlind = (blind: number, liked: "first" | "second" | "neither") =>
  must(api.POST("/blinds/{blind}/say", { params: { path: { blind } }, body: { liked } }));

/** Brings in a log, JSON or CSV. */
export const importLog = (file: File): Promise<Schemas["Brought"]> =>
  must(api.POST("/log/import", asFile(file, "application/octet-stream")));
/** Keeps the recipe of a file. */
export const importRecipe = (file: File): Promise<Schemas["OwnRecipe"]> =>
  must(api.POST("/recipes/import", asFile(file, "application/octet-stream")));

export const useRun = (brew: number) =>
  useQuery({
    queryKey: ["run", brew],
    staleTime: Infinity,
    queryFn: async (): Promise<Run | null> =>
      (await must(api.GET("/brews/{brew}/run", { params: { path: { brew } } }))).run ?? null,
  });

/** The plan that a brew was planned with, even an old one. */
export const usePlanOf = (plan: number) =>
  useQuery({
    queryKey: ["stored-plan", plan],
    enabled: plan > 0,
    staleTime: Infinity,
    queryFn: () => must(api.GET("/plans/{plan}", { params: { path: { plan } } })),
  });

/** A mutation that makes everything it may have touched be read again. */
export function useChange<In, Out>(run: (input: In) => Promise<Out>, inTurn?: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: run,
    ...(inTurn && { scope: { id: inTurn } }),
    onSuccess: () =>
      client.invalidateQueries({
        predicate: (q) => !["plan", "ways", "fit", "catalogue", "info"].includes(String(q.queryKey[0])),
      }),
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

type Kind = "trip" | "stop" | "brew" | "log" | "gear" | "coffee" | "recipe" | "blind";

/** Deletes one thing and brings it back. */
export async function remove(kind: Kind, id: number): Promise<void> {
  switch (kind) {
    case "trip":
      return void (await must(api.DELETE("/trips/{trip}", { params: { path: { trip: id } } })));
    case "stop":
      return void (await must(api.DELETE("/stops/{stop}", { params: { path: { stop: id } } })));
    case "brew":
      return void (await must(api.DELETE("/brews/{brew}", { params: { path: { brew: id } } })));
    case "gear":
      return void (await must(api.DELETE("/gear/{item}", { params: { path: { item: id } } })));
    case "log":
      return void (await must(api.DELETE("/log/{entry}", { params: { path: { entry: id } } })));
    case "coffee":
      return void (await must(api.DELETE("/coffees/{coffee}", { params: { path: { coffee: id } } })));
    case "recipe":
      return void (await must(api.DELETE("/recipes/{recipe}", { params: { path: { recipe: id } } })));
    case "blind":
      return void (await must(api.DELETE("/blinds/{blind}", { params: { path: { blind: id } } })));
  }
}

export async function restore(kind: Kind, id: number): Promise<void> {
  switch (kind) {
    case "trip":
      return void (await must(api.POST("/trips/{trip}/restore", { params: { path: { trip: id } } })));
    case "stop":
      return void (await must(api.POST("/stops/{stop}/restore", { params: { path: { stop: id } } })));
    case "brew":
      return void (await must(api.POST("/brews/{brew}/restore", { params: { path: { brew: id } } })));
    case "gear":
      return void (await must(api.POST("/gear/{item}/restore", { params: { path: { item: id } } })));
    case "coffee":
      return void (await must(api.POST("/coffees/{coffee}/restore", { params: { path: { coffee: id } } })));
    case "recipe":
      return void (await must(api.POST("/recipes/{recipe}/restore", { params: { path: { recipe: id } } })));
    case "blind":
      return void (await must(api.POST("/blinds/{blind}/restore", { params: { path: { blind: id } } })));
    case "log":
      return void (await must(api.POST("/log/{entry}/restore", { params: { path: { entry: id } } })));
  }
}

export const addBrew = (stop: number, body: Schemas["BrewIn"]) =>
  must(api.POST("/stops/{stop}/brews", { params: { path: { stop } }, body }));

export const saveRun = (brew: number, body: Run) =>
  must(api.PUT("/brews/{brew}/run", { params: { path: { brew } }, body }));

export const endRun = (brew: number) => must(api.DELETE("/brews/{brew}/run", { params: { path: { brew } } }));

export const addLog = (brew: number, body: Schemas["LogIn"]) =>
  must(api.POST("/brews/{brew}/log", { params: { path: { brew } }, body }));
