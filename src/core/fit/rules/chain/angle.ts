import { handbook, PRACTICE } from "../../../basis";
import { atMost } from "../../../units/atLeast";
import { formatBeside, formatNumber } from "../../../units/formatQuantity";
import type { Build, CrankMotor } from "../../build";
import type { Outcome, Remedy } from "../../finding";
import { isDone } from "../../remedies";
import { acknowledge, defineRule } from "../../rule";
import { leftOpen } from "../../leftOpen";
import { crankMotors, rearHubMotors } from "../subjects";
import { angleOfCog, lineOf, readLine, ringOffsetMm, type Subject } from "./line";
import { hasBelt, hasHubGear } from "./gears";
import { cogShiftMm } from "./rearCogs";
import { ringsFor } from "./rings";

/** Degrees over which a chain is refused, and the pair for single cogs (common practice, schools differ). */
const REFUSE_DEG = 4.5;

const SINGLE_DEG = { warn: 1.0, refuse: 1.5 };

/** A belt bears hardly any (from memory): its teeth climb the flange. */
const BELT_DEG = { warn: 0.25, refuse: 0.5 };

const DEG = 180 / Math.PI;

export const chainAngle = defineRule<Subject>({
  id: "chain/angle",
  title: "Chain angle",
  why: "A crooked chain is noisy, wears ring and cogs, and behind a strong motor comes off where it hurts.",
  basis: [PRACTICE, handbook("Spicer et al., J. Mech. Design (2001): the loss is small")],
  subjects: (build) => [...crankMotors(build), ...rearHubMotors(build)],
  key: (motor) => motor.id,
  place: () => "chain",
  needs: (motor) => [
    "gears",
    "rearOverLocknutMm",
    "chainstayMm",
    ...(motor.kind === "hub-motor"
      ? (["frontChainlineMm"] as const)
      : motor.kind === "mid-motor"
        ? (["shellWidthMm"] as const)
        : []),
  ],
  check(motor, survey, build): Outcome {
    const { line, chainstayMm } = lineOf(motor, survey, build);
    const single = line.cogs.length === 1;
    const limits = hasBelt(build) ? BELT_DEG : single ? SINGLE_DEG : { warn: build.house.chainAngleWarnDeg, refuse: REFUSE_DEG };
    const { warn: warnDeg, refuse: refuseDeg } = limits;
    const worst = line.cogs.reduce((a, b) => (Math.abs(b.angleDeg) > Math.abs(a.angleDeg) ? b : a));
    const which = single ? "the cog" : worst === line.cogs[0] ? "the smallest cog" : "the largest cog";
    const worstDeg = line.worstAngleDeg;
    const key = `chain/angle ${motor.id}`;
    // Once it is acknowledged that the worst cog is for rare use, the house's limit decides nothing any more.
    const limitDeg = worstDeg > refuseDeg || isDone(build, `acknowledged ${key}`) ? refuseDeg : warnDeg;
    const common = {
      figures: [
        { label: "ring", value: line.frontMm, unit: "mm" },
        { label: which, value: worst.rearMm, unit: "mm" },
        { label: "crank to axle", value: chainstayMm, unit: "mm" },
        { label: "worst angle", value: worstDeg, unit: "°" },
        { label: "house limit", value: warnDeg, unit: "°" },
        { label: "refused over", value: refuseDeg, unit: "°" },
      ],
      margin: {
        value: limitDeg - worstDeg,
        unit: "°",
        plusMinus: leftOpen(survey, (s) => readLine(motor, s, build).line.worstAngleDeg),
      },
      settle: ["locknutToSmallestMm", "rearOverLocknutMm", "shellWidthMm"] as const,
    };
    const says = `The ring stands ${formatNumber(line.frontMm, 1)} mm out, ${which} ${formatNumber(worst.rearMm, 1)}: ${formatBeside(worstDeg, limitDeg, 1)}° over ${formatNumber(chainstayMm, 0)} mm, ${formatNumber(limitDeg, 1)}° at most.`;
    if (atMost(worstDeg, warnDeg)) return { verdict: "clear", says, ...common };
    const rings =
      motor.kind !== "hub-motor"
        ? otherRings(motor, { line, chainstayMm }, build, {
            nowDeg: worstDeg,
            warnDeg,
            refuseDeg,
            plusMinusDeg: common.margin.plusMinus,
          })
        : [];
    const cogs = dishedCog(line, chainstayMm, { warnDeg, refuseDeg, key }, build);
    if (worstDeg > refuseDeg && rings.length + cogs.length === 0)
      return {
        verdict: "stop",
        says,
        lifts: `a ring ${formatNumber(Math.abs(worst.offsetMm) - Math.tan(refuseDeg / DEG) * chainstayMm, 1)} mm further ${worst.offsetMm > 0 ? "out" : "in"}`,
        ...common,
      };
    const asIs = worstDeg > refuseDeg ? [] : [acknowledge(key, `${which} is for rare use; the customer is told`)];
    return { verdict: "adapt", says, remedies: [...rings, ...cogs, ...asIs], ...common };
  },
});

