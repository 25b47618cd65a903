import { Button, Segmented } from "antd";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Plan, Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { Trouble } from "../app/Trouble";
import { core } from "../core/core";
import { Pair } from "../guide/Pair";
import { Score } from "../score/Score";
import { clock, inWords, say } from "../units/units";
import { signs } from "../guide/signs";
import { Pourer } from "./Pourer";
import { Steam } from "./Exercises";

type Did = Schemas["Did"];
type RunEvent = Schemas["Event"];

/** A whole brew by one's own hand: the same guide and the same score, on the virtual brewer. */
export function Whole({ plan, rate }: { plan: Plan; rate: number }) {
  const { system } = useSettings();
  const [seed] = useState(() => Math.floor(Math.random() * 2 ** 40));
  const [speed, setSpeed] = useState(1);
  const [begun, setBegun] = useState(false);
  const [f, setF] = useState<Schemas["Following"]>();
  const [it, setIt] = useState<Schemas["Practice"]>();
  const [review, setReview] = useState<Schemas["Review"]>();
  const [wrong, setWrong] = useState<unknown>();
  const [hand, setHand] = useState({ flame: 0, lid: true, filled: false, in: false, out: false });
  const did = useRef<Did[]>([]);
  const taps = useRef<Omit<RunEvent, "t_s">[]>([]);
  const record = useRef<Schemas["Record"]>(undefined);
  const t = useRef(0);
  const inPot = !plan.steps.some((s) => s.lane === "scale");

  const act = useCallback((d: Omit<Did, "t_s">) => did.current.push({ t_s: t.current, ...d }), []);
  const tap = (e: Omit<RunEvent, "t_s">) => taps.current.push(e);
  const onRate = useCallback((g: number) => act({ pour_g_s: g }), [act]);

  const done = f?.done ?? false;
  useEffect(() => {
    if (!begun || done) return;
    let busy = false;
    let last = performance.now();
    const timer = setInterval(() => {
      if (busy) return;
      busy = true;
      const now = performance.now();
      t.current += Math.min((now - last) / 1000, 2) * speed * rate;
      last = now;
      const at = Math.round(t.current * 10) / 10;
      const todo = taps.current.splice(0);
      void (async () => {
        try {
          const p = await core.practice({
            request: plan.request,
            seed,
            drawn: true,
            did: did.current,
            now_s: t.current,
          });
          const events: RunEvent[] = [
            { t_s: at, kind: "reading", scale_g: p.scale_g, ...(p.kettle_ml > 0 && { water_c: p.water_c }) },
            ...todo.map((e) => ({ ...e, t_s: at })),
          ];
          const g = await core.follow({
            request: plan.request,
            ...(record.current && { record: record.current }),
            events,
            now_s: at,
          });
          record.current = g.record ?? record.current;
          setIt(p);
          setF(g);
          setWrong(undefined);
          if (g.done && g.record) setReview(await core.review({ request: plan.request, record: g.record }));
        } catch (e) {
          setWrong(e);
        } finally {
          busy = false;
        }
      })();
    }, 100);
    return () => clearInterval(timer);
  }, [begun, done, plan, seed, speed, rate]);

  if (!begun)
    return (
      <p>
        <Button
          type="primary"
          size="large"
          onClick={() => {
            taps.current = [{ kind: "start" }];
            setBegun(true);
          }}
        >
          Start the brew
        </Button>
      </p>
    );
  const view = f?.view;
  const shown = f && view ? f.steps[view.shown] : undefined;
  const waits = view?.waits ?? "";
  const reading = f && view && view.reading >= 0 ? f.steps[view.reading] : undefined;
  const set = (part: Partial<typeof hand>, d: Omit<Did, "t_s">) => {
    setHand({ ...hand, ...part });
    act(d);
  };
  return (
    <div className="guide pr-whole">
      {wrong !== undefined && <Trouble error={wrong} />}
      <div className="guide-top">
        <Segmented
          aria-label="Speed"
          value={speed}
          onChange={setSpeed}
          options={[
            { value: 1, label: "real time" },
            { value: 4, label: "4 ×" },
            { value: 10, label: "10 ×" },
          ]}
        />
      </div>
      <div className="guide-now">
        <div className="guide-left">
          <div className="guide-clock num" role="timer" aria-live="off">
            {clock(f?.position_s ?? 0, 1)}
          </div>
          {f?.next_reading_g != null && reading && it && reading.lane === "scale" && !done && (
            <Pair now={it.scale_g} to={f.next_reading_g} from={0} unit="g" what="Scale" />
          )}
        </div>
        <div aria-live="polite" aria-atomic="true">
          <p className="guide-do" data-testid="practice-do">
            {done ? "Done." : shown ? say(shown, system) : ""}
          </p>
          {f?.notice && !done && <p className="guide-off">{say(f.notice, system)}</p>}
        </div>
      </div>
      {!done && it && (
        <>
          <div className="pr-hand">
            <Steam share={it.steam} />
            <p className="num">
              water {inWords(it.water_c, "°C", system)}
              <br />
              {it.above_ml > 1 && <>over the bed {inWords(it.above_ml, "ml", system)}</>}
            </p>
            {!inPot && <Pourer onRate={onRate} />}
            <div className="pr-keys">
              <Button disabled={hand.filled} onClick={() => set({ filled: true }, { fill: true })}>
                Fill the kettle
              </Button>
              <Button
                onClick={() => set({ flame: hand.flame > 0 ? 0 : 1 }, { flame: hand.flame > 0 ? 0 : 1 })}
              >
                {hand.flame > 0 ? "Off the heat" : "Full flame"}
              </Button>
              <Button disabled={hand.flame === 0} onClick={() => set({ flame: 0.2 }, { flame: 0.2 })}>
                Low
              </Button>
              <Button onClick={() => set({ lid: !hand.lid }, { lid: !hand.lid })}>
                {hand.lid ? "Lid off" : "Lid on"}
              </Button>
              {inPot && (
                <Button disabled={hand.in} onClick={() => set({ in: true }, { coffee_in: true })}>
                  Coffee in
                </Button>
              )}
              <Button disabled={!it.met} onClick={() => act({ stir: true })}>
                Stir
              </Button>
              <Button
                disabled={!it.met || hand.out}
                onClick={() => set({ out: true }, { out: true, lift: true })}
              >
                {inPot ? "Decant" : "Press or lift"}
              </Button>
            </div>
          </div>
          <div className="guide-keys">
            {waits !== "" && (
              <Button type="primary" size="large" onClick={() => tap({ kind: "sign" })}>
                {signs[waits]}
              </Button>
            )}
            <Button size="large" onClick={() => tap({ kind: "next" })}>
              Next
            </Button>
          </div>
        </>
      )}
      {review && (
        <section className="pr-review" aria-label="Result" data-testid="review">
          <h2>The cup</h2>
          <p>
            {inWords(it?.cup.extraction_pct ?? review.cup.extraction_pct, "%", system)} extracted, planned{" "}
            {inWords(review.planned.extraction_pct, "%", system)};{" "}
            {inWords(it?.cup.tds_pct ?? review.cup.tds_pct, "%", system, { step: 0.01 })} strong, planned{" "}
            {inWords(review.planned.tds_pct, "%", system, { step: 0.01 })};{" "}
            {inWords(it?.cup.drink_ml ?? review.cup.drink_ml, "ml", system)}, planned{" "}
            {inWords(review.planned.drink_ml, "ml", system)}.
          </p>
          {review.costs.length > 0 && (
            <ul>
              {review.costs.map((c) => (
                <li key={c.id}>{say(c.text, system)}</li>
              ))}
            </ul>
          )}
          <p className="guide-off">{say(review.next, system)}</p>
        </section>
      )}
      <Score
        plan={plan}
        playhead={f ? f.position_s : undefined}
        present={done ? undefined : shown?.of}
        live={f?.curves}
        compact
      />
    </div>
  );
}
