"use client";

import { useMemo, useState, useSyncExternalStore } from "react";
import type { Beside } from "@/core/job/compare";

/** As many sets as stand beside each other. */
export const MOST_BESIDE = 4;

const listeners = new Set<() => void>();
const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => void listeners.delete(tell);
};

function read(text: string | null): readonly Beside[] | null {
  try {
    const list: unknown = JSON.parse(text ?? "null");
    return Array.isArray(list) && list.length > 0 ? (list as Beside[]) : null;
  } catch {
    return null;
  }
}

/** Which sets of a job stand side by side; null for the best kit of each school. Kept in this tab while it is open. */
export function useBeside(jobId: string) {
  const key = `beside ${jobId}`;
  const [open, setOpen] = useState(false);
  const text = useSyncExternalStore(
    subscribe,
    () => sessionStorage.getItem(key),
    () => null,
  );
  const beside = useMemo(() => read(text), [text]);
  const setBeside = (next: readonly Beside[] | null) => {
    sessionStorage.setItem(key, JSON.stringify(next));
    for (const tell of listeners) tell();
  };
  const putBeside = (one: Beside) => {
    setBeside([...(beside ?? ["as it is"]), one]);
    setOpen(true);
  };
  return { open, setOpen, beside, setBeside, putBeside };
}
