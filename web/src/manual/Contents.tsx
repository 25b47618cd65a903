import { useDeferredValue, useMemo, useState } from "react";
import { chapters } from "virtual:manual";
import { useCatalogue } from "../api/queries";
import { shortcuts } from "../app/keys";
import { searcher } from "./search";
import "./manual.css";

/** What there is to read, and a field to look through it. */
export function Contents({ onChapter }: { onChapter: (id: string) => void }) {
  const [words, setWords] = useState("");
  const terms = useCatalogue().data?.terms;
  const search = useMemo(() => searcher(terms ?? []), [terms]);
  const wanted = useDeferredValue(words.trim());
  const hits = useMemo(() => (wanted ? search(wanted) : []), [search, wanted]);
  const first = hits.find((h) => h.kind === "chapter");
  return (
    <div className="manual-contents">
      <input
        type="search"
        className="plain-input"
        aria-label="Search help"
        placeholder="Search help"
        autoFocus
        value={words}
        onChange={(e) => setWords(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter" && first) onChapter(first.id);
        }}
      />
      <p className="sr" role="status">
        {wanted && `${hits.length} found`}
      </p>
      {wanted ? (
        hits.length > 0 ? (
          <ul className="manual-hits">
            {hits.map((h) => (
              <li key={h.kind + h.id}>
                {h.kind === "chapter" ? (
                  <button type="button" className="link" onClick={() => onChapter(h.id)}>
                    {h.title}
                  </button>
                ) : (
                  <strong>{h.title}</strong>
                )}
                <span className="quiet">
                  {h.kind === "key" ? "key " : ""}
                  {h.says}
                </span>
              </li>
            ))}
          </ul>
        ) : (
          <p className="empty">No help on “{wanted}”. Try one word, such as snow, fuel, bag or clicks.</p>
        )
      ) : (
        <>
          <h2>How to</h2>
          <ul className="manual-list">
            {chapters.map((c) => (
              <li key={c.id}>
                <button type="button" className="link" onClick={() => onChapter(c.id)}>
                  {c.title}
                </button>
              </li>
            ))}
          </ul>
          <h2>Keys</h2>
          <table className="plain">
            <thead className="sr">
              <tr>
                <th>Key</th>
                <th>What this copy does</th>
                <th>Where</th>
              </tr>
            </thead>
            <tbody>
              {shortcuts.map((s) => (
                <tr key={s.keys + s.where}>
                  <td>
                    <kbd>{s.keys}</kbd>
                  </td>
                  <td>{s.does}</td>
                  <td className="quiet">{s.where}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </div>
  );
}
