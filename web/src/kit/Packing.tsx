import { useMemo } from "react";
import type { Schemas, TripOut, TripPlan } from "../api/client";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";

type Item = Schemas["Item"];

interface Line {
  key: string;
  what: string;
  where: string;
  mass?: number;
}

/** The packing list: gear with where it nests, then what is used up, each with a tick. */
export function Packing({
  plan,
  items,
  nests,
  kept,
  onTick,
}: {
  trip: TripOut;
  plan: TripPlan;
  items: Item[];
  nests: Schemas["Nest"][];
  kept: Schemas["TripKit"];
  onTick: (packed: string[]) => void;
}) {
  const { system } = useSettings();
  const r = plan.result;
  const lines = useMemo<Line[]>(() => {
    const gear = items.map((i) => ({
      key: `gear:${i.id}`,
      what: i.name + (i.parts?.length ? ` (with ${i.parts.join(", ")})` : ""),
      where: nests.find((n) => n.item === i.id)?.text ?? "in the pack",
      mass: i.kind === "filter" ? undefined : i.mass_g,
    }));
    const used = r.buy
      .filter((b) => b.stop < 0)
      .map((b) => ({
        key: `buy:${b.id}`,
        what: `${b.label}, ${b.packs > 0 ? `${b.packs} × ${inWords(b.amount / b.packs, b.unit, system)}` : inWords(b.amount, b.unit, system)}`,
        where: "in the pack",
        mass: b.mass_g,
      }));
    const bags =
      r.bags.length > 0
        ? [
            {
              key: "bags",
              what: `${r.bags.length} portions of coffee, bagged and marked`,
              where: "in one dry bag",
            },
          ]
        : [];
    return [...gear, ...used, ...bags];
  }, [items, nests, r, system]);
  const has = (k: string) => kept.packed.includes(k);
  const done = lines.filter((l) => has(l.key)).length;
  return (
    <section aria-label="Packing list">
      <h2>
        Packing list{" "}
        <small className="quiet">
          {done} of {lines.length} packed
        </small>
      </h2>
      <ul className="packing">
        {lines.map((l) => (
          <li key={l.key}>
            <label>
              <input
                type="checkbox"
                checked={has(l.key)}
                onChange={() =>
                  onTick(has(l.key) ? kept.packed.filter((p) => p !== l.key) : [...kept.packed, l.key])
                }
              />{" "}
              {l.what}
            </label>
            <span className="quiet">{l.where}</span>
            <span className="num">{l.mass !== undefined && inWords(l.mass, "g", system)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
