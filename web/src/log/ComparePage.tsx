import { useQueries } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { comparedQuery, entryQuery, hadPlanQuery, useCatalogue } from "../api/queries";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { Score } from "../score/Score";
import { inWords } from "../units/units";
import { letters, mostCups, rowsOf, sameIn } from "./cups";
import { Card } from "./LogPage";
import "./log.css";

/** Cups side by side: what differed, and which was liked. */
export default function ComparePage() {
  const [search] = useSearchParams();
  const ids = (search.get("cups")?.split(",") ?? [search.get("a"), search.get("b")])
    .map(Number)
    .filter((n) => n > 0)
    .slice(0, mostCups);
  const entries = useQueries({ queries: ids.map((id) => entryQuery(id)) });
  const plans = useQueries({ queries: ids.map((id) => hadPlanQuery(id)) });
  const compared = useQueries({ queries: ids.slice(1).map((id) => comparedQuery(ids[0] ?? 0, id)) });
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const names = catalogue.data?.names ?? {};
  const wrong = [...entries, ...compared].find((q) => q.error)?.error;
  const all = compared.flatMap((c) => (c.data ? [c.data] : []));
  const rows = rowsOf(all);
  const same = sameIn(all);
  const told = (c: { value?: { value: number; unit: string }; word?: string }) =>
    c.value
      ? inWords(c.value.value, c.value.unit, system, {
          fine: c.value.unit === "°C",
          step: c.value.unit === "%" ? 0.01 : undefined,
        })
      : (names[c.word ?? ""] ?? c.word);
  /** How a cup was liked beside the first. */
  const likedWord = (i: number): string => {
    if (i === 0) return all.length > 0 && all.every((c) => c.liked === "a") ? "liked best" : "";
    const liked = all[i - 1]?.liked;
    return liked === "b" ? "liked better than A" : liked === "a" ? "liked less than A" : "";
  };
  const [first, second] = [entries[0]?.data, entries[1]?.data];
  const alike = all.length === 1 && (all[0]?.liked === "same" || all[0]?.liked === "unsaid");
  return (
    <div className="page lb">
      <h1>{ids.length > 2 ? `${ids.length} cups side by side` : "Two cups side by side"}</h1>
      {ids.length < 2 && (
        <p className="empty">
          Choose two to {mostCups} cups in <Link to="/log">the log</Link>.
        </p>
      )}
      {wrong && <Trouble error={wrong} />}
      <div className="lb-two">
        {entries.map(
          ({ data: e }, i) =>
            e && (
              <section key={e.id} aria-label={letters[i]}>
                <h2>
                  {letters[i]} <small>{likedWord(i)}</small>
                </h2>
                <div className="lb-card">
                  <Card entry={e} names={names} />
                </div>
              </section>
            ),
        )}
      </div>
      {all.length > 0 && all.length === compared.length && (
        <>
          <h2>What differed</h2>
          {rows.length === 0 ? (
            <p className="empty">No noted difference. The taste differs by chance.</p>
          ) : (
            <table className="plain lb-diff">
              <thead>
                <tr>
                  <th>
                    <span className="sr">What</span>
                  </th>
                  {ids.map((id, i) => (
                    <th key={id} className="right">
                      {letters[i]}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((r) => (
                  <tr key={r.field}>
                    <td>{r.label}</td>
                    {r.cells.map((c, i) => (
                      <td key={ids[i]} className="num right">
                        {told(c)}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {same.length > 0 && (
            <p className="quiet" data-testid="same">
              The same in {ids.length > 2 ? "all" : "both"}: {same.map((s) => s.label).join(" · ")}
            </p>
          )}
          {alike && (
            <p>
              {all[0]?.liked === "same" ? "You liked both the same." : "One of them has no taste noted."}{" "}
              {first && second && first.brew_id !== second.brew_id && (
                <Link to={`/blind?a=${first.brew_id}&b=${second.brew_id}`}>Compare them blind</Link>
              )}
            </p>
          )}
        </>
      )}
      {plans.length > 1 &&
        plans.map(
          ({ data: p }, i) =>
            p && (
              <section key={ids[i]}>
                <h2>{i === 0 ? "A, on one axis with the others" : letters[i]}</h2>
                <Score plan={p} beside={plans[i === 0 ? 1 : 0]?.data} />
              </section>
            ),
        )}
    </div>
  );
}
