import type { Fault, Visit } from "./visitSchema";

/** Faults that no later visit has settled by the same words. @param visits by day */
export function openFaults(visits: readonly Pick<Visit, "faults">[]): Fault[] {
  const last = new Map<string, Fault>();
  for (const { faults } of visits) for (const fault of faults) last.set(fault.symptom.toLowerCase(), fault);
  return [...last.values()].filter(({ over }) => !over);
}
