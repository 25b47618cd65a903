import { Button } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import type { Brew, Schemas } from "../api/client";
import {
  beginBlind,
  dealBlind,
  sayBlind,
  useBlind,
  useBlinds,
  useCatalogue,
  useChange,
  useLog,
} from "../api/queries";
import { useSettings } from "../app/settings";
import { Loaded, Trouble } from "../app/Trouble";
import { useRemove } from "../app/useUndo";
import { counted, inWords, say } from "../units/units";
import "./log.css";

const nameOf = (b: Brew, names: Record<string, string>) =>
  `${names[b.request.method] ?? b.request.method}${b.name ? `: ${b.name}` : ""}`;

/** The blind comparisons, and a new one. */
export default function BlindPage() {
  const blinds = useBlinds();
  const log = useLog(0);
  const catalogue = useCatalogue();
  const [search] = useSearchParams();
  const [a, setA] = useState(search.get("a") ?? "");
  const [b, setB] = useState(search.get("b") ?? "");
  const navigate = useNavigate();
  const begin = useChange(() => beginBlind(Number(a), Number(b)));
  const names = catalogue.data?.names ?? {};
  // Brews that were made, each once, the latest first.
  const brews = [
    ...new Map(
      (log.data ?? []).map((l) => [
        l.brew_id,
        `${names[l.method] ?? l.method}: ${l.brew_name || l.stop_name}`,
      ]),
    ).entries(),
  ];
  for (const x of blinds.data ?? [])
    for (const k of [x.a, x.b]) if (!brews.some(([id]) => id === k.id)) brews.push([k.id, nameOf(k, names)]);
  for (const id of [search.get("a"), search.get("b")])
    if (id && !brews.some(([k]) => String(k) === id)) brews.push([Number(id), `Brew ${id}`]);
  return (
    <div className="page lb">
      <h1>Blind</h1>
      <p className="lb-lead">
        Two brews in two cups that look alike. One person pours, the other tastes without knowing. Then you
        see which was which, and whether the difference is more than chance.
      </p>
      <form
        className="lb-filters"
        onSubmit={(e) => {
          e.preventDefault();
          begin.mutate(undefined, { onSuccess: (x) => void navigate(`/blind/${x.id}`) });
        }}
      >
        {(
          [
            ["blind-a", "First brew", a, setA, b],
            ["blind-b", "Second brew", b, setB, a],
          ] as const
        ).map(([id, label, v, set, not]) => (
          <select
            key={id}
            id={id}
            className="plain-select"
            aria-label={label}
            value={v}
            onChange={(e) => set(e.target.value)}
          >
            <option value="">{label}…</option>
            {brews
              .filter(([k]) => String(k) !== not)
              .map(([k, n]) => (
                <option key={k} value={k}>
                  {n}
                </option>
              ))}
          </select>
        ))}
        <Button htmlType="submit" type="primary" disabled={a === "" || b === ""} loading={begin.isPending}>
          Start
        </Button>
      </form>
      {begin.error && <Trouble error={begin.error} />}
      <Loaded query={blinds}>
        {(list) =>
          list.length === 0 ? (
            <p className="empty">
              None yet. Choose two brews above; they must be <Link to="/now">planned and saved</Link>.
            </p>
          ) : (
            <ul className="lb-cups">
              {list.map((x) => (
                <li key={x.id} className="lb-card">
                  <Link to={`/blind/${x.id}`} className="lb-link">
                    <strong data-own-words>
                      {nameOf(x.a, names)} · {nameOf(x.b, names)}
                    </strong>
                    <Liked rounds={x.rounds} />
                    <Says verdict={x.verdict} />
                    <span className="quiet">{counted(x.rounds.length, "round")}</span>
                  </Link>
                </li>
              ))}
            </ul>
          )
        }
      </Loaded>
    </div>
  );
}

/** Which of the two was liked, round by round: the one above, the other below, neither between. */
function Liked({ rounds }: { rounds: Schemas["BlindTold"][] }) {
  if (rounds.length === 0) return null;
  const y = { a: 8, neither: 19, b: 30 };
  return (
    <svg className="lb-rounds" width={Math.max(rounds.length * 16 + 4, 40)} height="38" aria-hidden="true">
      {rounds.map((r, i) => (
        <circle
          key={i}
          className={r.liked === "neither" ? undefined : "lb-right-one"}
          cx={i * 16 + 10}
          cy={y[r.liked]}
          r="5.5"
        />
      ))}
    </svg>
  );
}

