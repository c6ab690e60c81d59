import { wallMin } from "@/core/bench/wall";
import type { Job } from "@/core/job/job";
import { ended, minutesAt, running } from "@/core/work/timers";
import { NAMELESS } from "./sealed";
import { wallClock } from "../wallClock";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";

const wallOf = (iso: string) => wallMin(wallClock(iso));
const weekOf = (bench: Bench) => (by: string) =>
  bench.weeks.find(({ name }) => name === by)?.week ?? bench.weeks[0]?.week ?? null;

/** Minutes that the timer of a step says by now; null where it never ran, or counted nothing. */
export function timed(job: Job, step: string, bench: Bench): number | null {
  const runs = job.timers[step];
  if (!runs || runs.length === 0) return null;
  const { minutes } = minutesAt(runs, wallOf(bench.at), wallOf, weekOf(bench));
  return minutes > 0 ? minutes : null;
}

/** The timers with one step's stopped, and another's begun by whoever is at the bench. */
export function stopped(timers: Job["timers"], step: string, bench: Bench, next: string | null): Job["timers"] {
  const left = timers[step] ? { ...timers, [step]: ended(timers[step], bench.at) } : timers;
  return next === null ? left : begun(left, next, bench);
}

/** Somebody is at one step at a time: what else of this job they are at rests. */
function begun(timers: Job["timers"], step: string, { at, by }: Bench): Job["timers"] {
  const others = Object.entries(timers).map(([id, runs]) => [id, running(runs)?.by === by ? ended(runs, at) : runs] as const);
  const all = Object.fromEntries(others);
  return { ...all, [step]: [...(all[step] ?? []), { from: at, to: null, by }] };
}

export const beginStep: UseCase<"begin step"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const step = assessOn(job, bench).steps.find(({ id }) => id === command.step);
  if (!step) return refused("That step is not in the work order any more.");
  if (job.ticks[step.id]) return refused("That step is ticked: open it again to work on it.");
  const run = running(job.timers[step.id]);
  if (run) return refused(`Its timer runs already${run.by && `, for ${run.by}`}.`);
  return done({ timers: begun(job.timers, step.id, bench) }, `Begun: ${step.title}`);
};

export const pauseStep: UseCase<"pause step"> = (job, command, bench) => {
  if (!running(job.timers[command.step])) return refused("Its timer does not run.");
  const title = assessOn(job, bench).steps.find(({ id }) => id === command.step)?.title ?? command.step;
  return done({ timers: stopped(job.timers, command.step, bench, null) }, `Paused: ${title}`);
};
