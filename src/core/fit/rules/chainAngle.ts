import { handbook, PRACTICE } from "../../basis";
import { chainline, chainlineFrom } from "../../chain/chainline";
import { combined } from "../../donor/reading";
import { formatNumber } from "../../units/formatQuantity";
import { effectOf, partsOf, type Build, type HubMotor, type MidMotor } from "../build";
import type { Outcome, Remedy } from "../finding";
import { acknowledge, defineRule, type Survey } from "../rule";
import { hasDerailleur, rearCogs } from "./rearCogs";
import { driveFace } from "./stay";
import { midMotors, rearHubMotors } from "./subjects";

/** Degrees over which a chain is refused, and the pair for single cogs (common practice, schools differ). */
const REFUSE_DEG = 4.5;
const SINGLE_DEG = { warn: 1.0, refuse: 1.5 };
const DEG = 180 / Math.PI;

type Subject = MidMotor | HubMotor;

/** The last answer: two rules and the drawing ask for the same line, one after another. */
let last: { motor: Subject; survey: Survey; build: Build; line: ReturnType<typeof readLine> } | null = null;

/** Where ring and cogs stand with everything in force, and how sure that is. */
export function lineOf(motor: Subject, survey: Survey, build: Build) {
  if (last?.motor !== motor || last.survey !== survey || last.build !== build)
    last = { motor, survey, build, line: readLine(motor, survey, build) };
  return last.line;
}

function readLine(motor: Subject, survey: Survey, build: Build) {
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
  const face = driveFace(survey, build);
  const line = chainline({
    shellWidthMm: face.value * 2,
    driveSpacerMm: effectOf(build, "driveSpacerMm", 0),
    ringOffsetMm: motor.spec.ringPlaneMm + ringOffsetMm(build),
    ...shared,
  });
  return { line, plusMinusMm: combined(face.plusMinus, overLocknut.plusMinus / 2, rear.plusMinus), chainstayMm: stay.value };
}

/** The ring's offset: a remedy's, else the one that the kit or a choice brought, else the stock ring's own plane. */
export function ringOffsetMm(build: Build): number {
  return effectOf(build, "ringOffsetMm", partsOf(build, "chainring")[0]?.spec.offsetMm ?? 0);
}

export function ringTeeth(motor: MidMotor, build: Build): number {
  return effectOf(build, "ringTeeth", partsOf(build, "chainring")[0]?.spec.teeth ?? motor.spec.stockRingTeeth);
}

export const chainAngle = defineRule<Subject>({
  id: "chain/angle",
  title: "Chain angle",
  why: "A crooked chain is noisy, wears ring and cogs, and behind a strong motor comes off where it hurts.",
  basis: [PRACTICE, handbook("Spicer et al., J. Mech. Design (2001): the loss is small")],
  subjects: (build) => [...midMotors(build), ...rearHubMotors(build)],
  key: (motor) => motor.id,
  place: () => "chain",
  needs: (motor) => [
    "gears",
    "rearOverLocknutMm",
    "chainstayMm",
    ...(motor.kind === "hub-motor" ? (["frontChainlineMm"] as const) : (["shellWidthMm"] as const)),
  ],
  check(motor, survey, build): Outcome {
    const { line, plusMinusMm, chainstayMm } = lineOf(motor, survey, build);
    const single = line.cogs.length === 1;
    const warnDeg = single ? SINGLE_DEG.warn : build.house.chainAngleWarnDeg;
    const refuseDeg = single ? SINGLE_DEG.refuse : REFUSE_DEG;
    const worst = line.cogs.reduce((a, b) => (Math.abs(b.angleDeg) > Math.abs(a.angleDeg) ? b : a));
    const which = single ? "the cog" : worst === line.cogs[0] ? "the smallest cog" : "the largest cog";
    const worstDeg = line.worstAngleDeg;
    const limitDeg = worstDeg > refuseDeg ? refuseDeg : warnDeg;
    const common = {
      figures: [
        { label: "ring", value: line.frontMm, unit: "mm" },
        { label: which, value: worst.rearMm, unit: "mm" },
        { label: "crank to axle", value: chainstayMm, unit: "mm" },
        { label: "worst angle", value: worstDeg, unit: "°" },
        { label: "house limit", value: warnDeg, unit: "°" },
        { label: "refused over", value: refuseDeg, unit: "°" },
      ],
      margin: { value: limitDeg - worstDeg, unit: "°", plusMinus: Math.atan(plusMinusMm / chainstayMm) * DEG },
      settle: ["locknutToSmallestMm", "rearOverLocknutMm", "shellWidthMm"] as const,
    };
    const says = `The ring stands ${formatNumber(line.frontMm, 1)} mm out, ${which} ${formatNumber(worst.rearMm, 1)}: ${formatNumber(worstDeg, 1)}° over ${formatNumber(chainstayMm, 0)} mm.`;
    if (worstDeg <= warnDeg) return { verdict: "clear", says, ...common };
    const key = `chain/angle ${motor.id}`;
    const rings = motor.kind === "mid-motor" ? otherRings(motor, { line, chainstayMm }, build, worstDeg, refuseDeg) : [];
    if (worstDeg > refuseDeg && rings.length === 0)
      return {
        verdict: "stop",
        says,
        lifts: `a ring ${formatNumber(Math.abs(worst.offsetMm) - Math.tan(refuseDeg / DEG) * chainstayMm, 1)} mm further ${worst.offsetMm > 0 ? "out" : "in"}`,
        ...common,
      };
    const asIs = worstDeg > refuseDeg ? [] : [acknowledge(key, `${which} is for rare use; the customer is told`)];
    return { verdict: "adapt", says, remedies: [...rings, ...asIs], ...common };
  },
});

