import type { BenchProblem, Schedule } from "./problem";

/** What of a schedule breaks a law of the bench, in words; empty for a sound one. */
export function brokenLaws({ steps, people, places, jobs, nowMin }: BenchProblem, schedule: Schedule): string[] {
  const broken: string[] = [];
  const apart = (what: string, spans: (readonly [number, number])[]) => {
    const sorted = [...spans].sort((a, b) => a[0] - b[0]);
    for (const [i, [from]] of sorted.entries()) if (i > 0 && sorted[i - 1]![1] > from) broken.push(`${what} twice at ${from}`);
  };
  for (const [i, { shifts }] of people.entries()) {
    const parts = schedule.flatMap((slot) => (slot?.person === i ? [...slot.parts] : []));
    apart(`person ${i}`, parts);
    for (const [from, to] of parts)
      if (!shifts.some(([a, b]) => a <= from && to <= b)) broken.push(`person ${i} works outside their hours at ${from}`);
  }
  for (const [i, { open }] of places.entries()) {
    const held = schedule.flatMap((slot, at) =>
      slot?.place === i ? [[slot.start, slot.end + steps[at]!.holdsMin] as const] : [],
    );
    apart(`place ${i}`, held);
    for (const [from, to] of held) if (!open.some(([a, b]) => a <= from && to <= b)) broken.push(`place ${i} is shut at ${from}`);
  }
  for (const job of jobs.keys())
    apart(
      `bike ${job}`,
      schedule.flatMap((slot, at) =>
        slot && steps[at]!.job === job && steps[at]!.onBike ? [[slot.start, slot.end] as const] : [],
      ),
    );
  for (const [at, slot] of schedule.entries()) {
    if (!slot) continue;
    const step = steps[at]!;
    if (slot.start < Math.max(nowMin, step.fromMin)) broken.push(`step ${at} before its parts`);
    if (!step.people.includes(slot.person)) broken.push(`step ${at} by somebody who does not do it`);
    if (step.places.length > 0 ? !step.places.includes(slot.place) : slot.place !== -1)
      broken.push(`step ${at} at the wrong place`);
    const worked = slot.parts.reduce((sum, [from, to]) => sum + to - from, 0);
    if (Math.abs(worked - step.minutes) > 1e-6) broken.push(`step ${at} takes ${worked} min`);
    if (slot.start !== slot.parts[0]![0] || slot.end !== slot.parts.at(-1)![1])
      broken.push(`step ${at} is not where its parts are`);
    for (const { step: before, lagMin } of step.after)
      if (!schedule[before] || schedule[before].end + lagMin > slot.start) broken.push(`step ${at} before step ${before}`);
  }
  return broken;
}
