import { useCallback, useEffect, useRef, useState } from "react";
import { useSettings } from "../app/settings";
import { inWords } from "../units/units";

/** The fastest and the slowest stream of a hand, in g/s. */
const LOW = 1;
const HIGH = 12;
const START = 4;

/**
 * A stream that runs while it is held: with a pointer or a finger, whose height sets how fast, or with the W key,
 * the arrows up and down setting how fast.
 */
export function Pourer({
  onRate,
  disabled,
}: {
  onRate: (gramsPerSecond: number) => void;
  disabled?: boolean;
}) {
  const { system } = useSettings();
  const [rate, setRate] = useState(START);
  const [runs, setRuns] = useState(false);
  const held = useRef(false);
  const box = useRef<HTMLButtonElement>(null);
  const speed = useRef(rate);
  const tell = useCallback(
    (on: boolean, at = speed.current) => {
      if (on === held.current && at === speed.current) return;
      held.current = on;
      speed.current = at;
      setRate(at);
      setRuns(on);
      onRate(on ? at : 0);
    },
    [onRate],
  );
  const byHeight = (clientY: number) => {
    const b = box.current?.getBoundingClientRect();
    if (!b) return speed.current;
    const share = 1 - Math.min(Math.max((clientY - b.top) / b.height, 0), 1);
    return Math.round((LOW + share * (HIGH - LOW)) * 2) / 2;
  };
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (disabled || (e.target instanceof Element && e.target.closest("input, textarea, [role=combobox]")))
        return;
      if (e.key === "w" && !e.repeat) tell(true);
      const by = { ArrowUp: 0.5, ArrowDown: -0.5 }[e.key];
      if (by !== undefined && (held.current || box.current === document.activeElement)) {
        e.preventDefault();
        tell(held.current, Math.min(Math.max(speed.current + by, LOW), HIGH));
      }
    };
    const up = (e: KeyboardEvent) => e.key === "w" && tell(false);
    const lost = () => tell(false);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", lost);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", lost);
    };
  }, [disabled, tell]);
  return (
    <button
      ref={box}
      type="button"
      className={runs ? "pourer pourer-runs" : "pourer"}
      disabled={disabled}
      aria-pressed={runs}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        tell(true, byHeight(e.clientY));
      }}
      onPointerMove={(e) => held.current && tell(true, byHeight(e.clientY))}
      onPointerUp={() => tell(false)}
      onPointerCancel={() => tell(false)}
    >
      <strong>{runs ? "Pouring" : "Hold to pour"}</strong>
      <span className="num">{inWords(rate, "g", system, { step: 0.05 })} a second</span>
      <small>higher is faster; or hold W and use ↑ ↓</small>
    </button>
  );
}
