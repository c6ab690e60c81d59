import { type Build, type HubMotor } from "../../build";
import { isDone } from "../../remedies";
import type { Survey } from "../../rule";
import { lastAt, suppliedAt } from "../perEnd";
import { endKeys } from "../subjects";
import { ringsOn } from "./rings";

type Side = "left" | "right";

/** Usual tab washer and nut, mm, and thread pitch by axle (common practice). */
export const TAB_MM = 3;

export const usualNutMm = (diameterMm: number) => (diameterMm <= 12 ? 10 : 12);

const pitchMm = (diameterMm: number) => (diameterMm <= 12 ? 1.25 : 1.5);

/** On which sides arms go: the first on the side without the cable, the second on the cable's. */
export function armSides(motor: HubMotor, arms: number): Record<Side, boolean> {
  const cable = motor.spec.cableSide ?? "right";
  const first: Side = cable === "right" ? "left" : "right";
  return { left: arms >= 2 || (arms === 1 && first === "left"), right: arms >= 2 || (arms === 1 && first === "right") };
}

const armsAt = (motor: HubMotor, build: Build) =>
  suppliedAt(build, "torque-arm", motor.spec.end, (spec) => Math.abs(spec.axleDiameterMm - motor.spec.axleDiameterMm) < 0.2);

export const armsFor = (motor: HubMotor, build: Build) => armsAt(motor, build).reduce((sum, s) => sum + s.quantity, 0);

/** What stands on the axle outside the shoulder on one side, from the inside out, mm. */
export function stackOf(motor: HubMotor, survey: Survey, build: Build, side: Side) {
  const keys = endKeys(motor);
  const rings = ringsOn(motor, survey, build)[side];
  // Which of several goes on which side is decided with the wheel in: the thickest is reckoned on both.
  const armMm = Math.max(...armsAt(motor, build).map((s) => s.part.spec.plateMm));
  const arm = armSides(motor, armsFor(motor, build))[side] ? armMm : 0;
  const replaces = arm > 0 && isDone(build, `arm for tab ${motor.spec.end}`);
  const nut =
    lastAt(build, "axle-nut", motor.spec.end, (spec) => Math.abs(spec.diameterMm - motor.spec.axleDiameterMm) < 0.2)?.spec
      .heightMm ?? usualNutMm(motor.spec.axleDiameterMm);
  return [
    { says: "rings", mm: rings },
    { says: "dropout", mm: survey.number(keys.thickness).value },
    { says: "keyed tab washer", mm: replaces ? 0 : TAB_MM },
    { says: "torque arm", mm: arm },
    { says: "nut", mm: nut },
    { says: "one thread", mm: pitchMm(motor.spec.axleDiameterMm) },
  ].filter((layer) => layer.mm > 0);
}
