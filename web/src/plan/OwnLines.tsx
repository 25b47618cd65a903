import { Button } from "antd";
import type { Plan } from "../api/client";
import { useSettings } from "../app/settings";
import { CellFig } from "../units/Fig";
import { inWords, say } from "../units/units";

type Value = { value: number; unit: string; fine?: boolean };

/** What a person's own recipe sets, and what becomes of it at this stop. */
export function OwnLines({
  plan,
  name,
  onSwitch,
  adjust,
}: {
  plan: Plan;
  name: string;
  /** Sets a path of the request; undefined takes it away. */
  onSwitch: (path: string, to: string | undefined) => void;
  /** What makes up for the stop, where it was set by hand. */
  adjust?: string;
}) {
  const { system } = useSettings();
  if (plan.recipe.length === 0) return null;
  const moved = plan.recipe.filter((l) => l.moved);
  const told = (v: Value | undefined) =>
    v === undefined ? "" : inWords(v.value, v.unit, system, { fine: v.unit === "°C" });
  const here = (l: Plan["recipe"][number]) => (l.moved ? told(l.here) || "moved" : "kept");
  return (
    <details className="own-lines" open={moved.length > 0}>
      <summary>
        <span data-own-words>{name || "Your recipe"}</span>:{" "}
        {moved.length === 0 ? "followed exactly" : `${moved.length} of ${plan.recipe.length} changed here`}
      </summary>
      <table className="plain">
        <thead className="sr">
          <tr>
            <th>What</th>
            <th>In the recipe</th>
            <th>Here</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {plan.recipe.map((l) => (
            <tr key={l.field}>
              <td>{l.label}</td>
              <td className="num">{told(l.wish)}</td>
              <td className={l.moved ? "num own-moved" : "num"}>
                {l.path ? <CellFig path={l.path}>{here(l)}</CellFig> : here(l)}
              </td>
              <td>
                {l.moved && say(l.why, system)}{" "}
                {l.moved && l.switch && (
                  <Button size="small" onClick={() => onSwitch(l.switch as string, l.to)}>
                    Follow it exactly
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {adjust === "none" && (
        <p>
          Not adjusted for this place.{" "}
          <Button size="small" onClick={() => onSwitch("adjust", undefined)}>
            Adjust for here
          </Button>
        </p>
      )}
    </details>
  );
}
