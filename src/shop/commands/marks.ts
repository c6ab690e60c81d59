import type { Job } from "@/core/job/job";
import type { Mark } from "@/core/work/marks";
import type { Step } from "@/core/work/steps";
import { formatMoment } from "@/core/units/date";
import { isSealed, NAMELESS, SEALED } from "./sealed";
import { assessOn, done, refused, type Bench, type UseCase } from "../useCase";

/** A mark of an open step of this build, or why there is none to put a name to. */
function markIn(job: Job, key: string, bench: Bench): { readonly step: Step; readonly mark: Mark } | string {
  if (bench.by.trim() === "") return NAMELESS;
  const { steps } = assessOn(job, bench);
  const step = steps.find(({ marks }) => marks.some((one) => one.key === key));
  if (!step) return "That is not asked of this build any more.";
  if (isSealed(job, steps, step.id)) return SEALED;
  if (job.ticks[step.id]) return "That step is ticked: open it again first.";
  return { step, mark: step.marks.find((one) => one.key === key)! };
}

const DID = { witness: "Witness mark painted", sign: "Signed" } as const;

/** Somebody says by name that a mark is painted, or that something is so. */
export const mark: UseCase<"mark"> = (job, command, bench) => {
  const found = markIn(job, command.mark, bench);
  if (typeof found === "string") return refused(found);
  const before = job.marks[command.mark];
  if (before) return refused(`That has a name already: ${before.by || "somebody"}, ${formatMoment(before.at)}.`);
  return done(
    { marks: { ...job.marks, [command.mark]: { at: bench.at, by: bench.by } } },
    `${DID[found.mark.kind]}: ${found.mark.says}`,
  );
};

export const unmark: UseCase<"unmark"> = (job, command, bench) => {
  const found = markIn(job, command.mark, bench);
  if (typeof found === "string") return refused(found);
  const { [command.mark]: gone, ...marks } = job.marks;
  return gone ? done({ marks }, `Name taken back: ${found.mark.says}`) : refused("Nobody put a name to that.");
};
