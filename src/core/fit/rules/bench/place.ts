import { TASKS, type TaskId } from "../../../standards/tasks";
import type { PinPlace } from "../../finding";

type Stage = (typeof TASKS)[TaskId]["stage"];
/** About where on the bike a step is done; the whole bike is pinned at its frame. */
const WHERE: Partial<Record<Stage, PinPlace>> = {
  brakes: "front brake",
  wheel: "rear wheel",
  drive: "chain",
  electrics: "wiring",
  settings: "wiring",
  checks: "wiring",
};

export const placeOfStep = (step: string): PinPlace =>
  Object.hasOwn(TASKS, step) ? (WHERE[TASKS[step as TaskId].stage] ?? "frame") : "frame";
