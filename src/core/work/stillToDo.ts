import type { Renews } from "../fit/renews";
import { stateOf } from "./signature";
import type { Step } from "./steps";

/** Done anew whenever work was done on a bike, whatever was done on it before. */
const ALWAYS: ReadonlySet<string> = new Set([
  "survey",
  "takeOff",
  "takeOut",
  "settings",
  "checks",
  "roadTest",
  "handOver",
  "revisit",
]);

/**
 * Steps of a bike that was built before, without those that are in it already: the same step with the same parts, decisions and settings.
 * What a step that is left out stood before is not waited for.
 */
export function stillToDo(steps: readonly Step[], { done, off }: Pick<Renews, "done" | "off">): Step[] {
  const left = steps.filter((step) => {
    if (ALWAYS.has(step.id)) return true;
    // A new one of the very part that came off is put on all the same.
    if (step.parts.some(({ part }) => off.some(({ partId }) => partId === part.id))) return true;
    const was = done.find(({ id }) => id === step.id);
    return !was || [...was.is].sort().join("\n") !== stateOf(step).sort().join("\n");
  });
  const there = new Set(left.map(({ id }) => id));
  return left.map((step) => ({ ...step, after: step.after.filter((id) => there.has(id)) }));
}
