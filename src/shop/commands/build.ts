import { countVerdicts } from "@/core/fit/finding";
import { assess } from "@/core/job/assess";
import { done, refused, type UseCase } from "../useCase";

/** Ticks a step as done by somebody. Refused while the fit has an open stop, or once the work order is signed. */
export const tick: UseCase<"tick"> = (job, command, bench) => {
  if (job.signed) return refused("The work order is signed: undo the signature first.");
  const { steps, fit } = assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10));
  const step = steps.find((s) => s.id === command.step);
  if (!step) return refused("That step is not in the work order any more.");
  if (job.ticks[command.step]) return refused("That step is ticked already.");
  if (countVerdicts(fit.findings).stop > 0) return refused("The fit says stop: nothing is built until that is settled.");
  return done(
    { ticks: { ...job.ticks, [command.step]: { at: bench.at, by: bench.by, note: command.note } } },
    `Done: ${step.title}`,
  );
};

export const untick: UseCase<"untick"> = (job, command) => {
  if (job.signed) return refused("The work order is signed: undo the signature first.");
  const { [command.step]: gone, ...ticks } = job.ticks;
  return gone ? done({ ticks }, "Step open again") : refused("That step is not ticked.");
};

/** Signs the work order off; its steps are kept as they were done. */
export const sign: UseCase<"sign"> = (job, _command, bench) => {
  if (job.signed) return refused("The work order is signed already.");
  if (bench.by.trim() === "") return refused("Say who signs: put your name at the top right.");
  const { steps } = assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10));
  if (steps.length === 0) return refused("There is no work order yet: choose a motor in Drive.");
  const open = steps.filter((step) => !job.ticks[step.id]);
  if (open.length > 0)
    return refused(
      `${open.length} step${open.length === 1 ? " is" : "s are"} not ticked: ${open
        .map((s) => s.title)
        .slice(0, 3)
        .join("; ")}.`,
    );
  const copy = steps.map((step) => ({
    title: step.title,
    by: job.ticks[step.id]!.by,
    at: job.ticks[step.id]!.at,
    note: job.ticks[step.id]!.note,
  }));
  return done({ signed: { at: bench.at, by: bench.by, steps: copy } }, `Work order signed by ${bench.by}`);
};
