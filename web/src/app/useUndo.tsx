import { App, Button } from "antd";
import { useQueryClient } from "@tanstack/react-query";
import { remove, restore } from "../api/queries";

/** Deletes a thing at once and offers to bring it back. */
export function useRemove() {
  const { notification } = App.useApp();
  const client = useQueryClient();
  return async (kind: Parameters<typeof remove>[0], id: number, name: string) => {
    const key = `undo-${kind}-${id}`;
    const again = () => client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "plan" });
    try {
      await remove(kind, id);
    } catch (e) {
      notification.error({
        title: "It was not deleted",
        description: e instanceof Error ? e.message : String(e),
      });
      return;
    }
    await again();
    notification.open({
      key,
      title: `Deleted: ${name}`,
      duration: 20,
      placement: "bottomRight",
      actions: (
        <Button
          type="primary"
          size="small"
          onClick={() => {
            notification.destroy(key);
            void restore(kind, id).then(again);
          }}
        >
          Undo
        </Button>
      ),
    });
  };
}
