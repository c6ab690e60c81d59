import { kindOf } from "../donor/bikeKind";
import { batteryOf, motorsOf } from "../fit/build";
import type { FaultLine, LogLine } from "../logbook/logLine";
import { logbookOf } from "../logbook/logbook";
import { costMinor, type Afterwards } from "../cost/afterwards";
import { wholly } from "./cameOut";
import type { Assessment } from "./assess";
import type { Job } from "./job";

/** What the logbook keeps beside a job; null before its bike is handed over. @param out how its money came out */
export function logLineOf(job: Job, { fit }: Pick<Assessment, "fit">, out: Afterwards | null): LogLine | null {
  const book = logbookOf(job, fit.build);
  if (!book) return null;
  const motor = motorsOf(fit.build)[0];
  const battery = batteryOf(fit.build);
  const last = book.visits.at(-1);
  const { id, day, when } = book.next;
  return {
    handedAt: job.handed!.at,
    renews: job.renews?.jobId ?? null,
    frameKind: kindOf(job.donor),
    motor: motor ? { id: motor.id, name: motor.name } : null,
    battery: battery ? { id: battery.id, name: battery.name } : null,
    due: { id, day, when },
    visits: book.visits.length,
    last: last ? { day: last.day, km: last.km } : null,
    notRidden: [...book.notRidden],
    readBetter: [...book.readBetter],
    soon: book.wear.flatMap(({ measure, trend }) => (trend ? [{ says: measure.says, soonest: trend.soonest }] : [])),
    proved: job.handed!.proved,
    taught: job.handed!.taught,
    work: workOf(out),
    cost: costOf(out),
    later: book.visits.flatMap(({ faults }) => faults.map(({ symptom }) => symptom)),
    overrides: fit.findings.flatMap(({ title, overridden }) => (overridden ? [{ rule: title, reason: overridden.reason }] : [])),
  };
}

/** The steps whose time was noted; null where none was. */
function workOf(out: Afterwards | null): LogLine["work"] {
  const timed = out?.steps.filter(({ tookMinutes }) => tookMinutes !== null) ?? [];
  if (!out || timed.length === 0) return null;
  return {
    quotedMinutes: timed.reduce((sum, { quotedMinutes }) => sum + quotedMinutes, 0),
    tookMinutes: timed.reduce((sum, { tookMinutes }) => sum + tookMinutes!, 0),
    timed: timed.length,
    steps: out.steps.length,
  };
}

/** Parts, carriage and hours, as quoted and as they came out; null where not all of it is known. */
function costOf(out: Afterwards | null): LogLine["cost"] {
  if (!out || !wholly(out)) return null;
  return { quotedMinor: costMinor(out.quoted), realMinor: costMinor(out.real), leftMinor: out.real.leftMinor };
}

/** What was ever wrong with a job's bike: found at the bench, and at its visits. */
export const faultsOf = ({ found, visits }: Pick<Job, "found" | "visits">): FaultLine[] => [
  ...found.map(({ at, says, over }) => ({
    day: at.slice(0, 10),
    symptom: says,
    cause: over?.cause ?? "",
    helped: over?.how ?? "",
    over: over !== null,
  })),
  ...visits.flatMap((visit) =>
    visit.faults.map(({ symptom, cause, helped, over }) => ({ day: visit.day, symptom, cause, helped, over })),
  ),
];

/** Every part that is in a job's bike, and the kits that some came in. */
export const partsIn = ({ fit }: Pick<Assessment, "fit">): string[] => [
  ...new Set(fit.build.supplied.flatMap(({ part, origin }) => (origin.type === "kit" ? [part.id, origin.kitId] : [part.id]))),
];
