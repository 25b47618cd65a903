import { Button } from "antd";
import { restore, useChange } from "../api/queries";
import { counted } from "../units/units";

/** What was deleted and can be had back. */
export function Deleted({ kind, list }: { kind: "coffee" | "recipe"; list: { id: number; name: string }[] }) {
  const back = useChange((id: number) => restore(kind, id));
  if (list.length === 0) return null;
  return (
    <details>
      <summary>{counted(list.length, `deleted ${kind}`)}</summary>
      <ul>
        {list.map((x) => (
          <li key={x.id}>
            <span data-own-words>{x.name}</span>{" "}
            <Button size="small" loading={back.isPending} onClick={() => back.mutate(x.id)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
