import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import type { Advice, PlanRequest } from "../api/client";
import { saveLog, type Taste } from "../api/change";
import { ask as asked } from "../api/ask";
import { useAdvice, useChange } from "../api/queries";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { Chart } from "../chart/Chart";
import { changes, saidOf } from "../log/cups";
import { counted, inWords, say } from "../units/units";
import "./last.css";

const levers = [
  ["grind", "grind"],
  ["ratio", "ratio"],
  ["time", "time"],
  ["temperature", "temperature"],
  ["stop", "stop"],
  ["boil", "boil"],
  ["bypass", "water added"],
] as const;
const wishes = ["rounder", "brighter", "stronger", "lighter", "less silt"];

/** The last cups of a brew, and the one change that brings the next nearer to what is liked. */
export function LastCups({
  brew,
  onTake,
  fresh,
}: {
  brew: number;
  /** Takes the advice: the request that it makes. */
  onTake?: (request: PlanRequest, text: string) => void;
  /** One was just written down. */
  fresh?: boolean;
}) {
  const { system } = useSettings();
  const [allow, setAllow] = useState<string[]>([]);
  const [wish, setWish] = useState("");
  const ask = { ...(allow.length > 0 && { allow }), ...(wish !== "" && { wish }) };
  const advice = useAdvice(brew, ask);
  const [open, setOpen] = useState(false);
  const box = useRef<HTMLElement>(null);
  const there = advice.data !== undefined;
  // Just written down: what it says for the next cup is what one came for.
  useEffect(() => {
    if (fresh && there) box.current?.scrollIntoView({ block: "center" });
  }, [fresh, there]);
  if (advice.error) return <Trouble error={advice.error} />;
  const d = advice.data;
  // Of a coffee never had there is nothing to say where nothing is to change.
  if (!d || (d.last.length === 0 && !d.advice?.change)) return null;
  const a = d.advice;
  const last = d.last[0];
  const clicks = last?.run?.clicks ?? last?.clicks;
  const change = a?.change;
  return (
    <section
      ref={box}
      className={fresh ? "last last-fresh" : "last"}
      aria-label="The last cups"
      data-testid="last-cups"
    >
      <p className="last-next">
        {a && (
          <strong className="last-change">
            {change ? (
              <>
                {a.unsure && "Try: "}
                {say(change, system)}
                {a.also && <>, and {say(a.also, system)}</>}
              </>
            ) : a.waits ? (
              "Changed: brew it and taste"
            ) : a.settled ? (
              "Leave it as it is"
            ) : (
              "Nothing to change"
            )}
          </strong>
        )}
        {a && change && onTake && (
          <Button type="primary" onClick={() => onTake(a.request as PlanRequest, say(change, system))}>
            Apply
          </Button>
        )}
        {a?.or && (
          <span className="last-or" data-testid="last-or">
            or <strong>{say(a.or.change, system)}</strong>
            {onTake && (
              <Button
                aria-label={`Apply instead: ${say(a.or.change, system)}`}
                onClick={() => a.or && onTake(a.or.request as PlanRequest, say(a.or.change, system))}
              >
                Apply
              </Button>
            )}
          </span>
        )}
        {last && (
          <span className="last-line">
            {d.here ? "Last time here" : `Last time, at ${last.stop_name}`}
            {clicks !== null && clicks !== undefined && <>, {inWords(clicks, "clicks", system)}</>}:{" "}
            <Link to={`/log/${last.id}`}>{saidOf(last)}</Link>.
          </span>
        )}
      </p>
      {a?.suits && (
        <p className="quiet">
          Suits{" "}
          {a.suits.map((x, i) => (
            <span key={x.by}>
              {i > 0 && ", "}
              <span data-own-words>{x.by}</span>: {x.chance}
            </span>
          ))}
          .
        </p>
      )}
      {a?.noticed && d.noticed !== null && <Changed entry={d.noticed} notice={a.noticed} />}
      {a && (
        <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
          <summary>Why? Other options</summary>
          {open && (
            <>
              <p className="last-why">
                {say(a.why, system)}{" "}
                <span
                  className="quiet num"
                  title="How likely you’ll like the next cup: within 0.8 points of extraction and 8 % of strength"
                >
                  Likely right: {a.chance}.
                </span>{" "}
                <span className="quiet">
                  From {counted(d.counted, "cup")}
                  {d.others > 0 && <>, and {d.others} of other coffees</>}.
                </span>
              </p>
              {d.last.length > 1 && (
                <p className="quiet">
                  Before that:{" "}
                  {d.last.slice(1).map((l, i) => (
                    <span key={l.id}>
                      {i > 0 && "; "}
                      <Link to={`/log/${l.id}`}>{saidOf(l)}</Link>
                    </span>
                  ))}
                  .
                </p>
              )}
              <Weighed advice={d} allow={allow} onAllow={setAllow} wish={wish} onWish={setWish} />
            </>
          )}
        </details>
      )}
    </section>
  );
}

