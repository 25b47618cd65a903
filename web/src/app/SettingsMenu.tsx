import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { inPocket } from "../pocket/mode";
import { isUs, unitOf, type System } from "../units/units";
import { Dots } from "./Dots";
import { Either } from "./Either";
import { useSettings, type ThemeChoice } from "./settings";

type Hours = ReturnType<typeof useSettings>["hours"];

/** The same units with volumes told the other way. */
const otherVolumes: Record<System, System> = {
  metric: "metric-dl",
  "metric-dl": "metric",
  us: "us-cups",
  "us-cups": "us",
};

/** Help, units and theme, behind one sign that is the same on every page. */
export function SettingsMenu({ onHelp, trip }: { onHelp: () => void; trip?: number }) {
  const [open, setOpen] = useState(false);
  const { system, chosen, hours, set } = useSettings();
  const box = useRef<HTMLDivElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!open) return;
    const away = (e: PointerEvent) => {
      if (!box.current?.contains(e.target as Node)) setOpen(false);
    };
    const key = (e: KeyboardEvent) => {
      if (e.key !== "Escape") return;
      setOpen(false);
      button.current?.focus();
    };
    document.addEventListener("pointerdown", away);
    document.addEventListener("keydown", key);
    return () => {
      document.removeEventListener("pointerdown", away);
      document.removeEventListener("keydown", key);
    };
  }, [open]);
  return (
    <div className="settings" ref={box}>
      <button
        ref={button}
        type="button"
        className="bar-button settings-sign"
        aria-label="Help and settings"
        title="Help and settings"
        aria-expanded={open}
        aria-controls="settings-menu"
        onClick={() => setOpen(!open)}
      >
        <Dots />
      </button>
      {open && (
        <div id="settings-menu" className="settings-menu" role="group" aria-label="Help and settings">
          <button
            type="button"
            className="btn"
            onClick={() => {
              setOpen(false);
              onHelp();
            }}
          >
            Help
          </button>
          <div className="settings-row">
            <span>Units</span>
            <Either<System>
              label="Units"
              value={isUs(system) ? "us" : "metric"}
              options={[
                { label: "metric", value: "metric" },
                { label: "US", value: "us" },
              ]}
              onChange={(to) => set({ system: to })}
            />
          </div>
          <div className="settings-row">
            <span>Volumes</span>
            <button
              type="button"
              className="bar-button"
              aria-label={`Volumes in ${unitOf("ml", system)}; change`}
              onClick={() => set({ system: otherVolumes[system] })}
            >
              in {unitOf("ml", system)}
            </button>
          </div>
          <div className="settings-row">
            <span>Clock</span>
            <Either<Hours>
              label="Clock"
              value={hours}
              options={[
                { label: "like this device", value: "device" },
                { label: "24 h", value: "24" },
                { label: "12 h", value: "12" },
              ]}
              onChange={(to) => set({ hours: to })}
            />
          </div>
          <div className="settings-row">
            <span>Theme</span>
            <Either<ThemeChoice>
              label="Theme"
              value={chosen}
              options={[
                { label: "like this device", value: "device" },
                { label: "day", value: "day" },
                { label: "headlamp", value: "headlamp" },
              ]}
              onChange={(theme) => set({ theme })}
            />
          </div>
          {!inPocket && trip ? (
            <Link to={`/trips/${trip}/offline`} onClick={() => setOpen(false)}>
              Devices and offline copies
            </Link>
          ) : null}
        </div>
      )}
    </div>
  );
}
