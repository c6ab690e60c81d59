import type { Done } from "@/core/job/command";
import type { Job } from "@/core/job/job";
import { withoutMarksOf } from "@/core/work/marks";
import { reopenedBy } from "@/core/work/reopened";
import { assessOn, type Bench } from "./useCase";

const MOST_NAMED = 3;
const MOST_LETTERS = 1_000;

/**
 * What an edit does to the work that is done already: a tick stands for the parts that were put in when it was set. What is open again
 * loses the names and figures that were put to it; each says why until it is done anew.
 */
export function withReopened(job: Job, edit: Done, bench: Bench): Done {
  const next: Job = { ...job, ...edit.job };
  if (Object.keys(job.ticks).length === 0 || next.handed) return edit;
  const [was, is] = [assessOn(job, bench).steps, assessOn(next, bench).steps];
  const open = reopenedBy((id) => job.ticks[id] !== undefined && next.ticks[id] !== undefined, was, is);
  if (open.length === 0) return edit;
  const ids = new Set<string>(open.map(({ id }) => id));
  const without = <T>(of: Readonly<Record<string, T>>, gone: ReadonlySet<string>) =>
    Object.fromEntries(Object.entries(of).filter(([key]) => !gone.has(key)));
  const read = new Set(was.filter(({ id }) => ids.has(id)).flatMap(({ measures }) => measures.map(({ key }) => key)));
  const why = open
    .filter(({ isGone }) => !isGone)
    .map(({ id, why }) => [id, { at: bench.at, by: bench.by, why: why.slice(0, MOST_LETTERS) }]);
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