/** Cups that do not fit those before: one tap says what changed. */
function Changed({
  entry,
  notice,
}: {
  entry: number;
  notice: NonNullable<NonNullable<Advice["advice"]>["noticed"]>;
}) {
  const { system } = useSettings();
  const save = useChange(async (changed: Taste["changed"]) =>
    saveLog(await asked("get-log-entry", { path: { entry } }), { changed }),
  );
  return (
    <div className="last-noticed" data-testid="last-noticed">
      <p>{say(notice.said, system)}</p>
      <p className="actions">
        {notice.might.map((m) => (
          <Button key={m} disabled={save.isPending} onClick={() => save.mutate(m as Taste["changed"])}>
            {changes[m as keyof typeof changes]}
          </Button>
        ))}
      </p>
      {save.error && <Trouble error={save.error} />}
    </div>
  );
}

function Weighed({
  advice: d,
  allow,
  onAllow,
  wish,
  onWish,
}: {
  advice: Advice;
  allow: string[];
  onAllow: (v: string[]) => void;
  wish: string;
  onWish: (v: string) => void;
}) {
  const { system } = useSettings();
  const a = d.advice;
  if (!a) return null;
  // The levers of this method.
  const its = levers.filter(([id]) => a.considered.some((c) => c.lever === id));
  const on = allow.length === 0 ? its.map(([id]) => id as string) : allow;
  return (
    <div className="last-weighed">
      <StepChart advice={a} />
      <table className="plain">
        <thead>
          <tr>
            <th>Instead</th>
            <th className="right">gives</th>
            <th>and</th>
          </tr>
        </thead>
        <tbody>
          {a.considered.map((c) => (
            <tr key={c.lever} className={c.taken ? "last-taken" : undefined}>
              <td>{c.change ? say(c.change, system) : levers.find(([id]) => id === c.lever)?.[1]}</td>
              <td className="num right nowrap">
                {c.expected &&
                  `${inWords(c.expected.extraction_pct, "%", system)} · ${inWords(c.expected.tds_pct, "%", system, { step: 0.01 })}`}
              </td>
              <td>{say(c.why, system)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <fieldset className="last-allow">
        <legend>May be changed</legend>
        {its.map(([id, word]) => (
          <label key={id}>
            <input
              type="checkbox"
              checked={on.includes(id)}
              onChange={() => {
                const next = on.includes(id) ? on.filter((x) => x !== id) : [...on, id];
                onAllow(next.length === its.length || next.length === 0 ? [] : next);
              }}
            />{" "}
            {word}
          </label>
        ))}
      </fieldset>
      <fieldset className="last-allow">
        <legend>Or ask for</legend>
        {["", ...wishes].map((w) => (
          <label key={w}>
            <input type="radio" name="wish" checked={wish === w} onChange={() => onWish(w)} />{" "}
            {w === "" ? "as usual" : w}
          </label>
        ))}
      </fieldset>
      <Sheet sheet={a.working} />
      {d.left_out > 0 && (
        <p className="quiet">{counted(d.left_out, "older cup")} can’t be computed today, so not counted.</p>
      )}
    </div>
  );
}

/** The figures of an advice with their workings, each to be opened. */
function Sheet({ sheet }: { sheet: NonNullable<Advice["advice"]>["working"] }) {
  const { system } = useSettings();
  return (
    <div className="last-sheet">
      {Object.entries(sheet).map(([path, f]) => (
        <details key={path}>
          <summary>
            {f.label}{" "}
            <span className="num">
              {f.value === null || f.value === undefined
                ? ""
                : inWords(f.value, f.unit, system, { step: path.includes("tds") ? 0.01 : undefined })}
            </span>
            {f.plus_minus !== undefined && f.plus_minus !== null && (
              <span className="quiet num">
                {" "}
                ± {inWords(f.plus_minus, f.unit, system, { step: path.includes("tds") ? 0.01 : undefined })}
              </span>
            )}
          </summary>
          <p>{f.formula}</p>
          {(f.inputs ?? []).length > 0 && (
            <ul>
              {(f.inputs ?? []).map((i, n) => (
                <li key={n}>
                  {i.label}{" "}
                  {i.value !== undefined && i.value !== null && (
                    <span className="num">{inWords(Number(i.value), i.unit ?? "", system)}</span>
                  )}
                </li>
              ))}
            </ul>
          )}
          {f.limits && <p className="quiet">{f.limits}</p>}
          <p className="quiet">Source: {f.source}</p>
        </details>
      ))}
    </div>
  );
}

/** The step from where the cup was to where it should come, on the control chart. */
function StepChart({ advice: a }: { advice: NonNullable<Advice["advice"]> }) {
  const { system } = useSettings();
  const l = a.liking;
  const es = [a.now.extraction_pct, a.expected.extraction_pct, l.extraction_low_pct, l.extraction_high_pct];
  const ts = [a.now.tds_pct, a.expected.tds_pct, l.tds_low_pct, l.tds_high_pct];
  const span = {
    e: [Math.min(...es) - 1.2, Math.max(...es) + 1.2],
    t: [Math.min(...ts) * 0.9, Math.max(...ts) * 1.1],
  } as const;
  // Cups further off are left out of the picture.
  const near = (p: { extraction_pct: number; tds_pct: number }) =>
    p.extraction_pct > span.e[0] &&
    p.extraction_pct < span.e[1] &&
    p.tds_pct > span.t[0] &&
    p.tds_pct < span.t[1];
  const pe = (p: { extraction_pct: number; tds_pct: number }) =>
    `${inWords(p.extraction_pct, "%", system)} of extraction and ${inWords(p.tds_pct, "%", system, { step: 0.01 })} strong`;
  const words = `The cup was about ${pe(a.now)}${a.change ? `; the next should be about ${pe(a.expected)}` : ""}. Liked is about ${pe(l)}.`;
  return (
    <figure className="control">
      <Chart
        title="From this cup to the next"
        words={words}
        x={{ label: "extraction", unit: "%", from: span.e[0], to: span.e[1] }}
        y={{ label: "strength", unit: "%", from: span.t[0], to: span.t[1] }}
        height={220}
      >
        {(x, y) => (
          <>
            <ellipse
              className="lb-liked"
              cx={x(l.extraction_pct)}
              cy={y(l.tds_pct)}
              rx={Math.abs(x(l.extraction_high_pct) - x(l.extraction_pct))}
              ry={Math.abs(y(l.tds_high_pct) - y(l.tds_pct))}
            />
            {a.path.filter(near).map((p, i) => (
              <circle key={i} className="last-was" cx={x(p.extraction_pct)} cy={y(p.tds_pct)} r={3} />
            ))}
            {a.change && (
              <line
                className="last-arrow"
                x1={x(a.now.extraction_pct)}
                y1={y(a.now.tds_pct)}
                x2={x(a.expected.extraction_pct)}
                y2={y(a.expected.tds_pct)}
              />
            )}
            <circle
              className="ch-dot ch-dot-coffee"
              cx={x(a.now.extraction_pct)}
              cy={y(a.now.tds_pct)}
              r={6}
            />
            {a.change && (
              <circle
                className="last-to"
                cx={x(a.expected.extraction_pct)}
                cy={y(a.expected.tds_pct)}
                r={7}
              />
            )}
          </>
        )}
      </Chart>
      <figcaption>{words} Shaded is what you like, as far as known.</figcaption>
    </figure>
  );
}
