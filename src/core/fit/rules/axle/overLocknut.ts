import { handbook, PRACTICE } from "../../../basis";
import { FORK_SPREAD, OVER_LOCKNUT_TOLERANCE_MM, REAR_SPREAD, type SpreadLimit } from "../../../standards/spreading";
import { atMost } from "../../../units/atLeast";
import { formatNumber } from "../../../units/formatQuantity";
import { type Build, type HubMotor } from "../../build";
import type { Outcome, PartNeed, Remedy } from "../../finding";
import { forkMaterialOf } from "../../forks";
import { defineRule, type Survey } from "../../rule";
import { axlePlace, endKey, endKeys, hubMotors } from "../subjects";
import { suppliedAt } from "../perEnd";
import { goesOver, thinnestRing } from "../washers";
import { type Rings, ringsOn } from "./rings";

export const overLocknut = defineRule<HubMotor>({
  id: "axle/over-locknut",
  title: "Over-locknut width",
  why: "A hub narrower than the frame wants rings; a wider one wants the frame sprung or set, which only steel allows.",
  basis: [handbook("Brown, Frame spacing"), PRACTICE],
  subjects: hubMotors,
  key: endKey,
  place: axlePlace,
  needs: (motor) => [endKeys(motor).overLocknut],
  check(motor, survey, build): Outcome {
    const keys = endKeys(motor);
    const frame = survey.number(keys.overLocknut);
    const on = ringsOn(motor, survey, build);
    const ringsMm = on.left + on.right;
    const gapMm = frame.value - motor.spec.overLocknutMm - ringsMm;
    const common = {
      figures: [
        { label: "frame", value: frame.value, unit: "mm", plusMinus: frame.plusMinus },
        { label: "hub", value: motor.spec.overLocknutMm, unit: "mm" },
        { label: "rings", value: ringsMm, unit: "mm" },
        { label: gapMm < 0 ? "to spread" : "gap", value: Math.abs(gapMm), unit: "mm" },
      ],
      margin: { value: OVER_LOCKNUT_TOLERANCE_MM - Math.abs(gapMm), unit: "mm", plusMinus: frame.plusMinus },
      settle: [keys.overLocknut],
    };
    if (Math.abs(gapMm) <= OVER_LOCKNUT_TOLERANCE_MM + 1e-9)
      return {
        verdict: "clear",
        says: `${formatNumber(motor.spec.overLocknutMm, 1)} hub${ringsMm > 0 ? ` with ${formatNumber(ringsMm, 1)} mm of rings` : ""} in a ${formatNumber(frame.value, 1)} frame.`,
        ...common,
      };
    if (gapMm > 0)
      return {
        verdict: "adapt",
        says: `${formatNumber(gapMm, 1)} mm to fill between hub and frame.${looseRings(motor, build)}`,
        remedies: [rings(motor, gapMm, on, build)],
        ...common,
      };
    return spread(motor, -gapMm, spreadLimit(motor, survey, build), build, common);
  },
});

function spreadLimit(motor: HubMotor, survey: Survey, build: Build): SpreadLimit {
  if (motor.spec.end === "front")
    return survey.choice("forkKind") === "rigid" && forkMaterialOf(build, survey) === "steel"
      ? FORK_SPREAD["rigid steel"]
      : FORK_SPREAD.other;
  const material = survey.choice("frameMaterial");
  const limit = REAR_SPREAD[material];
  return material === "aluminium" ? { ...limit, springMm: build.house.aluminiumSpreadMm } : limit;
}

