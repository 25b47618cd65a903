import { useQueryClient } from "@tanstack/react-query";
import { numberOf, readAgain, remove, restore, type Kind } from "../api/queries";
import { notice } from "./notices";

/** Says what was done and offers to undo it. */
export function useOfferUndo() {
  const client = useQueryClient();
  return (key: string, title: string, undo: () => Promise<unknown>) => {
    const again = () => readAgain(client);
    const failed = (e: unknown) =>
      notice({
        kind: "wrong",
        title: "Undo failed",
        more: e instanceof Error ? e.message : String(e),
      });
    notice({ kind: "undo", key, title, undo: () => void undo().then(again, failed) });
  };
}

/** Deletes a thing at once and offers to bring it back. */
export function useRemove() {
  const client = useQueryClient();
  const offer = useOfferUndo();
  return async (kind: Kind, id: number, name: string) => {
    try {
      await remove(kind, id);
    } catch (e) {
      notice({
        kind: "wrong",
        title: "It wasn’t deleted",
        more: e instanceof Error ? e.message : String(e),
      });
      return;
    }
    // What is gone is not read again, though the page that showed it is still being left.
    const gone = ([, path]: readonly unknown[]) =>
      (path as Record<string, number> | undefined)?.[numberOf(kind)] === id;
    await readAgain(client, gone);
    offer(`undo-${kind}-${id}`, `Deleted: ${name}`, () => restore(kind, id));
  };
}
