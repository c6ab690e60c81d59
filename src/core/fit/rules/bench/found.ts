import { PRACTICE } from "../../../basis";
import { calledPart } from "../../../parts/calledPart";
import { TASKS, type TaskId } from "../../../standards/tasks";
import type { Found } from "../../atBench";
import type { Build } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { isDone, operation } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { placeOfStep } from "./place";

const NONE: readonly Found[] = [];
const keyOf = ({ id }: Found) => `bench/found ${id}`;
const TITLES: Readonly<Record<Found["what"], string>> = {
  part: "A part found wrong at the bench",
  bike: "Found on the bike at the bench",
  work: "More work found at the bench",
};

/** What somebody found while building: it holds the work until it is decided what is done about it. */
export const found = defineRule<Found>({
  id: "bench/found",
  title: ({ what }) => TITLES[what],
  why: "What is found with the bike in hand is decided before the work goes on, with the parts, the minutes and the price that it takes.",
  basis: [PRACTICE],
  subjects: (build) => build.found ?? NONE,
  key: ({ id }) => id,
  place: ({ step }) => placeOfStep(step),
  needs: () => [],
  check(one, _survey, build): Outcome {
    const at = Object.hasOwn(TASKS, one.step) ? ` At the step “${TASKS[one.step as TaskId].title}”.` : "";
    const remedies = waysOf(one, build);
    const figures = [{ label: "found by", value: one.by || "somebody" }];
    const says = one.says.replace(/[.\s]*$/, ".");
    // What was bought and done for it stays.
    if (one.over) return { verdict: "clear", says: `${says}${at} Right again: ${one.over.how}`, figures, remedies };
    const decided = isDone(build, `acknowledged ${keyOf(one)}`);
    return {
      verdict: one.hurts && !decided ? "stop" : "adapt",
      says: `${says}${at}`,
      figures,
      remedies,
      ...(one.hurts && { safety: true, lifts: "what puts it right, or somebody's word at the step that it is right again" }),
    };
  },
});

function waysOf(one: Found, build: Build): Remedy[] {
  const flags = [`acknowledged ${keyOf(one)}`];
  const part = one.partId === null ? undefined : build.catalogue.parts.get(one.partId);
  const task = one.task !== null && Object.hasOwn(TASKS, one.task) ? (one.task as TaskId) : null;
  const again: Remedy[] = part
    ? [
        {
          id: "again",
          title: `Another one: ${calledPart(part)}`,
          says: "in the place of the one that cannot be used; what the shop bears is taken off under Discount",
          parts: [],
          again: [{ partId: part.id, quantity: 1 }],
          tasks: task === null ? [] : [task],
          effect: { flags },
        },
      ]
    : [];
  const work = task === null ? [] : [operation(`do-${task}`, TASKS[task].title, "decided at the bench", [task], flags[0]!)];
  return [...again, ...work, ...(one.hurts ? [] : [acknowledge(keyOf(one), "left as it is, and the customer is told")])];
}
