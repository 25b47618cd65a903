import { myName } from "../app/me";
import { limits } from "../api/limits";
import { Button, Input, InputNumber } from "antd";
import { useEffect, useRef, useState } from "react";
import type { Taste } from "../api/change";
import { useCoffees } from "../api/queries";
import { core } from "../core/core";
import { useSettings } from "../app/settings";
import { NumberField } from "../units/NumberField";
import { ClockField } from "../units/ClockField";
import { clock, toShown } from "../units/units";
import { TasteField } from "./TasteField";
import { changes } from "./cups";
import { deeper, tasteWord, type ScaleSpec } from "./tasteWords";

export type TasteValues = Taste;

/** How long after the last letter words are read, in ms. */
const HEARD_MS = 400;

export const untasted: TasteValues = {};

function Steps({
  spec,
  value,
  onChange,
}: {
  spec: ScaleSpec;
  value?: number;
  onChange: (v?: number) => void;
}) {
  return (
    <fieldset className="ts-scale">
      <legend>{spec.label}</legend>
      <div className="ts-steps">
        {spec.steps.map(([n, word]) => (
          <label key={n} className={value === n ? "ts-step ts-on" : "ts-step"} title={word}>
            <input
              type="radio"
              className="sr"
              name={`taste-${spec.key}`}
              checked={value === n}
              onChange={() => onChange(n)}
              // Said by mistake: a second tap takes it back.
              onClick={() => value === n && onChange(undefined)}
              aria-label={`${spec.label} ${word}`}
            />
            <span aria-hidden="true" className="ts-dot" style={{ ["--size" as string]: Math.abs(n) }} />
          </label>
        ))}
      </div>
      <p className="ts-word" aria-live="polite">
        {value === undefined ? (
          <span className="quiet">
            {spec.steps[0]?.[1]} … {spec.steps.at(-1)?.[1]}
          </span>
        ) : (
          tasteWord(spec.key, value)
        )}
      </p>
    </fieldset>
  );
}

interface Planned {
  dose_g?: number;
  water_g?: number;
  clicks?: number | null;
  contact_s?: number;
  pump?: boolean;
  added_ml?: number;
}

/** What may differ from the plan, in figures; what the plan has of it, null where it has no such thing. */
const hadFields: {
  key: "dose_g" | "water_g" | "added_ml" | "clicks" | "start_c" | "presses";
  label: string;
  unit: string;
  of?: (p: Planned) => number | null | undefined;
}[] = [
  { key: "dose_g", label: "Coffee", unit: "g", of: (p) => p.dose_g },
  { key: "water_g", label: "Poured", unit: "ml", of: (p) => p.water_g },
  { key: "added_ml", label: "Added afterwards", unit: "ml", of: (p) => p.added_ml || null },
  { key: "clicks", label: "Clicks", unit: "clicks", of: (p) => p.clicks ?? null },
  { key: "start_c", label: "Water, measured", unit: "°C" },
  {
    key: "presses",
    label: "Presses (usually 13)",
    unit: "",
    of: (p) => (p.pump ? 13 : null),
  },
];

/** What was said: what was taken back, or is empty, is not. */
const said = <T extends object>(t: T): T =>
  Object.fromEntries(Object.entries(t).filter(([, v]) => v !== undefined && v !== "")) as T;

/** What words that are not understood may have meant, in one tap. */
const asked: [string, Partial<TasteValues>][] = [
  ["sour", { sour_bitter: -2 }],
  ["bitter", { sour_bitter: 2 }],
  ["weak", { weak_strong: -2 }],
  ["strong", { weak_strong: 2 }],
  ["right", { sour_bitter: 0, weak_strong: 0 }],
];

