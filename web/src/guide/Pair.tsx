import { useSettings } from "../app/settings";
import { figure, inWords } from "../units/units";

/** The reading now and the one to reach, with a bar between them, to be read at arm's length. */
export function Pair({
  now,
  to,
  from,
  unit,
  what,
}: {
  now?: number;
  to: number;
  /** Where the bar begins. */
  from: number;
  unit: string;
  what: string;
}) {
  const { system } = useSettings();
  const share = now === undefined ? 0 : Math.min(Math.max((now - from) / (to - from || 1), 0), 1);
  const over = now !== undefined && (to > from ? now > to + 1 : now < to - 1);
  const shown = figure(to, unit, system);
  return (
    <div className="pair" data-testid="pair" data-now={now} data-to={Math.round(to * 10) / 10}>
      <p className="sr">
        {what}: {now === undefined ? "not read" : inWords(now, unit, system)}, to {inWords(to, unit, system)}
      </p>
      <div className="pair-figures num" aria-hidden="true">
        <span className={over ? "pair-now pair-over" : "pair-now"}>
          {now === undefined ? "—" : figure(now, unit, system).text}
        </span>
        <span className="pair-to">
          {shown.text}
          <small>{shown.unit}</small>
        </span>
      </div>
      <div className="pair-bar" aria-hidden="true">
        <div className={over ? "pair-in pair-in-over" : "pair-in"} style={{ width: `${share * 100}%` }} />
      </div>
    </div>
  );
}
