import { useQueryClient } from "@tanstack/react-query";
import { remove, restore } from "../api/queries";
import { notice } from "./notices";

/** Says what was done and offers to undo it. */
export function useOfferUndo() {
  const client = useQueryClient();
  return (key: string, title: string, undo: () => Promise<unknown>) => {
    const again = () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    const failed = (e: unknown) =>
      notice({
        kind: "wrong",
        title: "It could not be undone",
        more: e instanceof Error ? e.message : String(e),
      });
    notice({ kind: "undo", key, title, undo: () => void undo().then(again, failed) });
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
    // What is gone is not read again, though the page that showed it is still being left.
    const gone = (key: readonly unknown[]) =>
      (key[0] === kind || key[0] === `${kind}s`) && key.length > 1 && key.at(-1) === id && key[1] !== 0;
    await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" && !gone(q.queryKey) });
    offer(`undo-${kind}-${id}`, `Deleted: ${name}`, () => restore(kind, id));
  };
}
