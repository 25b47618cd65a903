import { createContext, useContext, useMemo, type ReactNode } from "react";
import { everywhere, over, useStored } from "./useStored";
import type { System } from "../units/units";
import type { ThemeName } from "../theme/tokens";

interface Values {
  system: System;
  theme: ThemeName;
  sound: boolean;
  speech: boolean;
  vibration: boolean;
  ribbon: "even" | "km" | "days";
}

interface Settings extends Values {
  set: (change: Partial<Values>) => void;
}

const defaults: Values = {
  system: "metric",
  theme: "day",
  sound: true,
  speech: false,
  vibration: true,
  ribbon: "even",
};

const read = over(defaults);
const write = (v: Values) => JSON.stringify(v);

const Context = createContext<Settings>({ ...defaults, set: () => undefined });

export function SettingsProvider({ children }: { children: ReactNode }) {
  const { value, set, latest } = useStored("settings", read, write, everywhere);
  const settings = useMemo<Settings>(
    () => ({ ...value, set: (change) => set({ ...latest.current, ...change }) }),
    [value, set, latest],
  );
  return <Context.Provider value={settings}>{children}</Context.Provider>;
}

export const useSettings = () => useContext(Context);
