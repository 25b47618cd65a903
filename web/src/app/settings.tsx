import { createContext, useContext, useMemo, useSyncExternalStore, type ReactNode } from "react";
import { twelveHere } from "./dates";
import { everywhere, over, useStored } from "./useStored";
import type { System } from "../units/units";
import type { ThemeName } from "../theme/tokens";

/** What somebody chose: a theme, or to follow the device. */
export type ThemeChoice = ThemeName | "device";

interface Values {
  system: System;
  theme: ThemeChoice;
  sound: boolean;
  speech: boolean;
  vibration: boolean;
  ribbon: "even" | "km" | "days";
  /** Hours of the clock, or like this device has them. */
  hours: "device" | "24" | "12";
}

interface Settings extends Omit<Values, "theme"> {
  /** The theme that is shown. */
  theme: ThemeName;
  /** The theme that was chosen. */
  chosen: ThemeChoice;
  /** Whether the clock has 12 hours. */
  twelve: boolean;
  set: (change: Partial<Values>) => void;
}

const defaults: Values = {
  system: "metric",
  theme: "device",
  sound: true,
  speech: false,
  vibration: true,
  ribbon: "even",
  hours: "device",
};

const read = over(defaults);
const write = (v: Values) => JSON.stringify(v);

const Context = createContext<Settings>({
  ...defaults,
  theme: "day",
  chosen: "device",
  twelve: false,
  set: () => undefined,
});

const dark = globalThis.matchMedia?.("(prefers-color-scheme: dark)");
const onDark = (f: () => void) => {
  dark?.addEventListener("change", f);
  return () => dark?.removeEventListener("change", f);
};

export function SettingsProvider({ children }: { children: ReactNode }) {
  const { value, set, latest } = useStored("settings", read, write, everywhere);
  const isDark = useSyncExternalStore(onDark, () => dark?.matches ?? false);
  const settings = useMemo<Settings>(
    () => ({
      ...value,
      theme: value.theme === "device" ? (isDark ? "headlamp" : "day") : value.theme,
      chosen: value.theme,
      twelve: value.hours === "device" ? twelveHere() : value.hours === "12",
      set: (change) => set({ ...latest.current, ...change }),
    }),
    [value, set, latest, isDark],
  );
  return <Context.Provider value={settings}>{children}</Context.Provider>;
}

export const useSettings = () => useContext(Context);
