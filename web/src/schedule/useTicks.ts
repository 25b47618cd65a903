import { useEffect } from "react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ask, question } from "../api/ask";
import { keptHere } from "../app/device";
import { useOfferUndo } from "../app/useUndo";

interface Set {
  lines: string[];
  done: boolean;
}

/** What older versions kept on this device. */
const old = (trip: number): string[] => {
  try {
    return JSON.parse(keptHere.get(`ticks.${trip}`) ?? "[]") as string[];
  } catch {
    return [];
  }
};

/** The tasks of a schedule that are done. They are the trip's, and every window and device sees them. */
export function useTicks(trip: number) {
  const client = useQueryClient();
  const offerUndo = useOfferUndo();
  const done = question("list-ticks", { path: { trip } });
  const key = done.queryKey;
  const ticks = useQuery(done);
  const set = useMutation({
    mutationFn: (body: Set) => ask("set-ticks", { path: { trip }, body }),
    // It shows at once, and goes back where it could not be kept.
    onMutate: async ({ lines, done }) => {
      await client.cancelQueries({ queryKey: key });
      client.setQueryData<string[]>(key, (was = []) =>
        done ? [...new Set([...was, ...lines])] : was.filter((l) => !lines.includes(l)),
      );
    },
    onSettled: () => client.invalidateQueries({ queryKey: key }),
  });
  const { mutate, mutateAsync } = set;
  useEffect(() => {
    const lines = old(trip);
    if (lines.length > 0)
      mutate({ lines, done: true }, { onSuccess: () => keptHere.remove(`ticks.${trip}`) });
  }, [trip, mutate]);
  const lines = ticks.data ?? [];
  return {
    has: (id: string) => lines.includes(id),
    flip: (id: string) => mutate({ lines: [id], done: !lines.includes(id) }),
    count: lines.length,
    error: set.error ?? ticks.error,
    clear: () => {
      mutate({ lines, done: false });
      offerUndo(`ticks-${trip}`, "Unticked all", () => mutateAsync({ lines, done: true }));
    },
  };
}