/** How far a dished cog of a hub gear moves the chain, mm (common practice). */
const DISHED_COG_MM = 3;

/** A hub gear's three-lug cog turned round, or one with a dish, stands that much nearer to the ring. */
function dishedCog(
  line: ReturnType<typeof lineOf>["line"],
  chainstayMm: number,
  p: { warnDeg: number; refuseDeg: number; key: string },
  build: Build,
): Remedy[] {
  const cog = line.cogs[0]!;
  if (!hasHubGear(build) || hasBelt(build) || line.cogs.length !== 1 || cogShiftMm(build) !== 0) return [];
  const out = cog.offsetMm > 0 ? -1 : 1;
  const deg = Math.abs(Math.atan((cog.offsetMm + out * DISHED_COG_MM) / chainstayMm) * DEG);
  if (deg > p.refuseDeg) return [];
  return [
    {
      id: "dished-cog",
      title: `Cog dished ${DISHED_COG_MM} mm ${out > 0 ? "out" : "in"}`,
      says: `turned round, or another with a dish: then ${formatNumber(deg, 2)}°${deg > p.warnDeg ? ", which the customer is told" : ""}`,
      parts: [],
      tasks: ["cluster"],
      effect: { flags: [`cog dished ${out > 0 ? "out" : "in"}`, ...(deg > p.warnDeg ? [`acknowledged ${p.key}`] : [])] },
    },
  ];
}

type Bounds = { nowDeg: number; warnDeg: number; refuseDeg: number; plusMinusDeg: number };

/**
 * Rings that go on the motor and bring the worst angle under the house's limit, or under the refusal with the rest acknowledged, best
 * first, at most three; the readings' uncertainty counts, so that the finding is settled with them.
 */
function otherRings(
  motor: CrankMotor,
  { line, chainstayMm }: Pick<ReturnType<typeof lineOf>, "line" | "chainstayMm">,
  build: Build,
  { nowDeg, warnDeg, refuseDeg, plusMinusDeg }: Bounds,
): Remedy[] {
  const now = ringOffsetMm(build);
  const worstWith = (offsetMm: number) => Math.max(...line.cogs.map((cog) => angleOfCog(cog, offsetMm - now, chainstayMm)));
  const isUnder = (deg: number) => deg <= warnDeg - plusMinusDeg;
  return ringsFor(motor, build)
    .filter((ring) => ring.spec.offsetMm !== now)
    .map((ring) => ({ ring, deg: worstWith(ring.spec.offsetMm) }))
    .filter(({ deg }) => deg < nowDeg - 0.05 && deg <= refuseDeg - plusMinusDeg)
    .sort((a, b) => a.deg - b.deg)
    .slice(0, 3)
    .map(({ ring, deg }) => ({
      id: `ring-${ring.id}`,
      title: ring.name,
      says: `then ${formatBeside(deg, warnDeg, 1)}° at worst, ${ring.spec.teeth} teeth${isUnder(deg) ? "" : "; the worst cog is for rare use, which the customer is told"}`,
      parts: [{ kind: "chainring", partId: ring.id, quantity: 1, says: ring.name }],
      tasks: [],
      effect: {
        numbers: { ringOffsetMm: ring.spec.offsetMm, ringTeeth: ring.spec.teeth },
        ...(!isUnder(deg) && { flags: [`acknowledged chain/angle ${motor.id}`] }),
      },
    }));
}
