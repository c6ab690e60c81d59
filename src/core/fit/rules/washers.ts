import type { PartOf } from "../../parts/part";
import type { Spec } from "../../parts/specs";
import type { Build } from "../build";

type Use = Spec<"washer">["use"];

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
        spec.boreMm >= aroundMm &&
        spec.boreMm <= aroundMm + 1 &&
        spec.thicknessMm >= atLeastMm - 1e-9 &&
        spec.thicknessMm <= atMostMm + 1e-9,
    )
    .reduce<PartOf<"washer"> | undefined>(
      (best, part) => (best && best.spec.thicknessMm <= part.spec.thicknessMm ? best : part),
      undefined,
    );
}
