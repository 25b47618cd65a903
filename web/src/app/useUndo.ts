import { useQueryClient } from "@tanstack/react-query";
import { remove, restore } from "../api/queries";
import { notice } from "./notices";

/** Says what was done and offers to undo it. */
export function useOfferUndo() {
  const client = useQueryClient();
  return (key: string, title: string, undo: () => Promise<unknown>) => {
    const again = () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    notice({ kind: "undo", key, title, undo: () => void undo().then(again) });
  };
}

/** Deletes a thing at once and offers to bring it back. */
export function useRemove() {
  const client = useQueryClient();
  const offer = useOfferUndo();
  return async (kind: Parameters<typeof remove>[0], id: number, name: string) => {
    try {
      await remove(kind, id);
    } catch (e) {
      notice({
        kind: "wrong",
        title: "It was not deleted",
        more: e instanceof Error ? e.message : String(e),
      });
      return;
    }
    await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    offer(`undo-${kind}-${id}`, `Deleted: ${name}`, () => restore(kind, id));
  };
}
