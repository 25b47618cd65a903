import { area, line } from "d3-shape";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { useCatalogue, usePalate } from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded } from "../app/Trouble";
import { Chart } from "../chart/Chart";
import { counted, inWords } from "../units/units";
import "./log.css";

/** What one likes, over all trips. */
export default function PalatePage() {
  const palate = usePalate();
  return (
    <div className="page lb">
      <h1>Your palate</h1>
      <Loaded query={palate}>{(p) => (p.people.length === 0 ? <None /> : <Known palate={p} />)}</Loaded>
    </div>
  );
}

const None = () => (
  <p className="empty">
    No cup yet. Say how your cups were, and what you like shows here.{" "}
    <Link className="btn" to="/log/new">
      Log a cup
    </Link>
  </p>
);

function Known({ palate: p }: { palate: Schemas["PalateOut"] }) {
  const names = useCatalogue().data?.names;
  return (
    <>
      {p.people.map((x) => (
        <Person key={x.by} person={x} named={p.people.length > 1} />
      ))}
      {p.pack && (
        <p>
          Pack <strong data-own-words>{p.pack.coffee}</strong> ({names?.[p.pack.method] ?? p.pack.method}):{" "}
          {p.pack.mark.toFixed(1)} of 10 from {counted(p.pack.cups, "cup")}.
        </p>
      )}
      {p.roasts.length > 1 && (
        <p>
          By roast:{" "}
          {p.roasts
            .map((r) => `${r.roast} ${r.mark.toFixed(1)} of 10 (${counted(r.cups, "cup")})`)
            .join(", ")}
          .
        </p>
      )}
      {p.coffees.length > 0 && (
        <section aria-label="Coffees">
          <h2>Coffees you marked</h2>
          <table className="plain">
            <thead>
              <tr>
                <th>Coffee</th>
                <th className="right">Mark</th>
                <th className="right">Cups</th>
                <th>Tasted</th>
              </tr>
            </thead>
            <tbody>
              {p.coffees.map((c) => (
                <tr key={c.name + String(c.best)}>
                  <td data-own-words>
                    <Link to={`/log/${c.best}`}>{c.name}</Link>
                  </td>
                  <td className="num right">{c.mark.toFixed(1)}</td>
                  <td className="num right">{c.cups}</td>
                  <td data-own-words>{c.notes.join("; ")}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="quiet">With few cups, a mark is pulled towards 6. Each link opens the best cup.</p>
        </section>
      )}
      {p.left_out > 0 && (
        <p className="quiet">{counted(p.left_out, "older cup")} can’t be computed today, so not counted.</p>
      )}
      <p className="quiet">
        Estimates by the model, without what each coffee, grinder and place adds. Each range holds two times
        in three.
      </p>
    </>
  );
}

function Person({ person: p, named }: { person: Schemas["Palate"]; named: boolean }) {
  const { system } = useSettings();
  const catalogue = useCatalogue();
  const e = p.extraction_pct;
  const spread = (s: Schemas["Spread"], step?: number) =>
    `${inWords(s.mean, "%", system, { step })} (${inWords(s.low, "%", system, { step })} to ${inWords(s.high, "%", system, { step })})`;
  return (
    <section aria-label={p.by || "What you like"}>
      {named && <h2 data-own-words>{p.by || "Not named"}</h2>}
      <p className="lb-big">You like about {spread(e)} extraction.</p>
      <p className="quiet">From {counted(p.cups, "cup")}.</p>
      <table className="plain">
        <thead>
          <tr>
            <th>Method</th>
            <th>Strength you like</th>
            <th className="right">Cups</th>
          </tr>
        </thead>
        <tbody>
          {p.methods.map((m) => (
            <tr key={m.method}>
              <td>{catalogue.data?.names[m.method] ?? m.method}</td>
              <td className="num">{spread(m.tds_pct, 0.01)}</td>
              <td className="num right">{m.cups}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {p.moved.length > 1 && <Moved person={p} />}
    </section>
  );
}

/** How what is known of a liking moved, cup by cup. */
function Moved({ person: p }: { person: Schemas["Palate"] }) {
  const { system } = useSettings();
  const s = p.moved.map((m) => m.extraction_pct);
  const first = s[0];
  const last = s[s.length - 1];
  if (!first || !last) return null;
  const words = `After the first cup ${inWords(first.mean, "%", system)}, after the last ${inWords(last.mean, "%", system)}, between ${inWords(last.low, "%", system)} and ${inWords(last.high, "%", system)}.`;
  return (
    <figure className="control">
      <Chart
        title="What you like, cup by cup"
        words={words}
        x={{ label: "cup", unit: "", from: 1, to: s.length }}
        y={{
          label: "extraction",
          unit: "%",
          from: Math.min(...s.map((v) => v.low)) - 0.5,
          to: Math.max(...s.map((v) => v.high)) + 0.5,
        }}
        height={220}
      >
        {(x, y) => (
          <>
            <path
              className="lb-liked"
              d={
                area<Schemas["Spread"]>()
                  .x((_, i) => x(i + 1))
                  .y0((v) => y(v.low))
                  .y1((v) => y(v.high))(s) ?? undefined
              }
            />
            <path
              className="lb-moved"
              d={
                line<Schemas["Spread"]>()
                  .x((_, i) => x(i + 1))
                  .y((v) => y(v.mean))(s) ?? undefined
              }
            />
          </>
        )}
      </Chart>
      <figcaption>{words}</figcaption>
    </figure>
  );
}
