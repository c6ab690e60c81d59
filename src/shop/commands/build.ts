import { frozenOf } from "@/core/cost/frozenOf";
import type { Assessment } from "@/core/job/assess";
import type { Job } from "@/core/job/job";
import { workOrderOf, type WorkOrder } from "@/core/job/workOrder";
import { heldUnmarked, type Held } from "@/core/work/held";
import { formatMoment } from "@/core/units/date";
import { withoutMarksOf } from "@/core/work/marks";
import { askTook, believed } from "@/core/work/took";
import { AFTER_SIGNING, stateOf } from "@/core/work/signature";
import { isSealed, NAMELESS, SEALED } from "./sealed";
import { stopped, timed } from "./timers";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";

const standing = (job: Job, bench: Bench): Assessment & { work: WorkOrder } => {
  const now = assessOn(job, bench);
  return { ...now, work: workOrderOf(job, now, bench.at.slice(0, 10)) };
};

/** A step that comes after the signature. */
const NOT_YET = { at: "", by: "", note: "", despite: "" };
/** What a tick says, without the minutes: these may be noted later, and no signature stands for them. */
const tickOf = (tick: Job["ticks"][string] | undefined) => {
  const { at, by, note, despite } = tick ?? NOT_YET;
  return { at, by, note, despite };
};

/** A stop holds whatever is said; anything else lets through with a reason. @returns what to refuse with, or null */
const heldBack = ({ stop, why }: Held, despite: string | undefined): string | null =>
  why.length === 0 || (!stop && despite)
    ? null
    : stop
      ? `Nothing is built until that is settled. ${why.join(". ")}.`
      : `${why.join(". ")}. Give a reason to go on all the same: it is kept.`;

/** Ticks a step as done, by name. Held back while the fit, a part or a step before it is open; a reason lets it through, never past a stop. */
export const tick: UseCase<"tick"> = (job, command, bench) => {
  const { steps, work } = standing(job, bench);
  if (isSealed(job, steps, command.step)) return refused(SEALED);
  if (bench.by.trim() === "") return refused(NAMELESS);
  const state = work.steps.find((s) => s.step.id === command.step);
  if (!state) return refused("That step is not in the work order any more.");
  const already = job.ticks[command.step];
  if (already)
    return refused(
      `That step is ticked already, by ${already.by || "somebody"}, ${formatMoment(already.at)}. What you typed is kept.`,
    );
  const holds = heldUnmarked(state.held, state.step.marks, job.marks);
  const held = heldBack(holds, command.despite);
  if (held !== null) return refused(held);
  // What was typed goes before what the timer says.
  const minutes = command.minutes ?? believed(timed(job, command.step, bench), state.step.minutes);
  const asks = command.confirmed ? null : askTook(minutes, state.step.minutes);
  if (asks !== null) return refused(asks);
  const next = command.next === command.step ? undefined : work.steps.find((s) => s.step.id === command.next);
  const goesOn = next !== undefined && !job.ticks[next.step.id] && isFree(next.held, state.step.title);
  const open = state.step.measures.filter((measure) => !job.readings[measure.key]).map((measure) => measure.says.toLowerCase());
  const { [command.step]: _again, ...reopened } = job.reopened;
  const despite = holds.why.length > 0 ? (command.despite ?? "") : "";
  return done(
    {
      ticks: {
        ...job.ticks,
        [command.step]: { at: bench.at, by: bench.by, note: command.note, despite, tookMinutes: minutes },
      },
      reopened,
      timers: stopped(job.timers, command.step, bench, goesOn ? next.step.id : null),
    },
    `Done: ${state.step.title}${despite && `, all the same: ${despite}`}${open.length > 0 ? `; not measured: ${open.join(", ")}` : ""}`,
  );
};

/** Whether a step may begin once another is done. */
const isFree = ({ stop, why }: Held, doneNow: string): boolean =>
  !stop && why.every((one) => one === `Not done before it: ${doneNow}`);

export const untick: UseCase<"untick"> = (job, command, bench) => {
  if (isSealed(job, standing(job, bench).steps, command.step)) return refused(SEALED);
  const { [command.step]: gone, ...ticks } = job.ticks;
  return gone
    ? done({ ticks, marks: withoutMarksOf(job.marks, [command.step]) }, "Step open again")
    : refused("That step is not ticked.");
};

/** Signs the work order for the state that it is in; its steps and prices are kept as they are. A change asks for a new signature. */
export const sign: UseCase<"sign"> = (job, command, bench) => {
  const { steps, sheet, work } = standing(job, bench);
  if (isSealed(job, steps)) return refused("The work order is signed already.");
  if (bench.by.trim() === "") return refused("Say who signs: put your name at the top right.");
  if (steps.length === 0) return refused("There is no work order yet: choose a motor in Drive.");
  const open = steps.filter((step) => !job.ticks[step.id] && !AFTER_SIGNING.has(step.id));
  if (open.length > 0)
    return refused(
      `${open.length} step${open.length === 1 ? " is" : "s are"} not ticked: ${open
        .map((s) => s.title)
        .slice(0, 3)
        .join("; ")}.`,
    );
  const held = heldBack(work.signHeld, command.despite);
  if (held !== null) return refused(held);
  const signed: Job["signed"] = {
    at: bench.at,
    by: bench.by,
    despite: work.signHeld.why.length > 0 ? (command.despite ?? "") : "",
    steps: steps.map((step) => ({
      id: step.id,
      title: step.title,
      is: stateOf(step),
      ...tickOf(job.ticks[step.id]),
      minutes: step.minutes,
    })),
    sheet: frozenOf(sheet),
    hourCostMinor: bench.house.hourCostMinor,
  };
  return done({ signed }, `Work order signed by ${bench.by}${signed.despite && `, all the same: ${signed.despite}`}`);
};

/** Notes how long a ticked step really took. No signature stands for it: it may be noted, or set right, at any time. */
export const noteMinutes: UseCase<"note minutes"> = (job, command, bench) => {
  const ticked = job.ticks[command.step];
  const step = standing(job, bench).steps.find(({ id }) => id === command.step);
  if (!ticked || !step) return refused("That step is not ticked: its time is noted when it is done.");
  const { minutes = null } = command;
  const asks = command.confirmed ? null : askTook(minutes, step.minutes);
  if (asks !== null) return refused(asks);
  return done(
    { ticks: { ...job.ticks, [command.step]: { ...ticked, tookMinutes: minutes } } },
    minutes === null ? `No time noted: ${step.title}` : `Took ${Math.round(minutes)} min: ${step.title}`,
  );
};
