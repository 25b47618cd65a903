import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, must, type Schemas } from "../api/client";

const live = { placeholderData: keepPreviousData, gcTime: 20_000, retry: false } as const;

export const useBoilAnswer = (body: Schemas["BenchBoil"]) =>
  useQuery({
    queryKey: ["plan", "boil", body],
    ...live,
    queryFn: ({ signal }) => must(api.POST("/bench/boil", { body, signal })),
  });
export const useWaitAnswer = (body: Schemas["WaitIn"]) =>
  useQuery({
    queryKey: ["plan", "wait", body],
    ...live,
    queryFn: ({ signal }) => must(api.POST("/bench/wait", { body, signal })),
  });
export const useFuelAnswer = (body: Schemas["FuelIn"]) =>
  useQuery({
    queryKey: ["plan", "fuel", body],
    ...live,
    queryFn: ({ signal }) => must(api.POST("/bench/fuel", { body, signal })),
  });
export const useCanisterAnswer = (body: Schemas["CanisterIn"]) =>
  useQuery({
    queryKey: ["plan", "canister", body],
    ...live,
    queryFn: ({ signal }) => must(api.POST("/bench/canister", { body, signal })),
  });
export const useMineralsAnswer = (body: Schemas["MineralsIn"]) =>
  useQuery({
    queryKey: ["plan", "water", body],
    ...live,
    queryFn: ({ signal }) => must(api.POST("/bench/water", { body, signal })),
  });
