import { type CutOffMethod, LEVER_CUT_OFFS } from "../../../standards/cutOff";
import { type Build, suppliedOf } from "../../build";
import { lastAt } from "../perEnd";
import { ENDS } from "../subjects";

/** Ends whose brake brings no lever of its own: a hydraulic one that goes on comes filled, with the lever that it is filled through. */
const openEnds = (build: Build): number =>
  ENDS.filter((end) => lastAt(build, "brake", end)?.spec.style !== "disc hydraulic").length;

/** Whether both brakes can be given other levers. */
export const takesLevers = (build: Build): boolean => openEnds(build) === ENDS.length;

/**
 * Cut-offs in the build that go with these levers: switched levers only where the levers' pull is a cable's and a brake is left for them,
 * switches by method.
 */
export function fittedCutOffs(lever: keyof typeof LEVER_CUT_OFFS, build: Build): number {
  const { methods, fluid } = LEVER_CUT_OFFS[lever];
  const allowed = methods as readonly CutOffMethod[];
  const cable = (pull: string) => pull === "long" || pull === "short";
  const levers = allowed.includes("switched lever")
    ? suppliedOf(build, "brake-lever").reduce(
        (sum, s) => sum + (s.part.spec.switched && cable(s.part.spec.pull) !== fluid ? s.part.spec.levers * s.quantity : 0),
        0,
      )
    : 0;
  const switches = suppliedOf(build, "cut-off").reduce(
    (sum, s) => sum + (allowed.includes(s.part.spec.method) ? s.part.spec.switches * s.quantity : 0),
    0,
  );
  return (takesLevers(build) ? levers : Math.min(levers, openEnds(build))) + switches;
}
