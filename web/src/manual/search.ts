import MiniSearch from "minisearch";
import { chapters } from "virtual:manual";
import type { Schemas } from "../api/client";
import { shortcuts } from "../app/keys";

export interface Hit {
  kind: "chapter" | "term" | "key";
  id: string;
  title: string;
  /** Around the first word that was found, or what the term means. */
  says: string;
}

/** What is looked through: the jobs, the words of the field, the keys. */
export function searcher(terms: Schemas["Term"][]): (words: string) => Hit[] {
  const all: (Hit & { words: string; text: string })[] = [
    ...chapters.map((c) => ({
      kind: "chapter" as const,
      id: c.id,
      title: c.title,
      words: c.words,
      text: c.text,
      says: c.text,
    })),
    ...terms.map((t) => ({
      kind: "term" as const,
      id: t.id,
      title: t.word,
      words: "",
      text: t.says,
      says: t.says,
    })),
    ...shortcuts.map((s) => ({
      kind: "key" as const,
      id: `${s.keys} ${s.where}`,
      title: s.does,
      words: s.keys,
      text: s.where,
      says: `${s.keys} – ${s.where}`,
    })),
  ];
  const index = new MiniSearch({
    idField: "at",
    fields: ["title", "words", "text"],
    searchOptions: {
      boost: { title: 4, words: 3 },
      prefix: true,
      fuzzy: (t) => (t.length > 4 ? 0.2 : 0),
      combineWith: "AND",
    },
  });
  index.addAll(all.map(({ title, words, text }, at) => ({ at, title, words, text })));
  return (words) =>
    index.search(words).flatMap((r) => {
      const found = all[r.id as number];
      if (!found) return [];
      const { kind, id, title, says, text } = found;
      return [{ kind, id, title, says: kind === "chapter" ? around(text, r.terms) : says }];
    });
}

const BEFORE = 40;
const SHOWN = 130;

/** The words of a text around the first that was found. */
export function around(text: string, found: string[]): string {
  const low = text.toLowerCase();
  const at = Math.min(...found.map((f) => low.indexOf(f.toLowerCase())).filter((i) => i >= 0));
  const from = at <= BEFORE || at === Infinity ? 0 : text.indexOf(" ", at - BEFORE) + 1;
  const whole = from + SHOWN >= text.length;
  const part = text.slice(from, from + SHOWN);
  return `${from > 0 ? "… " : ""}${whole ? part : `${part.replace(/\s\S*$/, "")} …`}`;
}
