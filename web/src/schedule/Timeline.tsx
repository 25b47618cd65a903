import { timeInWords } from "../app/dates";
import { useSettings } from "../app/settings";
import { useWidth } from "../app/useWidth";
import { hours, type Day, type Item } from "./days";

const LINE = 52;

const minutesOf = (t: string) => Number(t.slice(0, 2)) * 60 + Number(t.slice(3, 5));

interface Timed {
  i: Item;
  from: number;
  to: number;
}

/** Labels over their ends, one row higher where the one before reaches that far. */
function labelled(
  timed: Timed[],
  names: Record<number, string>,
  x: (min: number) => number,
  W: number,
  twelve: boolean,
) {
  const out: { label: string; at: number; up: number }[] = [];
  let free = -Infinity;
  for (const { i, from } of timed) {
    const name = i.task.id.startsWith("brew:") ? names[i.task.brew ?? 0] : "";
    const label = name ? `${name}, ${timeInWords(i.to ?? "", twelve)}` : "";
    const wide = label.length * 8.2;
    const at = Math.min(x(from), W - wide);
    out.push({ label, at, up: label && at < free ? 16 : 0 });
    if (label) free = at + wide;
  }
  return out;
}

/** A day as a line of hours: how long each thing takes, and the cup at its end. */
export function Timeline({ day, names, now }: { day: Day; names: Record<number, string>; now?: string }) {
  const { twelve } = useSettings();
  const [ref, W] = useWidth(600, 280);
  const timed = day.items.flatMap((i): Timed[] => {
    if (!i.from || !i.to || i.task.for_s >= 6 * 3600) return [];
    const from = minutesOf(i.from);
    const to = minutesOf(i.to);
    return [{ i, from, to: to < from ? to + 1440 : to }];
  });
  const [first, last] = hours(timed.map((t) => [t.from, t.to]));
  const x = (min: number) => 24 + ((min / 60 - first) / (last - first)) * (W - 48);
  const room = (W - 48) / (last - first); // for an hour
  const every = [1, 2, 3, 6].find((h) => h * room > 64) ?? 12;
  const ticks = Array.from({ length: last - first + 1 }, (_, k) => first + k).filter((h) => h % every === 0);
  const here = now === undefined ? undefined : minutesOf(now);
  const labels = labelled(timed, names, x, W, twelve);
  if (timed.length === 0) return null;
  return (
    <div ref={ref}>
      <svg
        className="timeline"
        viewBox={`0 0 ${W} 74`}
        role="img"
        aria-label={timed
          .map(
            ({ i }) =>
              `${timeInWords(i.from ?? "", twelve)} to ${timeInWords(i.to ?? "", twelve)}: ${names[i.task.brew ?? 0] ?? i.task.text}`,
          )
          .join("; ")}
      >
        {timed.map(({ i, from, to }, k) => (
          <g key={i.task.id}>
            <rect
              className={i.task.when === "brew" ? "timeline-brew" : "timeline-other"}
              x={x(from)}
              y={LINE - 12}
              width={Math.max(x(to) - x(from), 3)}
              height="12"
            />
            {i.task.when === "brew" && <circle className="timeline-cup" cx={x(to)} cy={LINE} r="5" />}
            <text x={labels[k]?.at} y={LINE - 20 - (labels[k]?.up ?? 0)}>
              {labels[k]?.label}
            </text>
          </g>
        ))}
        <line className="timeline-hours" x1="8" x2={W - 8} y1={LINE} y2={LINE} />
        {ticks.map((h) => (
          <text key={h} className="timeline-hour num" x={x(h * 60)} y={LINE + 18} textAnchor="middle">
            {timeInWords(`${String(((h % 24) + 24) % 24).padStart(2, "0")}:00`, twelve)}
          </text>
        ))}
        {here !== undefined && here >= first * 60 && here <= last * 60 && (
          <line className="timeline-now" x1={x(here)} x2={x(here)} y1={LINE - 34} y2={LINE + 4} />
        )}
      </svg>
    </div>
  );
}
