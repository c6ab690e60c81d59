import type { Stage, StepId } from "../standards/tasks";

/** Kinds of work that not everybody does (common practice). */
export const WORK_KINDS = ["mechanics", "wheels", "frame", "electrics", "paint", "checks"] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

/** What a kind is, for who is asked whether somebody does it. */
export const WORK_SAYS: Readonly<Record<WorkKind, string>> = {
  mechanics: "brakes, gears, cranks, fitting the motor",
  wheels: "lacing, truing, dish",
  frame: "spreading, filing, facing, re-routing",
  electrics: "harness, cradle, lamps, settings",
  paint: "laying coats",
  checks: "static checks, road test, hand-over",
};

const OF_STAGE: Readonly<Partial<Record<Stage, WorkKind>>> = {
  wheel: "wheels",
  prepare: "frame",
  electrics: "electrics",
  settings: "electrics",
  checks: "checks",
  road: "checks",
  "hand over": "checks",
};

export const workKindOf = ({ id, stage }: { readonly id: StepId; readonly stage: Stage }): WorkKind =>
  id === "paint" ? "paint" : (OF_STAGE[stage] ?? "mechanics");
