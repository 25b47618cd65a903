import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { System } from "../units/units";
import type { ThemeName } from "../theme/tokens";

interface Values {
  system: System;
  theme: ThemeName;
  sound: boolean;
  speech: boolean;
  ribbon: "even" | "km" | "days";
}

interface Settings extends Values {
  set: (change: Partial<Values>) => void;
}

const KEY = "apodemos.settings";
const defaults: Values = { system: "metric", theme: "day", sound: true, speech: false, ribbon: "even" };

function read(): Values {
  try {
    return { ...defaults, ...(JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Values>) };
  } catch {
    return defaults;
  }
}

const Context = createContext<Settings>({ ...defaults, set: () => undefined });

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [values, setValues] = useState(read);
  const settings = useMemo<Settings>(
    () => ({
      ...values,
      set: (change) => {
        const next = { ...values, ...change };
        localStorage.setItem(KEY, JSON.stringify(next));
        setValues(next);
      },
    }),
    [values],
  );
  return <Context.Provider value={settings}>{children}</Context.Provider>;
}

export const useSettings = () => useContext(Context);
