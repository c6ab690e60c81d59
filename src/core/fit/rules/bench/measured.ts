import { PRACTICE } from "../../../basis";
import { TASKS, type TaskId } from "../../../standards/tasks";
import { formatNumber } from "../../../units/formatQuantity";
import type { BenchReading } from "../../atBench";
import { isUnlikely, limitText, marginOf, measuresOf, passes, taskOfKey, type Measure } from "../../measures";
import type { Build } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { placeOfStep } from "./place";

type Subject = { readonly measure: Measure; readonly reading: BenchReading };
const NONE: readonly Subject[] = [];

/** Readings of what this build measures; what it does not ask for any more says nothing. */
function subjects(build: Build): readonly Subject[] {
  const { readings } = build;
  // Nothing is read before the work begins: no list is made for every build that is tried.
  if (readings === undefined) return NONE;
  // What a step measures is listed once, however many readings were taken at it.
  const known = new Map<TaskId, readonly Measure[]>();
  const at = (task: TaskId) => {
    const before = known.get(task);
    if (before) return before;
    const all = measuresOf(task, build);
    known.set(task, all);
    return all;
  };
  return Object.keys(readings).flatMap((key) => {
    const measure = at(taskOfKey(key)).find((one) => one.key === key);
    return measure ? [{ measure, reading: readings[key]! }] : [];
  });
}

/** A figure that was read at a step, against its limit. */
export const measured = defineRule<Subject>({
  id: "bench/measured",
  title: ({ measure }) => measure.says,
  why: "What was planned is proved on the bike: a figure outside its limit is put right before the work goes on.",
  basis: [PRACTICE],
  subjects,
  key: ({ measure }) => measure.key,
  place: ({ measure }) => placeOfStep(taskOfKey(measure.key)),
  needs: () => [],
  check({ measure, reading }, _survey, build): Outcome {
    const { unit, plusMinus, hurts, basis } = measure;
    const says = `Read at the step “${stepTitle(measure)}”: ${formatNumber(reading.value, 2)} ${unit}; ${limitText(measure)}.`;
    const figures = [
      { label: "read", value: reading.value, unit, plusMinus },
      ...(measure.atLeast === undefined ? [] : [{ label: "at least", value: measure.atLeast, unit }]),
      ...(measure.atMost === undefined ? [] : [{ label: "at most", value: measure.atMost, unit }]),
    ];
    const margin = marginOf(measure, reading.value);
    const remedies = waysOf(measure);
    const wasRed = reading.was.some((value) => marginOf(measure, value).value < -1e-9);
    // What was accepted while it was red stays in force, whatever is read after it.
    const before = { basis: [basis], ...(wasRed && { remedies }) };
    const unsure = passes(measure, reading) === "unsure";
    if (isUnlikely(measure, reading.value) && !reading.confirmed)
      return { verdict: "measure", says: `${says} That can hardly be: read it again.`, figures, ...before };
    if (unsure)
      return {
        verdict: "measure",
        says: `${says} The ± ${formatNumber(plusMinus, 2)} ${unit} of the ${measure.with} reaches over it: read it better.`,
        figures,
        margin,
        ...before,
      };
    if (margin.value >= -1e-9) return { verdict: "clear", says, figures, margin, ...before };
    return {
      // Once it is decided what is done about it, the work goes on; its own step waits for a better reading.
      verdict: hurts && !isDone(build, flagOf(measure)) ? "stop" : "adapt",
      says: `${says} Put it right and read it again.`,
      figures,
      margin,
      basis: [basis],
      remedies,
      ...(hurts && { safety: true, lifts: "a reading within the limit" }),
    };
  },
});

const findingOf = ({ key }: Measure) => `bench/measured ${key}`;
const flagOf = (measure: Measure) => `acknowledged ${findingOf(measure)}`;
const stepTitle = ({ key }: Measure) => TASKS[taskOfKey(key)].title;

/** Other work that puts it right; what hurts nobody may be left as it is, told to the customer. */
const waysOf = (measure: Measure): Remedy[] => [
  ...measure.helps.map((task) =>
    operation(`do-${task}`, TASKS[task].title, `then ${measure.says.toLowerCase()} is read again`, [task], flagOf(measure)),
  ),
  ...(measure.hurts ? [] : [acknowledge(findingOf(measure), "left as it is, and the customer is told the figure")]),
];
