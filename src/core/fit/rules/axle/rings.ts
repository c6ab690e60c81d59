import { OVER_LOCKNUT_TOLERANCE_MM } from "../../../standards/spreading";
import { type Build, effectOf, type HubMotor } from "../../build";
import type { Survey } from "../../rule";
import { suppliedAt } from "../perEnd";
import { endKeys } from "../subjects";
import { goesOver } from "../washers";

/** Rings inside the dropouts, mm a side. */
export type Rings = { readonly left: number; readonly right: number };

/**
 * The rings on a hub motor's axle: those that a remedy puts there, else as many of the ones that came with the kit or were chosen as
 * fill the gap, the thicker on the drive side where they are not alike. What does not fill it stays in the box.
 */
export function ringsOn(motor: HubMotor, survey: Survey, build: Build): Rings {
  const rings = ringsAsBought(motor, survey, build);
  return build.geometry.flags.has(ringsFlag(motor.spec.end)) ? { left: 0, right: rings.left + rings.right } : rings;
}

/** That the rings of both sides go to the drive side. */
export const ringsFlag = (end: "front" | "rear") => `rings to the drive side ${end}`;

function ringsAsBought(motor: HubMotor, survey: Survey, build: Build): Rings {
  const keys = endKeys(motor);
  const [left, right] = [effectOf(build, keys.leftSpacer, 0), effectOf(build, keys.rightSpacer, 0)];
  if (left > 0 || right > 0) return { left, right };
  const loose = suppliedAt(
    build,
    "washer",
    motor.spec.end,
    (spec) => spec.use === "axle spacer" && goesOver(spec, motor.spec.axleDiameterMm),
  )
    .filter((s) => s.origin.type !== "remedy")
    .flatMap((s) => Array.from({ length: Math.min(4, s.quantity) }, () => s.part.spec.thicknessMm))
    .slice(0, 6);
  const frame = survey.seen(keys.overLocknut);
  if (loose.length === 0 || !frame) return { left, right };
  return bestOf(loose, frame.value - motor.spec.overLocknutMm) ?? { left, right };
}

/** Of all ways to put the rings left, right or in the box the one that fills the gap nearest, and of those the most even. */
function bestOf(rings: readonly number[], gapMm: number): Rings | null {
  let best: { rings: Rings; off: number; uneven: number } | null = null;
  for (let way = 0; way < 3 ** rings.length; way += 1) {
    let [left, right] = [0, 0];
    let rest = way;
    for (const mm of rings) {
      if (rest % 3 === 1) left += mm;
      if (rest % 3 === 2) right += mm;
      rest = Math.floor(rest / 3);
    }
    const off = Math.abs(gapMm - left - right);
    const uneven = right - left;
    if (left + right === 0 || uneven < -1e-9 || off > OVER_LOCKNUT_TOLERANCE_MM + 1e-9) continue;
    if (!best || off < best.off - 1e-9 || (off < best.off + 1e-9 && uneven < best.uneven))
      best = { rings: { left, right }, off, uneven };
  }
  return best?.rings ?? null;
}
