/** What a person chose in this browser: units, theme, name. */
import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";

import type { Units } from "../api/types";

type Settings = { units: Units; theme: "light" | "night"; person: string };
type Choosing = Settings & { choose: (to: Partial<Settings>) => void };

const STORE = "jorvak.settings";
const FIRST: Settings = { units: "metric", theme: "light", person: "bench" };
const Context = createContext<Choosing>({ ...FIRST, choose: () => undefined });

function stored(): Settings {
  try {
    return { ...FIRST, ...(JSON.parse(localStorage.getItem(STORE) ?? "{}") as Partial<Settings>) };
  } catch {
    return FIRST;
  }
}

export function SettingsProvider({ children }: { children: ReactNode }) {
  const [settings, setSettings] = useState(stored);
  useEffect(() => {
    localStorage.setItem(STORE, JSON.stringify(settings));
    document.documentElement.dataset["theme"] = settings.theme;
  }, [settings]);
  const value = useMemo(
    () => ({ ...settings, choose: (to: Partial<Settings>) => setSettings((s) => ({ ...s, ...to })) }),
    [settings],
  );
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export const useSettings = () => useContext(Context);
