import { motorsOf, partsOf, type Build, type CrankMotor, type HubMotor, type MidMotor } from "../build";
import type { PinPlace } from "../finding";

/** Subjects that several rules share. */
export const hubMotors = (build: Build): readonly HubMotor[] => partsOf(build, "hub-motor");
/** The motor in a wheel of this end. */
export const hubMotorAt = (end: End, build: Build): HubMotor | undefined => hubMotors(build).find(({ spec }) => spec.end === end);
export const rearHubMotors = (build: Build): readonly HubMotor[] => hubMotors(build).filter((motor) => motor.spec.end === "rear");
export const midMotors = (build: Build): readonly MidMotor[] => partsOf(build, "mid-motor");
/** Motors at the crank, whatever holds them: chain, ring and hub gear feel them alike. */
export const crankMotors = (build: Build): readonly CrankMotor[] => {
  const frame = partsOf(build, "frame-motor");
  return frame.length === 0 ? midMotors(build) : [...midMotors(build), ...frame];
};
export const hasMotor = (build: Build) => motorsOf(build).length > 0;

/** The motor that a check of the whole bike stands for. */
export const firstMotor = (build: Build) => motorsOf(build).slice(0, 1);

export const endKey = (motor: HubMotor) => motor.spec.end;
export const axlePlace = (motor: HubMotor): PinPlace => (motor.spec.end === "front" ? "front axle" : "rear axle");

/** The survey keys of the end that a hub motor goes in. */
export function endKeys(motor: HubMotor) {
  return keysOfEnd(motor.spec.end);
}
export const ENDS = ["front", "rear"] as const;
export type End = (typeof ENDS)[number];
export const keysOfEnd = (end: End) => (end === "front" ? FRONT : REAR);
export const brakePlace = (end: End): PinPlace => (end === "front" ? "front brake" : "rear brake");
export const wheelPlace = (end: End): PinPlace => (end === "front" ? "front wheel" : "rear wheel");

/** The one subject of a rule that looks at the whole bike, once a motor is chosen. */
export const wholeBike = (build: Build): readonly ["bike"] | readonly [] => (hasMotor(build) ? ["bike"] : []);
export const asItself = (subject: string) => subject;

const FRONT = {
  overLocknut: "frontOverLocknutMm",
  dropout: "frontDropout",
  material: "frontDropoutMaterial",
  thickness: "frontDropoutThicknessMm",
  slotWidth: "frontSlotWidthMm",
  slotDepth: "frontSlotDepthMm",
  slotMetal: "frontSlotMetalMm",
  plate: "frontDropoutPlate",
  limit: "frontDropoutLimitNm",
  condition: "frontDropoutCondition",
  beadSeat: "frontBeadSeatMm",
  brake: "frontBrake",
  leftSpacer: "frontLeftSpacerMm",
  rightSpacer: "frontRightSpacerMm",
  lips: "frontLips",
  recess: "frontRecessMm",
  recessDiameter: "frontRecessDiameterMm",
  inside: "frontInsideMm",
  tyreRoom: "frontTyreRoomMm",
  mudguard: "frontMudguard",
  armSeat: "frontArmSeat",
  armFrom: "frontArmFromMm",
  leg: "frontLegMm",
  brakeMount: "frontBrakeMount",
  brakeSeat: "frontBrakeSeat",
  rotor: "frontRotorMm",
  rotorLimit: "frontRotorLimitMm",
  mountBase: "frontMountBaseMm",
  rotorThick: "frontRotorThickMm",
  rotorLine: "frontRotorLineMm",
  reach: "frontReachMm",
  rimWear: "frontRimWearMm",
  rimInner: "frontRimInnerMm",
  rimHoles: "frontRimHoles",
  rimErd: "frontRimErdMm",
  rotorEffect: "frontRotorMm",
  rotorShim: "frontRotorShimMm",
} as const;
const REAR = {
  overLocknut: "rearOverLocknutMm",
  dropout: "rearDropout",
  material: "rearDropoutMaterial",
  thickness: "rearDropoutThicknessMm",
  slotWidth: "rearSlotWidthMm",
  slotDepth: "rearSlotDepthMm",
  slotMetal: "rearSlotMetalMm",
  plate: "rearDropoutPlate",
  limit: "rearDropoutLimitNm",
  condition: "rearDropoutCondition",
  beadSeat: "rearBeadSeatMm",
  brake: "rearBrake",
  leftSpacer: "rearLeftSpacerMm",
  rightSpacer: "rearRightSpacerMm",
  lips: "rearLips",
  recess: "rearRecessMm",
  recessDiameter: "rearRecessDiameterMm",
  inside: "rearInsideMm",
  tyreRoom: "rearTyreRoomMm",
  mudguard: "rearMudguard",
  armSeat: "rearArmSeat",
  armFrom: "rearArmFromMm",
  leg: "rearLegMm",
  brakeMount: "rearBrakeMount",
  brakeSeat: "rearBrakeSeat",
  rotor: "rearRotorMm",
  rotorLimit: "rearRotorLimitMm",
  mountBase: "rearMountBaseMm",
  rotorThick: "rearRotorThickMm",
  rotorLine: "rearRotorLineMm",
  reach: "rearReachMm",
  rimWear: "rearRimWearMm",
  rimInner: "rearRimInnerMm",
  rimHoles: "rearRimHoles",
  rimErd: "rearRimErdMm",
  rotorEffect: "rearRotorMm",
  rotorShim: "rearRotorShimMm",
} as const;

/** What a rule speaks of: each hub motor by its end, each mid-drive by its name, or the bike once there is a motor. */
export const perHubMotor = { subjects: hubMotors, key: endKey };
export const perMidMotor = { subjects: midMotors, key: (motor: MidMotor) => motor.id };
export const perCrankMotor = { subjects: crankMotors, key: (motor: CrankMotor) => motor.id };
export const onceABike = { subjects: firstMotor, key: () => "bike" };