/** A tasting: two taps and a mark, and more where one likes. */
export function TasteForm({
  value,
  onChange,
  planned,
  coffee,
}: {
  value: TasteValues;
  onChange: (v: TasteValues) => void;
  /** What was planned, to say what differed. */
  planned?: Planned;
  /** The coffee that the plan names. */
  coffee?: string;
}) {
  const coffees = useCoffees();
  const { system } = useSettings();
  const asPlanned = (v: number | undefined, unit: string) =>
    v === undefined ? undefined : String(Math.round(toShown(v, unit, system) * 10) / 10);
  const [more, setMore] = useState(() =>
    Object.keys(value).some((k) => !["sour_bitter", "weak_strong", "mark", "words", "heard"].includes(k)),
  );
  const put = (part: Partial<TasteValues>) => onChange(said({ ...value, ...part }));
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  // What the words that were read last have set; the rest was set by finger.
  const byWords = useRef<Record<string, unknown>>({});
  const [heard, setHeard] = useState<{ of: string; says: string; asked?: boolean }>();
  const { words } = value;
  const unread =
    !heard?.says && !heard?.asked && value.sour_bitter === undefined && value.weak_strong === undefined;
  useEffect(() => {
    if (!words || heard?.of === words) return;
    const timer = setTimeout(() => {
      void core.understand(words).then(
        ({ says, ...t }) => {
          if (latest.current.words !== words) return;
          setHeard({ of: words, says });
          // What the words say goes onto the scales that are empty; what was corrected stays so.
          if (latest.current.heard === words) return;
          // What other words said before goes with them.
          const kept = Object.fromEntries(
            Object.entries(latest.current).filter(
              ([k, v]) => byWords.current[k] === undefined || byWords.current[k] !== v,
            ),
          );
          byWords.current = t;
          // What was read on a scale further down is in sight, to be corrected.
          if (deeper.some((s) => t[s.key] !== undefined)) setMore(true);
          onChange(said({ ...t, ...kept, words, heard: words }));
        },
        () => undefined, // then it is read when it is saved
      );
    }, HEARD_MS);
    return () => clearTimeout(timer);
  }, [words, heard, onChange]);
  const had = value.run ?? {};
  const putHad = (part: Partial<NonNullable<TasteValues["run"]>>) => {
    const run = said({ ...had, ...part });
    put({ run: Object.keys(run).length > 0 ? run : undefined });
  };
  return (
    <div className="ts">
      <div className="ts-first">
        <TasteField value={value} onChange={put} />
        <div>
          <fieldset className="ts-scale">
            <legend>Mark, of ten</legend>
            <div className="ts-steps ts-marks">
              {Array.from({ length: 10 }, (_, i) => i + 1).map((n) => (
                <label key={n} className={value.mark === n ? "ts-step ts-on" : "ts-step"}>
                  <input
                    type="radio"
                    className="sr"
                    name="taste-mark"
                    checked={value.mark === n}
                    onChange={() => put({ mark: n })}
                    onClick={() => value.mark === n && put({ mark: undefined })}
                    aria-label={`${n} of ten`}
                  />
                  <span aria-hidden="true" className="num">
                    {n}
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
          <div className="field">
            <label htmlFor="taste-words">In your words</label>
            <Input.TextArea
              id="taste-words"
              rows={2}
              maxLength={2000}
              placeholder="a little sour, watery; plum"
              value={value.words ?? ""}
              onChange={(e) => put({ words: e.target.value })}
            />
            {value.words && (
              <p className="quiet" aria-live="polite" data-testid="heard">
                {heard?.of !== value.words
                  ? " "
                  : heard.says
                    ? `Read as: ${heard.says}. Wrong? Change it on the scales.`
                    : unread
                      ? "No taste found in these words. What was it like?"
                      : "No taste found in these words."}
              </p>
            )}
            {value.words && heard?.of === value.words && unread && (
              <p className="actions" data-testid="asked">
                {asked.map(([word, t]) => (
                  <Button key={word} size="small" onClick={() => put(t)}>
                    {word}
                  </Button>
                ))}
                <Button size="small" type="text" onClick={() => setHeard({ ...heard, asked: true })}>
                  not about taste
                </Button>
              </p>
            )}
          </div>
        </div>
      </div>
      {!more ? (
        <Button type="text" onClick={() => setMore(true)}>
          More details…
        </Button>
      ) : (
        <div className="ts-more">
          {planned && (
            <fieldset>
              <legend>What differed from the plan</legend>
              <p className="quiet">Leave empty if as planned. The guide’s times are filled in.</p>
              <div className="fields">
                {hadFields
                  .filter((f) => f.of?.(planned) !== null)
                  .map((f) => (
                    <NumberField
                      key={f.key}
                      id={`had-${f.key}`}
                      label={f.label}
                      unit={f.unit}
                      {...limits[`Had.${f.key}`]}
                      value={had[f.key]}
                      placeholder={asPlanned(f.of?.(planned) ?? undefined, f.unit)}
                      onChange={(v) => putHad({ [f.key]: v })}
                    />
                  ))}
                <ClockField
                  id="had-contact"
                  label="Total time"
                  value={had.contact_s}
                  placeholder={planned.contact_s === undefined ? undefined : clock(planned.contact_s)}
                  onChange={(v) => putHad({ contact_s: v })}
                />
              </div>
            </fieldset>
          )}
          {deeper.map((s) => (
            <Steps key={s.key} spec={s} value={value[s.key]} onChange={(v) => put({ [s.key]: v })} />
          ))}
          <div className="fields">
            <div className="field">
              <label htmlFor="taste-notes">Notes, separated by commas</label>
              <Input
                id="taste-notes"
                maxLength={1000}
                placeholder="plum, cocoa"
                value={value.notes ?? ""}
                onChange={(e) => put({ notes: e.target.value })}
              />
            </div>
            <div className="field">
              <label htmlFor="taste-tds">Refractometer</label>
              <InputNumber
                id="taste-tds"
                {...limits["LogIn.tds_pct"]}
                step={0.01}
                suffix="%"
                value={value.tds_pct ?? null}
                onChange={(v) => put({ tds_pct: v ?? undefined })}
              />
            </div>
            <div className="field">
              <label htmlFor="taste-coffee">Coffee</label>
              <select
                id="taste-coffee"
                className="plain-select"
                value={value.coffee ?? coffee ?? ""}
                onChange={(e) => put({ coffee: e.target.value || undefined })}
              >
                <option value="">not named</option>
                {coffees.data?.map((c) => (
                  <option key={c.uuid} value={c.uuid}>
                    {c.name}
                  </option>
                ))}
              </select>
            </div>
            <div className="field">
              <label htmlFor="taste-changed">Changed since the last cup</label>
              <select
                id="taste-changed"
                className="plain-select"
                value={value.changed ?? ""}
                onChange={(e) => put({ changed: (e.target.value || undefined) as TasteValues["changed"] })}
              >
                <option value="">not said</option>
                {Object.entries(changes).map(([k, word]) => (
                  <option key={k} value={k}>
                    {word}
                  </option>
                ))}
              </select>
            </div>
            <div className="field">
              <label htmlFor="taste-by">Tasted by</label>
              <Input
                id="taste-by"
                maxLength={40}
                placeholder={myName()}
                value={value.by ?? ""}
                onChange={(e) => put({ by: e.target.value })}
              />
            </div>
          </div>
        </div>
      )}
    </div>
  );
}
