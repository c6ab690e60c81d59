import type { NumberKey } from "../../../donor/items";
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

/**
 * The brake that will be there, where the survey has no word of it yet undefined: what a rule chooses its subjects by. A rule that looks at
 * the brake which the bike came with judges one that may be gone.
 */
export function brakeIn(end: End, build: Build): BrakeKind | undefined {
  const put = lastAt(build, "brake", end);
  if (put) return kindOfBrake(put.spec.style);
  return goesWithHub(end, build) ? "none" : (build.donor[keysOfEnd(end).brake]?.value as BrakeKind | undefined);
}

/** Whether the bike's own rotor stays: it came with one, and a disc brake is there afterwards too. */
export const keepsRotor = (end: End, build: Build): boolean =>
  build.donor[keysOfEnd(end).brake]?.value === "disc" && brakeIn(end, build) === "disc";

/** Whether a wheel has a brake to judge: not while the old one goes with its hub and no other is in the build. */
export const hasOwnBrake = (end: End, build: Build): boolean =>
  !goesWithHub(end, build) || lastAt(build, "brake", end) !== undefined;

/** The brake that will be there: one that the build brings, else the bike's own, unless it goes with its hub. */
export function brakeAt(end: End, survey: Survey, build: Build): BrakeKind {
  if (!lastAt(build, "brake", end)) survey.choice(keysOfEnd(end).brake);
  return brakeIn(end, build)!;
}

/**
 * The rotor that stands there before another is put in, mm: the bike's own; for a brake that goes on where none was, one of the size that
 * its mount is made for, which is bought with it.
 */
export const rotorBefore = (end: End, survey: Survey, build: Build): number => survey.number(keyOfRotor(end, build)).value;

const keyOfRotor = (end: End, build: Build) => keysOfEnd(end)[keepsRotor(end, build) ? "rotor" : "mountBase"];

/** What the survey leaves open of the rotor that will turn there, mm, and by which reading: nothing where it is bought. */
export function rotorOpen(end: End, survey: Survey, build: Build): { plusMinus: number; settle: readonly NumberKey[] } {
  const bought = build.geometry.numbers[keysOfEnd(end).rotorEffect] !== undefined || lastAt(build, "rotor", end) !== undefined;
  const key = keyOfRotor(end, build);
  const plusMinus = bought ? 0 : survey.number(key).plusMinus;
  return { plusMinus, settle: plusMinus > 0 ? [key] : [] };
}

/** The rotor that will turn there, mm: a remedy's, one that was put in or came with the kit, else the one before. */
export const rotorAt = (end: End, survey: Survey, build: Build): number =>
  build.geometry.numbers[keysOfEnd(end).rotorEffect] ??
  lastAt(build, "rotor", end)?.spec.diameterMm ??
  rotorBefore(end, survey, build);