function Says({ verdict }: { verdict: Schemas["Verdict"] }) {
  const { system } = useSettings();
  return <span>{say(verdict.says, system)}</span>;
}

/** One blind comparison, round by round. */
export function BlindRoundsPage() {
  const id = Number(useParams().blind);
  const blind = useBlind(id);
  const catalogue = useCatalogue();
  const removeWithUndo = useRemove();
  const navigate = useNavigate();
  const { system } = useSettings();
  const [dealt, setDealt] = useState<Schemas["Dealt"]>();
  const [seen, setSeen] = useState(false);
  const deal = useChange(() => dealBlind(id));
  const tell = useChange((liked: "first" | "second" | "neither") => sayBlind(id, liked));
  const names = catalogue.data?.names ?? {};
  return (
    <div className="page lb">
      <Loaded query={blind}>
        {(x) => {
          const brew = { a: nameOf(x.a, names), b: nameOf(x.b, names) };
          const tasting = x.tasting || seen;
          return (
            <>
              <h1>Blind</h1>
              <p className="lb-lead" data-own-words>
                <strong>A</strong> {brew.a} · <strong>B</strong> {brew.b}
              </p>
              <section className="lb-round" aria-label="This round">
                {!tasting && (
                  <>
                    <p>
                      <strong>You pour:</strong> mark two matching cups 1 and 2 underneath. The taster looks
                      away.
                    </p>
                    <Button
                      type="primary"
                      loading={deal.isPending}
                      onClick={() => deal.mutate(undefined, { onSuccess: (d) => setDealt(d) })}
                    >
                      Deal the cups
                    </Button>
                  </>
                )}
                {dealt && (
                  <div className="lb-dealt">
                    <p>
                      <strong>Cup 1:</strong> <span data-own-words>{brew[dealt.first]}</span>
                    </p>
                    <p>
                      <strong>Cup 2:</strong> <span data-own-words>{brew[dealt.second]}</span>
                    </p>
                    <Button
                      type="primary"
                      onClick={() => {
                        setDealt(undefined);
                        setSeen(true);
                      }}
                    >
                      Poured: hand over
                    </Button>
                  </div>
                )}
                {tasting && !dealt && (
                  <>
                    <p>
                      <strong>You taste:</strong> which do you like better? Let both cool first.
                    </p>
                    <div className="lb-say">
                      {(
                        [
                          ["first", "Cup 1"],
                          ["second", "Cup 2"],
                          ["neither", "No difference"],
                        ] as const
                      ).map(([v, word]) => (
                        <Button
                          key={v}
                          size="large"
                          loading={tell.isPending}
                          onClick={() => tell.mutate(v, { onSuccess: () => setSeen(false) })}
                        >
                          {word}
                        </Button>
                      ))}
                    </div>
                    <Button
                      type="text"
                      onClick={() => deal.mutate(undefined, { onSuccess: (d) => setDealt(d) })}
                    >
                      Show cups again
                    </Button>
                  </>
                )}
                {(deal.error ?? tell.error) && <Trouble error={deal.error ?? tell.error} />}
              </section>
              <h2>{say(x.verdict.says, system)}</h2>
              {x.rounds.length > 0 && (
                <>
                  <table className="plain lb-diff">
                    <thead>
                      <tr>
                        <th>Round</th>
                        <th>Cup 1 was</th>
                        <th>Liked</th>
                      </tr>
                    </thead>
                    <tbody>
                      {x.rounds.map((r, i) => (
                        <tr key={i}>
                          <td className="num">{i + 1}</td>
                          <td>{r.first.toUpperCase()}</td>
                          <td>{r.liked === "neither" ? "neither" : r.liked.toUpperCase()}</td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                  <details>
                    <summary>
                      By chance alone:{" "}
                      <span className="num">{inWords(x.verdict.chance_pct, "%", system)}</span>
                    </summary>
                    <p>{x.verdict.working.formula}</p>
                    <p className="quiet">Source: {x.verdict.working.source}</p>
                  </details>
                </>
              )}
              <p>
                <Button
                  type="text"
                  onClick={() => {
                    void Promise.resolve(navigate("/blind")).then(() =>
                      removeWithUndo("blind", x.id, "the blind comparison"),
                    );
                  }}
                >
                  Delete
                </Button>
              </p>
            </>
          );
        }}
      </Loaded>
    </div>
  );
}
