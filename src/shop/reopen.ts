import { stepsOn } from "@/core/job/assess";
import type { Done } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { withoutMarksOf } from "@/core/work/marks";
import { reopenedBy, type Reopened } from "@/core/work/reopened";
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
  if (Object.keys(job.ticks).length === 0 || next.handed) return edit;
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
  if (open.length === 0) return edit;
  const ids = new Set<string>(open.map(({ id }) => id));
  const without = <T>(of: Readonly<Record<string, T>>, gone: ReadonlySet<string>) =>
    Object.fromEntries(Object.entries(of).filter(([key]) => !gone.has(key)));
  const read = new Set(was.filter(({ id }) => ids.has(id)).flatMap(({ measures }) => measures.map(({ key }) => key)));
  const why = open.filter(({ isGone }) => !isGone).map(({ id, why }) => [id, { at, by, why: why.slice(0, MOST_LETTERS) }]);
  // No step of the work takes out what a step put in that is gone: it is said with what was done.
  const gone = open.filter(({ isGone }) => isGone).map(({ title, why }) => `. ${title} is ${why}`);
  const named = open.slice(0, MOST_NAMED).map(({ title }) => title);
  return {
    job: {
      ...edit.job,
      ticks: without(next.ticks, ids),
      marks: withoutMarksOf(next.marks, [...ids]),
      readings: without(next.readings, read),
      reopened: { ...next.reopened, ...Object.fromEntries(why) },
    },
    says: `${edit.says}; no longer done: ${named.join("; ")}${open.length > named.length ? ` and ${open.length - named.length} more` : ""}${gone.join("")}`,
  };
}
