import { Dropdown } from "antd";
import type { Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { say } from "../units/units";

export type Choice = Schemas["PieceIs"];
type Mark = Schemas["Mark"];

/** What a piece of the words can be. */
export const LABEL: Record<Choice["field"], string> = {
  dose_g: "Coffee",
  water_g: "Water",
  drink_ml: "In the cup",
  ratio_g_per_l: "Ratio",
  water_c: "Temperature",
  clicks: "Clicks",
  grind_um: "Grind, µm",
  minerals_mg_l: "Minerals",
  steep_s: "Steeps for",
  done_s: "Done at",
  "": "Not part of it",
};

const KIND: Record<Mark["kind"], string> = {
  understood: "understood",
  doubtful: "doubtful",
  unused: "not used",
  plain: "",
};

const bytes = new TextEncoder();
/** Where a mark begins and ends in the words. */
const spanOf = (m: Mark) => ({ from: m.from, to: m.from + bytes.encode(m.words).length });

/**
 * The words as typed, each piece with what became of it. A touch shows what it was read as, and changes it.
 */
export function Marked({
  marks,
  names,
  onChoose,
}: {
  marks: Mark[];
  names: Record<string, string>;
  onChoose: (c: Choice) => void;
}) {
  const { system } = useSettings();
  const readAs = (m: Mark) =>
    !m.as
      ? KIND[m.kind]
      : m.field === "method" && m.kind === "understood"
        ? (names[m.as.text] ?? m.as.text)
        : say(m.as, system);
  return (
    <p className="lb-marked" data-own-words>
      {marks.map((m) => {
        if (m.kind === "plain") return <span key={m.from}>{m.words}</span>;
        const could = m.could ?? [];
        return (
          <Dropdown
            key={m.from}
            trigger={["click"]}
            autoFocus
            menu={{
              items: [
                { key: "is", type: "group", label: readAs(m) },
                ...could.map((field) => ({
                  key: field || "none",
                  label: LABEL[field as Choice["field"]],
                  onClick: () => onChoose({ ...spanOf(m), field: field as Choice["field"] }),
                })),
              ],
            }}
          >
            <button
              type="button"
              className={`lb-mark lb-mark-${m.kind}`}
              aria-label={m.as ? `${m.words}, ${KIND[m.kind]}: ${readAs(m)}` : `${m.words}, ${KIND[m.kind]}`}
            >
              {m.words}
            </button>
          </Dropdown>
        );
      })}
    </p>
  );
}

/** The words that became a field, beside it. */
export function From({ marks, field }: { marks: Mark[] | undefined; field: string }) {
  const of = marks?.filter((m) => m.field === field);
  if (!of || of.length === 0) return null;
  const doubtful = of.some((m) => m.kind === "doubtful");
  return (
    <p className={doubtful ? "lb-from lb-from-doubtful" : "lb-from"}>
      {doubtful ? "doubtful: " : "from "}
      <q data-own-words>{of.map((m) => m.words).join(" … ")}</q>
    </p>
  );
}
