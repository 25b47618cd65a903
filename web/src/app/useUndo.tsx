import { App, Button } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import { remove, restore } from "../api/queries";

/** Says what was done and offers to undo it. */
export function useOfferUndo() {
  const { notification } = App.useApp();
  const client = useQueryClient();
  return (key: string, title: string, undo: () => Promise<unknown>) => {
    const again = () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    notification.open({
      key,
      title,
      duration: 20,
      placement: "bottomLeft",
      actions: (
        <Button
          type="primary"
          size="small"
          onClick={() => {
            notification.destroy(key);
            void undo().then(again);
          }}
        >
          Undo
        </Button>
      ),
    });
  };
}

/** Deletes a thing at once and offers to bring it back. */
export function useRemove() {
  const { notification } = App.useApp();
  const client = useQueryClient();
  const offer = useOfferUndo();
  return async (kind: Parameters<typeof remove>[0], id: number, name: string) => {
    try {
      await remove(kind, id);
    } catch (e) {
      notification.error({
        title: "It was not deleted",
        description: e instanceof Error ? e.message : String(e),
      });
      return;
    }
    await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    offer(`undo-${kind}-${id}`, `Deleted: ${name}`, () => restore(kind, id));
  };
}
