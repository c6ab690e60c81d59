import { isDeepStrictEqual } from "node:util";
import { stepsOn } from "@/core/job/assess";
import type { Done } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { withoutMarksOf } from "@/core/work/marks";
import { leftInAfter, outAgain, outAndIn, TAKE_OUT } from "@/core/work/leftIn";
import { piecesDiffer, reopenedBy, type Reopened } from "@/core/work/reopened";
import type { LeftIn } from "@/core/fit/leftIn";
import type { Step } from "@/core/work/steps";
import type { Bench } from "./useCase";

const MOST_NAMED = 3;
const MOST_LETTERS = 1_000;

/** So the event is called that nobody made in the job itself. */
export const CHANGED_UNDER = "changed under it";

/** Books and rules as a bike was built by them. */
export type Books = Pick<Bench, "catalogue" | "house">;

/**
 * What an edit does to the work that is done already: a tick stands for the parts that were put in when it was set. What is open again
 * loses the names and figures that were put to it; each says why until it is done anew.
 */
export const withReopened = (job: Job, edit: Done, bench: Bench): Done => withReopenedFrom(job, edit, bench, bench);

/** The same where books or rules became others too. @param before as they were; `bench` has them as they are now */
export function withReopenedFrom(job: Job, edit: Done, before: Books, bench: Bench): Done {
  const next: Job = { ...job, ...edit.job };
  if ((Object.keys(job.ticks).length === 0 && job.leftIn.length === 0) || next.handed) return edit;
  const was = stepsOn(job, before.catalogue, before.house);
  return opened(job, next, edit, was, stepsOn(next, bench.catalogue, bench.house), bench);
}

/** Steps that are done and would be open again under other books and rules. */
export const opensUnder = (job: Job, before: Books, now: Books): Reopened[] =>
  Object.keys(job.ticks).length === 0 || job.handed
    ? []
    : reopenedBy(
        (id) => job.ticks[id] !== undefined,
        stepsOn(job, before.catalogue, before.house),
        stepsOn(job, now.catalogue, now.house),
      );

function opened(job: Job, next: Job, edit: Done, was: readonly Step[], is: readonly Step[], { at, by }: Bench): Done {
  const open = reopenedBy((id) => job.ticks[id] !== undefined && next.ticks[id] !== undefined, was, is);
  const ids = new Set<string>(open.map(({ id }) => id));
  const has = new Set<string>(is.map(({ id }) => id));
  const leftIn = leftInAfter({
    before: job.leftIn,
    was,
    is,
    wasDone: (id) => job.ticks[id] !== undefined,
    isDone: (id) => next.ticks[id] !== undefined && !ids.has(id),
  });
  const out = outAgain(leftIn, next.ticks[TAKE_OUT] !== undefined, has);
  if (out.isOpen) ids.add(TAKE_OUT);
  const whys = whysOf(next, was, is, open, out.leftIn);
  if (open.length === 0 && whys.length === 0 && isDeepStrictEqual(out.leftIn, job.leftIn)) return edit;
  const without = <T>(of: Readonly<Record<string, T>>, gone: ReadonlySet<string>) =>
    Object.fromEntries(Object.entries(of).filter(([key]) => !gone.has(key)));
  const read = new Set(was.filter(({ id }) => ids.has(id)).flatMap(({ measures }) => measures.map(({ key }) => key)));
  const why = whys.map(([id, why]) => [id, { at, by, why: why.slice(0, MOST_LETTERS) }]);
  const gone = open.filter(({ isGone }) => isGone).map(({ title, why }) => `. ${title} is ${why}`);
  const named = open.slice(0, MOST_NAMED).map(({ title }) => title);
  const told = `; no longer done: ${named.join("; ")}${open.length > named.length ? ` and ${open.length - named.length} more` : ""}`;
  return {
    job: {
      ...edit.job,
      ticks: without(next.ticks, ids),
      marks: withoutMarksOf(next.marks, [...ids]),
      readings: without(next.readings, read),
      reopened: { ...next.reopened, ...Object.fromEntries(why) },
      leftIn: out.leftIn,
    },
    says: `${edit.says}${open.length > 0 ? told : ""}${gone.join("")}`,
  };
}

/** Why each step is open again that is: as it was told, and as it is now where the build changed again before it was done. */
function whysOf(next: Job, was: readonly Step[], is: readonly Step[], open: readonly Reopened[], leftIn: readonly LeftIn[]) {
  const fresh = new Map<string, string>(open.filter(({ isGone }) => !isGone).map(({ id, why }) => [id, why]));
  return is.flatMap((step): [string, string][] => {
    const told = fresh.get(step.id);
    if (told !== undefined) return [[step.id, told]];
    if (next.ticks[step.id] || !piecesDiffer(was.find(({ id }) => id === step.id) ?? null, step)) return [];
    const why = outAndIn(step, leftIn);
    if (next.reopened[step.id]) return [[step.id, why || "its parts became others and these again: look at what is in"]];
    return why.startsWith("take out") ? [[step.id, why]] : [];
  });
}
