import { PRACTICE } from "../../../basis";
import { batteryOf, type Motor } from "../../build";
import { wheelTorqueNm } from "../../drives";
import type { Figure, Outcome } from "../../finding";
import { acknowledge, defineRule } from "../../rule";
import { onceABike } from "../subjects";
import { hubMotors } from "../subjects";

export const frameKindRule = defineRule<Motor>({
  ...onceABike,
  id: "whole/frame-kind",
  title: "What this frame is for",
  why: "Some frames take no motor, or not that motor, whatever its size.",
  basis: [PRACTICE],
  place: () => "frame",
  needs: () => ["frameKind", "frameMaterial"],
  check(_motor, survey, build): Outcome {
    const kind = survey.choice("frameKind");
    const material = survey.choice("frameMaterial");
    const rear = hubMotors(build).some((motor) => motor.spec.end === "rear");
    const figures: Figure[] = [
      { label: "frame", value: kind },
      { label: "of", value: material },
    ];
    if (kind === "trike" && rear && survey.choice("rearWheels") === "two")
      return {
        verdict: "stop",
        safety: true,
        says: "A rear hub motor drives one of a trike's two wheels and turns it round in its axle.",
        figures,
        lifts: "a front hub motor, or one at the crank",
      };
    if (material === "carbon" && batteryOf(build)?.spec.mount === "down tube" && build.donor.bossKind?.value === "none")
      return {
        verdict: "stop",
        safety: true,
        says: "A carbon frame without moulded bosses takes no pack on its tube.",
        figures,
        lifts: "a rack made for the bike, or another frame",
        caution: "carbon",
      };
    if (
      kind === "folding" &&
      hubMotors(build).some((motor) => motor.spec.end === "front" && (wheelTorqueNm(motor, build) ?? Infinity) > 60)
    )
      return {
        verdict: "adapt",
        says: "Over 60 N·m in the front wheel of a folder works its hinge.",
        figures,
        remedies: [acknowledge("whole/frame-kind bike", "the hinge is checked at every service; torque set down")],
      };
    return { verdict: "clear", says: `A ${kind === "diamond" ? "diamond" : kind} frame of ${material} takes it.`, figures };
  },
});
