import { Input, Slider } from "antd";
import type { Taste } from "../api/change";

export type TasteValues = Taste;

export const untasted: TasteValues = { sour_bitter: 0, weak_strong: 0, sediment: 0, mark: 6, words: "" };

const scales: {
  key: "sour_bitter" | "weak_strong" | "sediment" | "mark";
  label: string;
  min: number;
  max: number;
  ends: [string, string];
}[] = [
  { key: "sour_bitter", label: "Sour – bitter", min: -3, max: 3, ends: ["sour", "bitter"] },
  { key: "weak_strong", label: "Weak – strong", min: -3, max: 3, ends: ["weak", "strong"] },
  { key: "sediment", label: "Sediment", min: 0, max: 3, ends: ["clean", "muddy"] },
  { key: "mark", label: "Mark", min: 1, max: 10, ends: ["1", "10"] },
];

/** What a step on a scale means. */
export function tasteWord(key: string, v: number): string {
  if (key === "mark") return `${v} of 10`;
  if (key === "sediment") return ["clean", "a little", "some", "muddy"][v] ?? String(v);
  const words = key === "sour_bitter" ? ["sour", "bitter", "balanced"] : ["weak", "strong", "right"];
  if (v === 0) return words[2] as string;
  const much = ["a little", "rather", "very"][Math.abs(v) - 1];
  return `${much} ${v < 0 ? words[0] : words[1]}`;
}

export function TasteForm({ value, onChange }: { value: TasteValues; onChange: (v: TasteValues) => void }) {
  return (
    <div className="taste">
      {scales.map((s) => (
        <div key={s.key} className="taste-row">
          <span className="taste-label">{s.label}</span>
          <span className="quiet">{s.ends[0]}</span>
          <Slider
            ariaLabelForHandle={s.label}
            min={s.min}
            max={s.max}
            dots
            value={value[s.key]}
            tooltip={{ open: false }}
            onChange={(v) => onChange({ ...value, [s.key]: v })}
          />
          <span className="quiet">{s.ends[1]}</span>
          <span className="taste-word">{tasteWord(s.key, value[s.key])}</span>
        </div>
      ))}
      <div className="field">
        <label htmlFor="taste-words">In words</label>
        <Input.TextArea
          id="taste-words"
          rows={3}
          maxLength={2000}
          showCount
          placeholder="What you taste, and what you did otherwise than planned"
          value={value.words}
          onChange={(e) => onChange({ ...value, words: e.target.value })}
        />
      </div>
    </div>
  );
}
