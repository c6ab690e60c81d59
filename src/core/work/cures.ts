import type { StepId } from "../standards/tasks";
import { DAY_MS } from "../units/days";

type Cures = { readonly id: StepId; readonly waits: readonly { readonly days: number }[] };

/** Days that what a step does cures. */
export const cureDays = ({ waits }: Pick<Cures, "waits">): number => Math.max(0, ...waits.map((wait) => wait.days));

/**
 * Days that what is done already still cures, by step; those that are cured are left out. The day on which a step was done counts none.
 * @param ticks when each step was done, ISO times
 * @param today ISO day
 */
export function curesLeft(
  steps: readonly Cures[],
  ticks: Readonly<Record<string, { readonly at: string }>>,
  today: string,
): Partial<Record<StepId, number>> {
  const left: Partial<Record<StepId, number>> = {};
  for (const step of steps) {
    const tick = ticks[step.id];
    if (!tick) continue;
    // A clock that was set back makes nothing cure longer than it does.
    const gone = Math.max(0, Math.floor((Date.parse(today) - Date.parse(tick.at.slice(0, 10))) / DAY_MS));
    const days = cureDays(step) - gone;
    if (days > 0) left[step.id] = days;
  }
  return left;
}
