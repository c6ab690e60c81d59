import type { Spec } from "../../../parts/specs";
import type { Build } from "../../build";
import type { Survey } from "../../rule";
import { lastAt } from "../perEnd";
import { type End, hubMotors, keysOfEnd } from "../subjects";

type Style = Spec<"brake">["style"];

/** What stops a wheel: the survey's words for it. */
export type BrakeKind = "rim linear" | "rim calliper" | "disc" | "drum" | "coaster" | "none";

/** The kind of brake that a part is. */
export const kindOfBrake = (style: Style): BrakeKind =>
  style === "disc hydraulic" || style === "disc cable" ? "disc" : style === "roller" ? "drum" : style;

/** What on fork or stays a kind of brake is held by, in the survey's words; a bike that has such a brake has it. */
export const SEAT_OF: Partial<Record<BrakeKind, string>> = { "rim linear": "posts", "rim calliper": "hole", disc: "disc" };

/** Whether the brake that an end came with sits in a hub that a motor takes the place of. */
export const goesWithHub = (end: End, build: Build): boolean =>
  hubMotors(build).some((motor) => motor.spec.end === end) &&
  (build.donor[keysOfEnd(end).brake]?.value === "coaster" || build.donor[keysOfEnd(end).brake]?.value === "drum");

/** Whether a wheel has a brake to judge: not while the old one goes with its hub and no other is in the build. */
export const hasOwnBrake = (end: End, build: Build): boolean =>
  !goesWithHub(end, build) || lastAt(build, "brake", end) !== undefined;

/** The brake that will be there: one that the build brings, else the bike's own, unless it goes with its hub. */
export function brakeAt(end: End, survey: Survey, build: Build): BrakeKind {
  const put = lastAt(build, "brake", end);
  if (put) return kindOfBrake(put.spec.style);
  const own = survey.choice(keysOfEnd(end).brake) as BrakeKind;
  return goesWithHub(end, build) ? "none" : own;
}

/** The rotor that will turn there, mm: a remedy's, one that was put in or came with the kit, else the bike's own. */
export function rotorAt(end: End, survey: Survey, build: Build): number {
  const keys = keysOfEnd(end);
  return (
    build.geometry.numbers[keys.rotorEffect] ?? lastAt(build, "rotor", end)?.spec.diameterMm ?? survey.number(keys.rotor).value
  );
}
