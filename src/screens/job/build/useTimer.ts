"use client";

import { useEffect, useState } from "react";
import { minutesAt, running, type Counted } from "@/core/work/timers";
import { useJob } from "../JobContext";
import { useSettings } from "../../settings";

/** Minutes by the clock on this machine's wall. */
const wallOf = (at: number) => (at - new Date(at).getTimezoneOffset() * 60_000) / 60_000;

const EVERY_MS = 5000;

/** What the timer of a step says now; null where it was never begun. Looked at again while it runs. */
export function useTimer(step: string): (Counted & { runs: boolean; by: string }) | null {
  const { view } = useJob();
  const { by } = useSettings();
  const runs = view.job.timers[step];
  const run = running(runs);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (!run) return;
    const timer = setInterval(() => setNow(Date.now()), EVERY_MS);
    return () => clearInterval(timer);
  }, [run]);
  if (!runs || runs.length === 0) return null;
  const weekOf = (name: string) => view.weeks.find((one) => one.name === name)?.week ?? view.weeks[0]?.week ?? null;
  // A run that began after the last look is not in the past yet.
  const latest = Math.max(now, ...runs.map((one) => Date.parse(one.to ?? one.from)));
  const counted = minutesAt(runs, wallOf(latest), (iso) => wallOf(Date.parse(iso)), weekOf);
  return { ...counted, runs: run !== undefined, by: run && run.by !== by ? run.by : "" };
}
