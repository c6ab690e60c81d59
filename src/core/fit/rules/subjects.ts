import { motorsOf, partsOf, type Build, type HubMotor, type MidMotor } from "../build";
import type { PinPlace } from "../finding";

/** Subjects that several rules share. */
export const hubMotors = (build: Build): HubMotor[] => partsOf(build, "hub-motor");
export const rearHubMotors = (build: Build): HubMotor[] => hubMotors(build).filter((motor) => motor.spec.end === "rear");
export const midMotors = (build: Build): MidMotor[] => partsOf(build, "mid-motor");
export const hasMotor = (build: Build) => motorsOf(build).length > 0;

export const endKey = (motor: HubMotor) => motor.spec.end;
export const axlePlace = (motor: HubMotor): PinPlace => (motor.spec.end === "front" ? "front axle" : "rear axle");

/** The survey keys of the end that a hub motor goes in. */
export function endKeys(motor: HubMotor) {
  return motor.spec.end === "front" ? FRONT : REAR;
}

const FRONT = {
  overLocknut: "frontOverLocknutMm",
  dropout: "frontDropout",
  material: "frontDropoutMaterial",
  thickness: "frontDropoutThicknessMm",
  slotWidth: "frontSlotWidthMm",
  slotDepth: "frontSlotDepthMm",
  condition: "frontDropoutCondition",
  beadSeat: "frontBeadSeatMm",
  brake: "frontBrake",
  leftSpacer: "frontLeftSpacerMm",
  rightSpacer: "frontRightSpacerMm",
} as const;
const REAR = {
  overLocknut: "rearOverLocknutMm",
  dropout: "rearDropout",
  material: "rearDropoutMaterial",
  thickness: "rearDropoutThicknessMm",
  slotWidth: "rearSlotWidthMm",
  slotDepth: "rearSlotDepthMm",
  condition: "rearDropoutCondition",
  beadSeat: "rearBeadSeatMm",
  brake: "rearBrake",
  leftSpacer: "rearLeftSpacerMm",
  rightSpacer: "rearRightSpacerMm",
} as const;