function spread(
  motor: HubMotor,
  byMm: number,
  limit: SpreadLimit,
  build: Build,
  { figures, settle, margin: gap }: Required<Pick<Outcome, "figures" | "settle" | "margin">>,
): Outcome {
  const says = `The hub is ${formatNumber(byMm, 1)} mm wider than the frame.`;
  const end = motor.spec.end;
  // The limit that decides: of springing by hand up to there or where the reading leaves it open, else what the frame takes set.
  const nearSpring = Math.abs(limit.springMm - byMm) < gap.plusMinus - 1e-9;
  const bySpring = atMost(byMm, limit.springMm) || (nearSpring && limit.setMm <= limit.springMm);
  const most = Math.max(limit.springMm, limit.setMm);
  const margin = {
    value: (bySpring || nearSpring ? limit.springMm : most) - byMm,
    unit: "mm",
    plusMinus: gap.plusMinus,
  };
  if (!atMost(byMm, most) && !nearSpring)
    return {
      verdict: "stop",
      says: `${says} This ${end === "front" ? "fork" : "frame"} may be sprung ${limit.springMm} and set ${limit.setMm} mm.`,
      lifts: `a motor of ${formatNumber(motor.spec.overLocknutMm - byMm, 0)} mm, or a ${end === "front" ? "rear or mid-drive" : "mid-drive or front"} motor`,
      safety: true,
      figures,
      margin,
      settle,
      caution: "spread",
    };
  if (build.geometry.flags.has(`spread ${end}`))
    return {
      verdict: "clear",
      says: `${says} Sprung or set to take it.`,
      figures,
      settle,
      margin,
    };
  const remedy: Remedy = {
    id: bySpring ? "spring" : "set",
    title: bySpring ? "Spring the ends apart by hand" : "Cold-set the frame, both sides alike",
    says: bySpring
      ? `${formatNumber(byMm / 2, 1)} mm a side, ${limit.springMm} in all allowed`
      : `${formatNumber(byMm / 2, 1)} mm a side; then align the dropouts to 0.5 and check the hanger`,
    parts: [],
    tasks: bySpring ? ["fitHub"] : ["spreadFrame"],
    effect: { flags: [`spread ${end}`] },
    caution: "spread",
  };
  return { verdict: "adapt", says, remedies: [remedy], figures, margin, settle };
}

/** Rings that came with it and are too wide for the axle: they would stand off its middle. */
function looseRings(motor: HubMotor, build: Build): string {
  const bad = suppliedAt(
    build,
    "washer",
    motor.spec.end,
    (spec) => spec.use === "axle spacer" && !goesOver(spec, motor.spec.axleDiameterMm),
  )[0];
  return bad
    ? ` ${bad.part.name} is bored ${formatNumber(bad.part.spec.boreMm, 1)} mm, not for an axle of ${motor.spec.axleDiameterMm}: it stays out.`
    : "";
}

/** Rings that fill the gap, alike on both sides where such rings are sold, so that the rim stays in the middle. */
function rings(motor: HubMotor, gapMm: number, { left, right }: Rings, build: Build): Remedy {
  const keys = endKeys(motor);
  const each = thinnestRing(
    build,
    "axle spacer",
    motor.spec.axleDiameterMm,
    gapMm / 2 - OVER_LOCKNUT_TOLERANCE_MM / 2,
    gapMm / 2 + OVER_LOCKNUT_TOLERANCE_MM / 2,
  );
  const one = each
    ? undefined
    : thinnestRing(
        build,
        "axle spacer",
        motor.spec.axleDiameterMm,
        gapMm - OVER_LOCKNUT_TOLERANCE_MM,
        gapMm + OVER_LOCKNUT_TOLERANCE_MM,
      );
  const ringMm = each?.spec.thicknessMm ?? one?.spec.thicknessMm ?? gapMm / 2;
  const both = !one;
  const need: PartNeed = {
    kind: "washer",
    partId: each?.id ?? one?.id ?? null,
    quantity: both ? 2 : 1,
    says: `axle spacer, ${formatNumber(gapMm / 2, 1)} mm, bore ${motor.spec.axleDiameterMm}`,
  };
  return {
    id: both ? `rings-${ringMm}-both` : `ring-${ringMm}-drive-side`,
    title: both
      ? `Rings of ${formatNumber(ringMm, 1)} mm, one a side`
      : `Ring of ${formatNumber(ringMm, 1)} mm on the drive side`,
    says: both
      ? "the rim stays in the middle; the cluster moves in as much"
      : `re-dish the rim ${formatNumber(ringMm / 2, 1)} mm towards the drive side`,
    parts: [need],
    tasks: both ? [] : ["redish"],
    effect: {
      numbers: both
        ? { [keys.leftSpacer]: left + ringMm, [keys.rightSpacer]: right + ringMm }
        : { [keys.rightSpacer]: right + ringMm },
    },
  };
}
