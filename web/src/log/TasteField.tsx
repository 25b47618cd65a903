import type { PointerEvent } from "react";
import { tasteWord } from "./tasteWords";

/** Steps from the middle to either end of a scale. */
const MOST = 3;
const W = 280;
const H = 240;
const EDGE = 26;
const x = (v: number) => W / 2 + (v / MOST) * (W / 2 - EDGE);
const y = (v: number) => H / 2 - (v / MOST) * (H / 2 - EDGE);

interface Spot {
  sour_bitter?: number;
  weak_strong?: number;
}

/** Sets how sour or bitter and how weak or strong a cup was, with a finger or with the keys of two sliders. */
export function TasteField({ value, onChange }: { value: Spot; onChange: (v: Spot) => void }) {
  const put = (e: PointerEvent<SVGSVGElement>) => {
    if (e.type === "pointermove" && !(e.buttons & 1)) return;
    const box = e.currentTarget.getBoundingClientRect();
    const step = (at: number, room: number, edge: number) =>
      Math.max(-MOST, Math.min(MOST, Math.round(((at - room / 2) / (room / 2 - edge)) * MOST)));
    const scale = box.width / W;
    onChange({
      sour_bitter: step(e.clientX - box.left, box.width, EDGE * scale),
      weak_strong: 0 - step(e.clientY - box.top, box.height, EDGE * scale),
    });
  };
  const slider = (key: keyof Spot, label: string) => (
    <input
      type="range"
      className="sr"
      min={-MOST}
      max={MOST}
      step={1}
      aria-label={label}
      aria-valuetext={tasteWord(key, value[key]) || "not said"}
      value={value[key] ?? 0}
      onChange={(e) => onChange({ ...value, [key]: Number(e.target.value) })}
      onKeyDown={(e) => {
        // Enter chooses the middle.
        if (e.key === "Enter" && value[key] === undefined) onChange({ ...value, [key]: 0 });
      }}
    />
  );
  const said = value.sour_bitter !== undefined || value.weak_strong !== undefined;
  const steps = Array.from({ length: 2 * MOST + 1 }, (_, i) => i - MOST);
  return (
    <fieldset className="ts-scale ts-field">
      <legend>How was it?</legend>
      {slider("sour_bitter", "Sour or bitter?")}
      {slider("weak_strong", "Weak or strong?")}
      <svg
        viewBox={`0 0 ${W} ${H}`}
        aria-hidden="true"
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          put(e);
        }}
        onPointerMove={put}
      >
        <path className="ts-axes" d={`M${EDGE} ${H / 2}H${W - EDGE}M${W / 2} ${EDGE}V${H - EDGE}`} />
        {steps.flatMap((a) =>
          steps.map((b) => <circle key={`${a},${b}`} className="ts-at" cx={x(a)} cy={y(b)} r="1.5" />),
        )}
        <text x={W / 2} y={17} textAnchor="middle">
          strong
        </text>
        <text x={W / 2} y={H - 8} textAnchor="middle">
          weak
        </text>
        <text x={4} y={H / 2 - 8}>
          sour
        </text>
        <text x={W - 4} y={H / 2 - 8} textAnchor="end">
          bitter
        </text>
        {said && (
          <circle className="ts-spot" cx={x(value.sour_bitter ?? 0)} cy={y(value.weak_strong ?? 0)} r="15" />
        )}
      </svg>
      <p className="ts-word" aria-live="polite">
        {said ? (
          <>
            {[tasteWord("sour_bitter", value.sour_bitter), tasteWord("weak_strong", value.weak_strong)]
              .filter(Boolean)
              .join(", ")}{" "}
            <button
              type="button"
              className="bar-button"
              onClick={() => onChange({ sour_bitter: undefined, weak_strong: undefined })}
            >
              Clear
            </button>
          </>
        ) : (
          <span className="quiet">Touch where the cup was. The middle is just right.</span>
        )}
      </p>
    </fieldset>
  );
}
