import { partsOf, type Build } from "./build";
import type { TaskId } from "../standards/tasks";

/** Steps that are done to each wheel that gets a motor. */
const PER_WHEEL: ReadonlySet<TaskId> = new Set(["removeWheel", "checkWheel", "laceWheel", "moveTyre", "redish", "fitHub"]);

/** The wheels that a step is done to; one, unnamed, for what is done once. */
export function wheelsOf(task: TaskId, build: Build): string[] {
  if (!PER_WHEEL.has(task)) return [""];
  const hubs = partsOf(build, "hub-motor").filter(
    ({ spec }) => (task !== "checkWheel" || spec.laced !== null) && (task !== "laceWheel" || spec.laced === null),
  );
  const ends = [...new Set(hubs.map(({ spec }) => spec.end))];
  return ends.length > 1 ? ends : [""];
}
