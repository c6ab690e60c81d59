import { chainline, chainlineFrom } from "../../../chain/chainline";
import { combined } from "../../../donor/reading";
import { type Build, type CrankMotor, effectOf, type HubMotor, partsOf } from "../../build";
import { stated, type Survey } from "../../rule";
import { rearCogs } from "./rearCogs";
import { driveFace } from "./stay";

export type Subject = CrankMotor | HubMotor;

/** The last answer: two rules and the drawing ask for the same line, one after another. */
let last: { motor: Subject; survey: Survey; build: Build; line: ReturnType<typeof readLine> } | null = null;

/** Where ring and cogs stand with everything in force, and how sure that is. */
export function lineOf(motor: Subject, survey: Survey, build: Build) {
  if (last?.motor !== motor || last.survey !== survey || last.build !== build)
    last = { motor, survey, build, line: readLine(motor, survey, build) };
  return last.line;
}

/** The same for a survey that is only tried. */
export function readLine(motor: Subject, survey: Survey, build: Build) {
  const rear = rearCogs(survey, build);
  const overLocknut = survey.number("rearOverLocknutMm");
  const stay = survey.number("chainstayMm");
  const shared = {
    overLocknutMm: overLocknut.value,
    locknutToSmallestMm: rear.locknutToSmallestMm,
    cogPitchMm: rear.pitchMm,
    cogs: rear.count,
    chainstayMm: stay.value,
  };
  if (motor.kind === "hub-motor") {
    const front = survey.number("frontChainlineMm");
    return {
      line: chainlineFrom({ frontMm: front.value, ...shared }),
      plusMinusMm: combined(front.plusMinus, overLocknut.plusMinus / 2, rear.plusMinus),
      chainstayMm: stay.value,
    };
  }
  if (motor.kind === "frame-motor") {
    const frontMm = stated(motor, motor.spec.chainlineMm, "its chainline") + ringOffsetMm(build);
    return {
      line: chainlineFrom({ frontMm, ...shared }),
      plusMinusMm: combined(overLocknut.plusMinus / 2, rear.plusMinus),
      chainstayMm: stay.value,
    };
  }
  const face = driveFace(survey, build);
  const line = chainline({
    shellWidthMm: face.value * 2,
    driveSpacerMm: effectOf(build, "driveSpacerMm", 0),
    ringOffsetMm: motor.spec.ringPlaneMm + ringOffsetMm(build),
    ...shared,
  });
  return { line, plusMinusMm: combined(face.plusMinus, overLocknut.plusMinus / 2, rear.plusMinus), chainstayMm: stay.value };
}

/** Degrees of the chain on a cog once the ring stands so much further out than now. */
export const angleOfCog = (cog: { offsetMm: number }, ringOutMm: number, chainstayMm: number): number =>
  Math.abs(Math.atan((cog.offsetMm - ringOutMm) / chainstayMm) * (180 / Math.PI));

/** The ring's offset: a remedy's, else the one that the kit or a choice brought, else the stock ring's own plane. */
export function ringOffsetMm(build: Build): number {
  return effectOf(build, "ringOffsetMm", partsOf(build, "chainring")[0]?.spec.offsetMm ?? 0);
}

export const ringTeeth = (motor: CrankMotor, build: Build): number =>
  stated(motor, knownRingTeeth(motor, build), "how many teeth its ring has");

/** The same; null where neither a ring was chosen nor the motor's sheet tells. */
export const knownRingTeeth = ({ spec }: CrankMotor, build: Build): number | null =>
  build.geometry.numbers.ringTeeth ?? partsOf(build, "chainring")[0]?.spec.teeth ?? spec.stockRingTeeth;

/** The largest ring on the bike's own crank: one that goes on in the place of the only one, or beside others whichever is larger. */
export function ownRingTeeth(survey: Survey, build: Build): number {
  const put = partsOf(build, "chainring")[0]?.spec.teeth;
  if (put === undefined) return survey.number("ringLargeTeeth").value;
  return (survey.seen("ringCount")?.value ?? 1) > 1 ? Math.max(put, survey.number("ringLargeTeeth").value) : put;
}
