import { Select } from "antd";
import type { PlanRequest } from "../api/client";
import { useGear } from "../api/queries";

/** Which of one's own grinders it is ground on; of one that is not known only differences are told. */
export function MyGrinder({
  request,
  onChoose,
}: {
  request: PlanRequest;
  onChoose: (g: PlanRequest["grinder"]) => void;
}) {
  const mine = (useGear().data ?? []).filter((g) => g.kind === "grinder" && !g.blade);
  if (mine.length === 0) return null;
  const now = request.grinder;
  const is = mine.find(
    (g) =>
      g.um_per_click !== undefined &&
      g.um_per_click === now?.um_per_click &&
      (g.zero_um ?? 0) === (now?.zero_um ?? 0),
  );
  return (
    <div className="field field-compact">
      <label htmlFor="plan-grinder">Your grinder</label>
      <Select
        id="plan-grinder"
        style={{ width: 200 }}
        popupMatchSelectWidth={false}
        value={is?.id ?? 0}
        options={[
          { value: 0, label: "one I know nothing of", title: "one I know nothing of" },
          ...mine.map((g) => ({ value: g.id as number, label: g.name, title: g.name })),
        ]}
        onChange={(id: number) => {
          const g = mine.find((m) => m.id === id);
          onChoose({
            ...(g?.um_per_click !== undefined && { um_per_click: g.um_per_click, zero_um: g.zero_um ?? 0 }),
            ...(now?.clicks !== undefined && { clicks: now.clicks }),
          });
        }}
      />
    </div>
  );
}
