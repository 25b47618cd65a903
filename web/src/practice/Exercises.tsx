import { Button } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { core } from "../core/core";
import { figure, inWords, say } from "../units/units";
import { Pourer } from "./Pourer";
import { comparedToBefore, median, useProgress, withOne, type Kind } from "./progress";

const list: { kind: Kind; name: string; how: string }[] = [
  { kind: "stream", name: "Steady stream", how: "An even stream, for half a minute." },
  { kind: "gram", name: "Stop on the gram", how: "Pour, and stop at the reading." },
  { kind: "broken", name: "Broken stream", how: "Equal pulses with a pause between them." },
  { kind: "guess", name: "Without a thermometer", how: "Say when the kettle is cool enough to pour." },
  { kind: "boil", name: "Does it boil?", how: "Judge the boil by eye." },
  { kind: "climb", name: "Before it climbs over", how: "Lift the boiling pot in time." },
  { kind: "press", name: "Thirty seconds of pressing", how: "Press down evenly, by feel." },
];

const pours = (k: Kind) => k === "stream" || k === "gram" || k === "broken";

/** The errors of the last times, the oldest left: the lower, the nearer. */
function Errors({ of }: { of: number[] }) {
  if (of.length === 0) return null;
  const most = Math.max(...of.map(Math.abs), 0.1);
  return (
    <svg className="pr-errors" width="160" height="34" aria-hidden="true">
      <line x1="0" x2="160" y1="30" y2="30" />
      {of.map((v, i) => (
        <rect
          key={i}
          className={i === of.length - 1 ? "pr-last" : undefined}
          x={i * 16 + 2}
          width="11"
          y={30 - Math.max((Math.abs(v) / most) * 28, 1.5)}
          height={Math.max((Math.abs(v) / most) * 28, 1.5)}
        />
      ))}
    </svg>
  );
}

