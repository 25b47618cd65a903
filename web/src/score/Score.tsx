import { memo, useEffect, useId, useMemo } from "react";
import type { Plan, Schemas } from "../api/client";
import { useSettings } from "../app/settings";
import { pictured } from "../app/pictured";
import { usePinch } from "../app/usePinch";
import { useWidth } from "../app/useWidth";
import { clock } from "../units/units";
import { timeAxis } from "./geometry";
import { SteepEnd } from "./handles";
import { FlameLane, HandsLane, LEFT, ScaleLane, WaterLane, type ScaleMoves } from "./lanes";
import { scoreInWords } from "./words";
import "./score.css";

interface Props extends ScaleMoves {
  plan: Plan;
  /** Seconds from first contact of the playhead, in the guide. */
  playhead?: number;
  /** ID of the present step, in the guide. */
  present?: string;
  compact?: boolean;
  /** Another plan, drawn thin under this one. */
  other?: Plan;
  /** What happened, drawn over what was planned, and the rest as it is planned now. */
  live?: Schemas["RunCurves"];
  /** Another plan that is drawn beside this one, over the same time. */
  beside?: Plan;
  onStep?: (id: string) => void;
  /** The end of the steep was dragged, or moved with the arrow keys: the contact it makes. */
  onContact?: (seconds: number) => void;
  /** The contact asked for last, which the plan may not have caught up with. */
  asked?: number;
}

const RIGHT = 14;
/** The least width in px at which the words of a score have room. */
const LEAST = 620;

/**
 * The score of a brew: water, flame, scale and hands over one time axis. For who hears it, it is a group with
 * its story in words and its handles; the drawing itself says nothing more.
 */
export const Score = memo(function Score({
  plan,
  playhead,
  present,
  compact,
  other,
  live,
  beside,
  onStep,
  onContact,
  asked,
  onReading,
  onPour,
  onDose,
}: Props) {
  const { system } = useSettings();
  const [ref, room] = useWidth();
  const zoom = usePinch(ref);
  // On a phone it is wider than the screen, and scrolls: its words keep their room.
  const width = Math.round(Math.max(room, LEAST) * zoom);
  const id = useId();
  useEffect(pictured, []);
  const t = useMemo(() => timeAxis(plan, LEFT, width - RIGHT, beside), [plan, width, beside]);
  useEffect(() => {
    const box = ref.current;
    const at = box?.querySelector<SVGGraphicsElement>(".sc-playhead, .sc-block-now");
    if (!box || !at || box.scrollWidth <= box.clientWidth) return;
    const x = at.getBoundingClientRect().left - box.getBoundingClientRect().left;
    if (x < LEFT + 20 || x > box.clientWidth * 0.7) box.scrollBy({ left: x - box.clientWidth * 0.35 });
  }, [ref, present]);
  const words = useMemo(() => scoreInWords(plan, system), [plan, system]);

  const h =
    compact && room < 700
      ? { water: 110, flame: 18, scale: 64, hands: 48 }
      : { water: 150, flame: 22, scale: 92, hands: 62 };
  const gap = 10;
  const yWater = 14;
  const yFlame = yWater + h.water + gap;
  const yScale = yFlame + h.flame + gap;
  const yHands = yScale + h.scale + gap;
  const yAxis = yHands + h.hands + 4;
  const place = { plan, system, t };
  const steep = plan.steps.find((s) => s.id === "steep");
  const now = playhead === undefined ? undefined : Math.min(Math.max(playhead, t.start), t.end);

  // Nothing in it takes the focus.
  const still = compact || !onDose;

  return (
    <div
      ref={ref}
      className="score"
      // It scrolls on a phone, by the keyboard too.
      tabIndex={still ? 0 : undefined}
      role={still ? "group" : undefined}
      aria-label={still ? "Score" : undefined}
      data-boil={plan.boil_c}
      // The names of the lanes stay where they are while the time goes by.
      onScroll={(e) => e.currentTarget.style.setProperty("--gone", `${e.currentTarget.scrollLeft}px`)}
    >
      <svg
        width={width}
        height={yAxis + 18}
        role="group"
        aria-labelledby={`${id}-t`}
        aria-describedby={`${id}-d`}
      >
        <title id={`${id}-t`}>Score of the brew</title>
        <desc id={`${id}-d`}>{words}</desc>
        <g aria-hidden="true">
          {t.ticks.map((s) => (
            <g key={s}>
              <line
                className={s === 0 ? "sc-zero" : "sc-grid"}
                x1={t.x(s)}
                x2={t.x(s)}
                y1={yWater}
                y2={yAxis}
              />
              <text className="sc-tick" x={t.x(s)} y={yAxis + 13} textAnchor="middle">
                {clock(s, 1)}
              </text>
            </g>
          ))}
          {[t.knee, t.knee2].map(
            (k) =>
              k !== undefined && (
                <g className="sc-knee" key={k}>
                  <line x1={t.x(k) - 2} x2={t.x(k) - 2} y1={yWater} y2={yAxis} />
                  <line x1={t.x(k) + 2} x2={t.x(k) + 2} y1={yWater} y2={yAxis} />
                </g>
              ),
          )}
        </g>
        <WaterLane {...place} y={yWater} h={h.water} compact={compact} other={other} live={live} />
        <FlameLane {...place} y={yFlame} h={h.flame} />
        <ScaleLane
          {...place}
          y={yScale}
          h={h.scale}
          live={live}
          onReading={onReading}
          onPour={onPour}
          onDose={onDose}
        />
        <HandsLane plan={plan} t={t} y={yHands} h={h.hands} present={present} onStep={onStep} />
        <line
          aria-hidden="true"
          className="sc-base"
          x1={t.x(t.start)}
          x2={t.x(t.end)}
          y1={yAxis}
          y2={yAxis}
        />
        {onContact && steep && steep.for_s < 3600 && plan.contact_s !== null && (
          <SteepEnd
            step={steep}
            contact={plan.contact_s}
            asked={asked}
            t={t}
            y={yWater}
            height={yAxis - yWater}
            onContact={onContact}
          />
        )}
        {now !== undefined && (
          <g className="sc-playhead" data-testid="playhead" aria-hidden="true">
            <line x1={t.x(now)} x2={t.x(now)} y1={4} y2={yAxis} />
            <path d={`M${t.x(now) - 6},0 h12 l-6,9 z`} />
          </g>
        )}
      </svg>
    </div>
  );
});