/** Rings in the catalogue that fit the motor and bring the worst angle under the refusal, best first, at most three. */
function otherRings(
  motor: MidMotor,
  { line, chainstayMm }: Pick<ReturnType<typeof lineOf>, "line" | "chainstayMm">,
  build: Build,
  nowDeg: number,
  refuseDeg: number,
): Remedy[] {
  const now = ringOffsetMm(build);
  const worstWith = (offsetMm: number) =>
    Math.max(...line.cogs.map((cog) => Math.abs(Math.atan((cog.offsetMm - (offsetMm - now)) / chainstayMm) * DEG)));
  return build.catalogue
    .distinct("chainring")
    .filter(
      (ring) =>
        ring.spec.mount === motor.spec.ringMount &&
        ring.spec.offsetMm !== now &&
        (!ring.spec.narrowWide || ring.spec.teeth % 2 === 0),
    )
    .map((ring) => ({ ring, deg: worstWith(ring.spec.offsetMm) }))
    .filter(({ deg }) => deg < nowDeg - 0.05 && deg <= refuseDeg)
    .sort((a, b) => a.deg - b.deg)
    .slice(0, 3)
    .map(({ ring, deg }) => ({
      id: `ring-${ring.id}`,
      title: ring.name,
      says: `then ${formatNumber(deg, 1)}° at worst, ${ring.spec.teeth} teeth`,
      parts: [{ kind: "chainring", partId: ring.id, quantity: 1, says: ring.name }],
      tasks: [],
      effect: { numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth } },
    }));
}

/** Behind a strong mid-drive the ring stands near the cog that climbs: the fourth largest unless the ride says otherwise, mm. */
const CLIMBING_COG_MM = 4;
const STRONG_NM = 80;

export const climbingCog = defineRule<MidMotor>({
  id: "chain/climbing-cog",
  title: "Ring in line with the climbing cog",
  why: "Behind a strong motor the large cogs wear and derail first; the ring belongs in line with the cog that climbs.",
  basis: [PRACTICE],
  subjects: (build) => midMotors(build).filter((motor) => motor.spec.peakTorqueNm >= STRONG_NM && hasDerailleur(build)),
  key: (motor) => motor.id,
  place: () => "ring",
  needs: () => ["gears", "rearOverLocknutMm", "chainstayMm", "shellWidthMm"],
  check(motor, survey, build): Outcome {
    const { line, plusMinusMm } = lineOf(motor, survey, build);
    const cog = line.cogs[Math.max(0, line.cogs.length - 4)]!;
    const offMm = Math.abs(cog.offsetMm);
    const common = {
      figures: [
        { label: "ring", value: line.frontMm, unit: "mm" },
        { label: "fourth largest cog", value: cog.rearMm, unit: "mm" },
        { label: "apart", value: offMm, unit: "mm" },
        { label: "at most", value: CLIMBING_COG_MM, unit: "mm" },
      ],
      margin: { value: CLIMBING_COG_MM - offMm, unit: "mm", plusMinus: plusMinusMm },
      settle: ["locknutToSmallestMm", "rearOverLocknutMm", "shellWidthMm"] as const,
    };
    const says = `Ring and fourth largest cog are ${formatNumber(offMm, 1)} mm apart.`;
    if (offMm <= CLIMBING_COG_MM) return { verdict: "clear", says, ...common };
    const now = ringOffsetMm(build);
    const nearer = build.catalogue
      .distinct("chainring")
      .filter(
        (ring) =>
          ring.spec.mount === motor.spec.ringMount &&
          Math.abs(cog.offsetMm - (ring.spec.offsetMm - now)) <= CLIMBING_COG_MM - plusMinusMm,
      )
      .slice(0, 2)
      .map((ring) => ({
        id: `ring-${ring.id}`,
        title: ring.name,
        says: `then ${formatNumber(Math.abs(cog.offsetMm - (ring.spec.offsetMm - now)), 1)} mm apart`,
        parts: [{ kind: "chainring" as const, partId: ring.id, quantity: 1, says: ring.name }],
        tasks: [],
        effect: { numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth } },
      }));
    return {
      verdict: "adapt",
      says,
      remedies: [
        ...nearer,
        acknowledge(`chain/climbing-cog ${motor.id}`, "large cogs wear sooner; quote a cluster at the first service"),
      ],
      ...common,
    };
  },
});
