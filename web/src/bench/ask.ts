import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { Schemas } from "../api/client";
import { core } from "../core/core";

const live = { placeholderData: keepPreviousData, gcTime: 20_000, retry: false } as const;

export const useBoilAnswer = (body: Schemas["BenchBoil"]) =>
  useQuery({
    queryKey: ["plan", "boil", body],
    ...live,
    queryFn: ({ signal }) => core.boil(body, signal),
  });
export const useWaitAnswer = (body: Schemas["WaitIn"]) =>
  useQuery({
    queryKey: ["plan", "wait", body],
    ...live,
    queryFn: ({ signal }) => core.wait(body, signal),
  });
export const useFuelAnswer = (body: Schemas["FuelIn"]) =>
  useQuery({
    queryKey: ["plan", "fuel", body],
    ...live,
    queryFn: ({ signal }) => core.fuel(body, signal),
  });
export const useCanisterAnswer = (body: Schemas["CanisterIn"]) =>
  useQuery({
    queryKey: ["plan", "canister", body],
    ...live,
    queryFn: ({ signal }) => core.canister(body, signal),
  });
export const useMineralsAnswer = (body: Schemas["MineralsIn"]) =>
  useQuery({
    queryKey: ["plan", "water", body],
    ...live,
    queryFn: ({ signal }) => core.minerals(body, signal),
  });
