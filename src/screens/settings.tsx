"use client";

import { createContext, useContext, useSyncExternalStore, type ReactNode } from "react";
import type { TemplateId } from "@/core/donor/templates";
import { may, type Deed, type Who } from "@/core/people/roles";
import { asOneWish } from "@/ui/asOneWish";
import type { UnitSystem } from "@/core/units/dimension";

export type CreateJob = (request: {
  customer: string;
  bike: string;
  by: string;
  start?: { template: TemplateId } | { copyOf: string };
  request?: string;
}) => Promise<{ ok: true; id: string } | { ok: false; says: string }>;

/** What this machine remembers: who stands at it, and millimetres or inches; and who is signed in. */
type Settings = {
  by: string;
  setBy: (name: string) => void;
  /** Signed in; null at a bench that is open to its own machine. */
  who: Who;
  may: (deed: Deed) => boolean;
  system: UnitSystem;
  toggleSystem: () => void;
  createJob: CreateJob;
  /** The screen is turned to the customer: what the shop pays and earns is not on it. */
  turned: boolean;
  toggleTurned: () => void;
};

const SettingsContext = createContext<Settings | null>(null);

const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  window.addEventListener("storage", listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener("storage", listener);
  };
};

/** A remembered text; the server, which remembers nothing, sees the default. */
function useRemembered(key: string, otherwise: string): [string, (value: string) => void] {
  const value = useSyncExternalStore(
    subscribe,
    () => window.localStorage.getItem(key) ?? otherwise,
    () => otherwise,
  );
  return [
    value,
    (next) => {
      window.localStorage.setItem(key, next);
      listeners.forEach((listener) => listener());
    },
  ];
}

export function SettingsProvider({ children, createJob, who }: { children: ReactNode; createJob: CreateJob; who: Who }) {
  const [typed, setBy] = useRemembered("gull-by", "");
  const [units, setUnits] = useRemembered("gull-units", "metric");
  const [turned, setTurned] = useRemembered("gull-turned", "");
  const system: UnitSystem = units === "imperial" ? "imperial" : "metric";
  return (
    <SettingsContext
      value={{
        by: who?.name ?? typed,
        setBy,
        who,
        may: (deed) => may(who, deed),
        system,
        toggleSystem: () => setUnits(system === "metric" ? "imperial" : "metric"),
        createJob: (asked) => asOneWish(JSON.stringify(asked), (request) => createJob({ ...asked, request })),
        turned: turned === "yes",
        toggleTurned: () => setTurned(turned === "yes" ? "" : "yes"),
      }}
    >
      {children}
    </SettingsContext>
  );
}

export function useSettings(): Settings {
  const settings = useContext(SettingsContext);
  if (!settings) throw new Error("useSettings is called outside the shell");
  return settings;
}