/** The exercises, and how one gets on with them. */
export function Exercises({ altitude }: { altitude: number }) {
  const [kind, setKind] = useState<Kind>();
  const { value: progress, set } = useProgress();
  const { system } = useSettings();
  const chosen = list.find((e) => e.kind === kind);
  return (
    <>
      <ul className="pr-list">
        {list.map((e) => {
          const last = progress[e.kind] ?? [];
          const unit = pours(e.kind) ? "g" : e.kind === "guess" ? "K" : "s";
          return (
            <li key={e.kind}>
              <button
                type="button"
                className={e.kind === kind ? "pr-item pr-item-on" : "pr-item"}
                aria-pressed={e.kind === kind}
                onClick={() => setKind(e.kind)}
              >
                <strong>{e.name}</strong>
                <Errors of={last} />
                <span>{e.how}</span>
                <span className="quiet">
                  {last.length === 0 ? (
                    "not done yet"
                  ) : (
                    <>
                      last {inWords(last.at(-1) ?? 0, unit, system, { step: 0.1 })}, your last {last.length}:{" "}
                      {inWords(median(last), unit, system, { step: 0.1 })} off
                    </>
                  )}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
      {chosen && (
        <One
          key={chosen.kind}
          kind={chosen.kind}
          name={chosen.name}
          altitude={altitude}
          onDone={(error) => set(withOne(progress, chosen.kind, error))}
          compared={comparedToBefore(progress[chosen.kind] ?? [])}
        />
      )}
    </>
  );
}

type Did = Schemas["Did"];

/** One exercise, as often as one likes. */
function One({
  kind,
  name,
  altitude,
  onDone,
  compared,
}: {
  kind: Kind;
  name: string;
  altitude: number;
  onDone: (error: number) => void;
  compared?: string;
}) {
  const { system } = useSettings();
  const [it, setIt] = useState<Schemas["Exercised"]>();
  const [since, setSince] = useState<number>();
  const [now, setNow] = useState(0);
  const [did, setDid] = useState<Did[]>([]);
  const [wrong, setWrong] = useState<unknown>();
  const seed = useRef(0);
  const at = () => (since === undefined ? 0 : (performance.now() - since) / 1000);
  const begin = () => {
    seed.current = Math.floor(Math.random() * 2 ** 40);
    setIt(undefined);
    setDid([]);
    core.exercise({ kind, seed: seed.current, altitude_m: altitude }).then((e) => {
      setIt(e);
      setWrong(undefined);
      setSince(performance.now());
    }, setWrong);
  };
  const over = it?.error !== undefined && it.error !== null;
  const goes = since !== undefined && it !== undefined && !over;
  useEffect(() => {
    if (!goes) return;
    let frame = 0;
    const tick = () => {
      setNow((performance.now() - since) / 1000);
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [goes, since]);
  const end = useCallback(
    (tap: number, poured: Did[]) => {
      core
        .exercise({
          kind,
          seed: seed.current,
          altitude_m: altitude,
          tap_s: tap,
          ...(poured.length > 0 && { poured }),
        })
        .then((e) => {
          setIt(e);
          setSince(undefined);
          if (e.error !== null) onDone(e.error);
        }, setWrong);
    },
    [altitude, kind, onDone],
  );
  const first = did.find((d) => (d.pour_g_s ?? 0) > 0)?.t_s;
  const timeUp = goes && kind === "stream" && first !== undefined && now > first + 31;
  useEffect(() => {
    if (timeUp) end(now, did);
  }, [timeUp, now, did, end]);
  // What is in: what ran so far.
  let grams = 0;
  did.forEach((d, i) => {
    grams += (d.pour_g_s ?? 0) * ((did[i + 1]?.t_s ?? now) - d.t_s);
  });
  const pulses = did.filter((d) => d.pour_g_s === 0).length;
  const see = it?.course.findLast((p) => (p?.[0] ?? 0) <= now)?.[1] ?? 0;
  const onRate = (rate: number) => {
    if (!goes) return;
    const next = [...did, { t_s: at(), pour_g_s: rate }];
    setDid(next);
    if (rate === 0 && kind === "gram") end(at() + 1, next);
    if (rate === 0 && kind === "broken" && pulses + 1 >= 6) end(at() + 1, next);
  };
  return (
    <section className="pr-one" aria-label={name}>
      <h2>{name}</h2>
      <p className="guide-do" role="status" data-testid="exercise">
        {it ? say(it.text, system) : "Ready when you are."}
      </p>
      {over && compared && <p className="quiet">That is {compared} to your usual.</p>}
      {wrong !== undefined && <Trouble error={wrong} />}
      {goes && pours(kind) && (
        <div className="pr-hand">
          <p className="pair-now num" data-testid="practice-scale">
            {figure(grams, "g", system).text}
            <small> {figure(grams, "g", system).unit}</small>
          </p>
          <Pourer onRate={onRate} />
        </div>
      )}
      {goes && !pours(kind) && (
        <div className="pr-hand">
          {kind !== "press" && <Steam share={see} foam={kind === "climb"} />}
          <p className="num quiet">{inWords(now, "s", system)}</p>
          <Button type="primary" size="large" onClick={() => end(at(), [])}>
            {{ guess: "It is there", boil: "It boils", climb: "Lift it", press: "It is down" }[
              kind as "guess"
            ] ?? "Now"}
          </Button>
        </div>
      )}
      {!goes && (
        <Button type="primary" size="large" onClick={begin}>
          {over ? "Again" : kind === "press" ? "Start pressing" : "Start"}
        </Button>
      )}
    </section>
  );
}

/** What there is to see of a pot. */
export function Steam({ share, foam }: { share: number; foam?: boolean }) {
  const words = foam
    ? share > 0.85
      ? "the foam is at the rim"
      : share > 0.5
        ? "the foam climbs"
        : share > 0.3
          ? "it boils"
          : "still"
    : share > 0.65
      ? "it rolls"
      : share > 0.4
        ? "steam, small bubbles"
        : share > 0.15
          ? "wisps of steam"
          : "still";
  return (
    <figure className="pr-pot" role="img" aria-label={words}>
      <svg viewBox="0 0 120 130" width="150" height="162" aria-hidden="true">
        {foam ? (
          <rect className="pr-foam" x="22" y={110 - 75 * share} width="76" height={75 * share} />
        ) : (
          Array.from({ length: Math.round(share * 9) }, (_, i) => (
            <path
              key={i}
              className="pr-steam"
              d={`M${24 + i * 9} 46 c -6 -${8 + share * 10} 6 -${14 + share * 10} 0 -${20 + share * 18}`}
            />
          ))
        )}
        {!foam && share > 0.55 && (
          <g className="pr-bubbles">
            {Array.from({ length: 6 }, (_, i) => (
              <circle key={i} cx={30 + i * 12} cy={100 - ((i * 17) % 30)} r={2 + share * 3} />
            ))}
          </g>
        )}
        <path className="pr-wall" d="M20 50 V114 H100 V50" />
      </svg>
      <figcaption className="quiet">{words}</figcaption>
    </figure>
  );
}
