import { Link, useSearchParams } from "react-router";
import { useCatalogue, useCompared, useEntry, useHadPlan } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { Score } from "../score/Score";
import { inWords } from "../units/units";
import { LogNav } from "./LogNav";
import { Card } from "./LogPage";
import "./log.css";

/** Two cups side by side: what differed, and which was liked. */
export default function ComparePage() {
  const [search] = useSearchParams();
  const a = Number(search.get("a"));
  const b = Number(search.get("b"));
  const compared = useCompared(a, b);
  const ea = useEntry(a);
  const eb = useEntry(b);
  const pa = useHadPlan(a);
  const pb = useHadPlan(b);
  const catalogue = useCatalogue();
  const { system } = useSettings();
  const names = catalogue.data?.names ?? {};
  const told = (v: { value: number; unit: string } | undefined, w?: string) =>
    v
      ? inWords(v.value, v.unit, system, { fine: v.unit === "°C", step: v.unit === "%" ? 0.01 : undefined })
      : (names[w ?? ""] ?? w);
  return (
    <div className="page lb">
      <h1>Two cups side by side</h1>
      <LogNav />
      {ea.error && <Trouble error={ea.error} />}
      <div className="lb-two">
        {[ea.data, eb.data].map(
          (e, i) =>
            e && (
              <section key={e.id} aria-label={i === 0 ? "A" : "B"}>
                <h2>
                  {i === 0 ? "A" : "B"}
                  {compared.data?.liked === (i === 0 ? "a" : "b") && <small> liked better</small>}
                </h2>
                <div className="lb-card">
                  <Card entry={e} names={names} />
                </div>
              </section>
            ),
        )}
      </div>
      <Loaded query={compared}>
        {(c) => (
          <>
            <h2>What differed</h2>
            {c.differences.length === 0 ? (
              <p className="empty">Nothing that anybody could tell. What was tasted otherwise is scatter.</p>
            ) : (
              <table className="plain lb-diff">
                <thead>
                  <tr>
                    <th>
                      <span className="sr">What</span>
                    </th>
                    <th className="right">A</th>
                    <th className="right">B</th>
                  </tr>
                </thead>
                <tbody>
                  {c.differences.map((d) => (
                    <tr key={d.field}>
                      <td>{d.label}</td>
                      <td className="num right">{told(d.a, d.word_a)}</td>
                      <td className="num right">{told(d.b, d.word_b)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {(c.liked === "same" || c.liked === "unsaid") && (
              <p>
                {c.liked === "same" ? "They were liked alike." : "Of one of them it was not said how it was."}{" "}
                {ea.data && eb.data && ea.data.brew_id !== eb.data.brew_id && (
                  <Link to={`/blind?a=${ea.data.brew_id}&b=${eb.data.brew_id}`}>Try the two blind</Link>
                )}
              </p>
            )}
          </>
        )}
      </Loaded>
      {pa.data && pb.data && (
        <>
          <h2>A, on one axis with B</h2>
          <Score plan={pa.data} beside={pb.data} />
          <h2>B</h2>
          <Score plan={pb.data} beside={pa.data} />
        </>
      )}
    </div>
  );
}
