import { Input } from "antd";
import type { Catalogue } from "../api/client";

type Place = { note: string };
type Texts = Catalogue["texts"];

const textOf = (place: Partial<Place> | undefined, path: string) =>
  (place as Record<string, string | undefined> | undefined)?.[path] ?? "";

/** What a person wrote of a place, as it is in a form: by the names that the catalogue has. */
export const textsOf = (place: Partial<Place> | undefined, texts: Texts) =>
  Object.fromEntries(texts.map((t) => [t.path, textOf(place, t.path)]));

/** The same to be read: a note by itself, and anything else with what it is about. */
export function TextsOf({
  place,
  texts,
  in: Each = "span",
}: {
  place: Place | undefined;
  texts: Texts;
  in?: "span" | "p";
}) {
  const written = texts.filter((t) => textOf(place, t.path) !== "");
  return (
    <>
      {written.map((t) => (
        <Each key={t.path} data-testid={`text-${t.path}`}>
          {t.path !== "note" && `${t.label}: `}
          <span data-own-words>{textOf(place, t.path)}</span>{" "}
        </Each>
      ))}
    </>
  );
}

/** The same to be written. */
export function TextFields({
  texts,
  value,
  onChange,
}: {
  texts: Texts;
  value: Record<string, string>;
  onChange: (v: Record<string, string>) => void;
}) {
  return (
    <>
      {texts.map((t) => (
        <div key={t.path} className="field wide">
          <label htmlFor={`stop-${t.path}`}>{t.label}</label>
          <Input.TextArea
            id={`stop-${t.path}`}
            data-own-words
            value={value[t.path] ?? ""}
            placeholder={t.help}
            maxLength={2000}
            rows={t.path === "note" ? 3 : 2}
            onChange={(e) => onChange({ ...value, [t.path]: e.target.value })}
          />
        </div>
      ))}
    </>
  );
}
