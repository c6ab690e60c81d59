import type { PartOf } from "../../parts/part";
import type { Spec } from "../../parts/specs";
import type { Build } from "../build";

type Use = Spec<"washer">["use"];

/** How much wider than the axle or the tube a ring may be, mm: on an axle it centres the wheel, round a tube it only fills (common practice). */
const BORE_OVER_MM: Partial<Record<Use, number>> = { "axle spacer": 0.3, "shell spacer": 1 };

/** Whether a ring goes over an axle or tube without being loose on it. */
export const goesOver = (spec: Spec<"washer">, aroundMm: number): boolean =>
  spec.boreMm >= aroundMm - 1e-9 && spec.boreMm <= aroundMm + (BORE_OVER_MM[spec.use] ?? 0.3) + 1e-9;

/** The thinnest ring of a use that goes over the axle or tube and is at least so thick and at most so thick, mm. */
export function thinnestRing(
  build: Build,
  use: Use,
  aroundMm: number,
  atLeastMm: number,
  atMostMm: number,
): PartOf<"washer"> | undefined {
  return build.catalogue
    .distinct("washer")
    .filter(
      ({ spec }) =>
        spec.use === use &&
        goesOver(spec, aroundMm) &&
        spec.thicknessMm >= atLeastMm - 1e-9 &&
        spec.thicknessMm <= atMostMm + 1e-9,
    )
    .reduce<PartOf<"washer"> | undefined>(
      (best, part) => (best && best.spec.thicknessMm <= part.spec.thicknessMm ? best : part),
      undefined,
    );
}
