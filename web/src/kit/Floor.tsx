import { Dropdown, Select } from "antd";
import type { Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { useWidth } from "../app/useWidth";
import { inWords, say } from "../units/units";
import { Drawing } from "./Drawing";
import { badge, CELL, layOut, links } from "./layout";

type Item = Schemas["Item"];
type Joint = Schemas["Joint"];

const marks = { fits: "✓", care: "△", no: "✕" };

/** The kit as it would lie on the floor before leaving, with the joints between its pieces. */
export function Floor({
  items,
  gear,
  joints,
  lost,
  onSwap,
  onAdd,
}: {
  items: Item[];
  gear: Item[];
  joints: Joint[];
  lost: number[];
  onSwap: (from: Item, to: Item | undefined) => void;
  onAdd: (item: Item) => void;
}) {
  const { system } = useSettings();
  const [ref, width] = useWidth(600, 140);
  const { spots, height } = layOut(items, width);
  const lines = links(spots, joints);
  const rest = gear.filter((g) => !items.some((i) => i.id === g.id));
  return (
    <div className="floor" ref={ref}>
      <div className="floor-ground" style={{ height }}>
        <svg width={width} height={height} aria-hidden="true">
          {lines.map((l, i) => (
            <g key={i} className={`link-${l.joint.level}`}>
              <line x1={l.x1} y1={l.y1} x2={l.x2} y2={l.y2} />
              <circle cx={(l.x1 + l.x2) / 2} cy={(l.y1 + l.y2) / 2} r={8} />
              <text x={(l.x1 + l.x2) / 2} y={(l.y1 + l.y2) / 2 + 4} textAnchor="middle">
                {marks[l.joint.level]}
              </text>
            </g>
          ))}
        </svg>
        {spots.map(({ item, x, y }) => {
          const others = rest.filter((g) => g.kind === item.kind);
          const b = badge(item.id, joints);
          const gone = lost.includes(item.id as number);
          const about = joints
            .filter((j) => j.a === item.id || j.b === item.id)
            .map((j) => say(j, system))
            .join(" ");
          return (
            <Dropdown
              key={item.id}
              trigger={["click"]}
              menu={{
                style: { maxHeight: "50vh", overflowY: "auto" },
                items: [
                  ...others.map((o) => ({
                    key: String(o.id),
                    label: `${o.name}, ${inWords(o.mass_g, "g", system)}`,
                    onClick: () => onSwap(item, o),
                  })),
                  { type: "divider" as const },
                  { key: "out", label: "Leave it at home", onClick: () => onSwap(item, undefined) },
                ],
              }}
            >
              <button
                type="button"
                className={`piece${gone ? " piece-gone" : ""}`}
                style={{ left: x, top: y, width: CELL.w, height: CELL.h }}
                title={about}
              >
                <Drawing item={item} />
                {b && (
                  <i className={`piece-badge joint-${b}`} aria-hidden="true">
                    {marks[b]}
                  </i>
                )}
                <span>{item.name}</span>
                <span className="num">
                  {inWords(item.mass_g, "g", system)}
                  {item.kind === "cup" && " each"}
                  {item.kind === "filter" && ` × ${item.count ?? 1}`}
                  {item.typical && <abbr title="Typical figure: weigh yours">~</abbr>}
                </span>
                <span className="sr">{gone && ", lost"}. Swap it</span>
              </button>
            </Dropdown>
          );
        })}
      </div>
      <Select<number>
        size="small"
        style={{ width: 220 }}
        aria-label="Add from my gear"
        disabled={rest.length === 0}
        value={0}
        popupMatchSelectWidth={false}
        showSearch={{ optionFilterProp: "label" }}
        options={[
          { value: 0, label: "Add from my gear", title: "", disabled: true },
          ...rest.map((g) => ({
            value: g.id as number,
            label: `${g.name}, ${inWords(g.mass_g, "g", system)}`,
            title: g.name,
          })),
        ]}
        onChange={(id) => {
          const item = rest.find((g) => g.id === id);
          if (item) onAdd(item);
        }}
      />
      <ul className="sr">
        {joints.map((j, i) => (
          <li key={i}>
            {say(j, system)} {j.remedy}
          </li>
        ))}
      </ul>
    </div>
  );
}
