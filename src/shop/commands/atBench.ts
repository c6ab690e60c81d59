import type { Job } from "@/core/job/job";
import { isUnlikely, limitText, passes, type Measure } from "@/core/fit/measures";
import type { Step } from "@/core/work/steps";
import { TASKS } from "@/core/standards/tasks";
import { formatNumber } from "@/core/units/formatQuantity";
import { readMeasured } from "@/core/fit/readMeasured";
import { isSealed, NAMELESS, SEALED } from "./sealed";
import { assessOn, done, refused, type UseCase } from "../useCase";

const GONE = "That is not measured on this build any more.";

const measureIn = (steps: readonly Step[], key: string): { step: Step; measure: Measure } | undefined =>
  steps.flatMap((step) => step.measures.filter((one) => one.key === key).map((measure) => ({ step, measure })))[0];

/** Takes a figure that was read at a step. What can hardly be is asked about; outside its limit it is kept, and holds the work. */
export const noteReading: UseCase<"note reading"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const { steps } = assessOn(job, bench);
  const found = measureIn(steps, command.measure);
  if (!found) return refused(GONE);
  const { step, measure } = found;
  if (isSealed(job, steps, step.id)) return refused(SEALED);
  const read = readMeasured(command.text, measure.unit);
  if (!read.ok) return refused(`${measure.says}: ${read.error}`);
  const { value } = read;
  const unlikely = isUnlikely(measure, value);
  if (unlikely && !command.confirmed)
    return {
      ok: false,
      error: {
        kind: "ask",
        says: `${formatNumber(value, 2)} ${measure.unit} for ${measure.says.toLowerCase()}: is that right?`,
        perhaps: null,
        value,
      },
    };
  const before = job.readings[measure.key];
  const was = before ? [...before.was, before.value].slice(-20) : [];
  const reading = { value, at: bench.at, by: bench.by, was, ...(unlikely && { confirmed: true as const }) };
  const word = { clear: "within", unsure: "too near to tell", red: "outside" }[passes(measure, reading)];
  return done(
    { readings: { ...job.readings, [measure.key]: reading } },
    `Read: ${measure.says}, ${formatNumber(value, 2)} ${measure.unit}, ${word}: ${limitText(measure)}`,
  );
};

export const dropReading: UseCase<"drop reading"> = (job, command, bench) => {
  const { [command.measure]: gone, ...readings } = job.readings;
  if (!gone) return refused("There is no such reading.");
  const { steps } = assessOn(job, bench);
  const found = measureIn(steps, command.measure);
  if (found && isSealed(job, steps, found.step.id)) return refused(SEALED);
  return done({ readings }, `Reading taken back: ${found?.measure.says ?? command.measure}`);
};

/** What was found at a step: it holds the work until it is decided what is done about it. */
export const reportProblem: UseCase<"report problem"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const { steps } = assessOn(job, bench);
  const step = steps.find(({ id }) => id === command.step);
  if (!step) return refused("That step is not in the work order any more.");
  if (isSealed(job, steps, step.id)) return refused(SEALED);
  const { what, says, hurts } = command;
  const part = command.partId === null ? undefined : bench.catalogue.parts.get(command.partId);
  if (command.partId !== null && !part) return refused("That part is not in the catalogue any more.");
  if (what === "part" && !part) return refused("Say which part it is.");
  if (command.task !== null && !Object.hasOwn(TASKS, command.task)) return refused("That work is not in the tables.");
  if (what === "work" && command.task === null) return refused("Say which work is to be done.");
  const one: Job["found"][number] = {
    id: bench.newId(),
    step: step.id,
    what,
    partId: command.partId,
    task: command.task,
    says,
    hurts,
    at: bench.at,
    by: bench.by,
    over: null,
  };
  return done({ found: [...job.found, one] }, `Found at “${step.title}”: ${says}`);
};

export const settleProblem: UseCase<"settle problem"> = (job, command, bench) => {
  if (bench.by.trim() === "") return refused(NAMELESS);
  const one = job.found.find(({ id }) => id === command.id);
  if (!one) return refused("There is no such thing found.");
  if (one.over) return refused(`That was said to be right again already, by ${one.over.by || "somebody"}.`);
  const over = { at: bench.at, by: bench.by, how: command.how, cause: command.cause };
  return done(
    { found: job.found.map((other) => (other === one ? { ...one, over } : other)) },
    `Right again: ${one.says}: ${command.how}${command.cause === "" ? "" : `; it came from: ${command.cause}`}`,
  );
};
