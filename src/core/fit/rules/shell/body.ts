import { downTubeAngleDeg, frameJoints } from "../../../bay/frameTriangle";
import { motorBody } from "../../../shell/motorBody";
import type { MidMotor } from "../../build";
import { stated, type Survey } from "../../rule";
import { frameLengths } from "../battery/frameRoom";

/** How the body lies under the down tube of this frame; on a frame without a triangle it is taken to hang straight down. */
export function bodyOf(motor: MidMotor, survey: Survey) {
  const joints = survey.choice("triangleBy") === "none" ? null : frameJoints(frameLengths(survey));
  const tube = survey.number("downTubeDiameterMm");
  return {
    plusMinus: tube.plusMinus / 2,
    tubeMm: tube.value,
    ...motorBody({
      canCentreMm: stated(motor, motor.spec.canCentreMm, "how far its body sits from the crank axle"),
      canRadiusMm: stated(motor, motor.spec.canRadiusMm, "its body's radius"),
      caseRadiusMm: motor.spec.caseRadiusMm,
      tubeRadiusMm: tube.value / 2,
      downTubeAngleDeg: joints && downTubeAngleDeg(joints),
    }),
  };
}
