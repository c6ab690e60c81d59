import type { Build } from "../../build";
import type { Survey } from "../../rule";
import { type End, keysOfEnd } from "../subjects";
import { knownRimSizeAt } from "./rimAt";
import { ownTyreKey } from "./ownTyre";
import { tyrePartAt } from "./tyreAt";

/** What a wheel's radius gains by the rim and the tyre that the build brings for it, mm; less than nothing where it gets smaller. */
function radiusGainMm(end: End, survey: Survey, build: Build): number {
  const size = knownRimSizeAt(end, build);
  const ownSize = build.donor[keysOfEnd(end).beadSeat]?.value;
  const fresh = tyrePartAt(end, build);
  const bySize = size === undefined || size === ownSize ? 0 : (size - survey.number(keysOfEnd(end).beadSeat).value) / 2;
  return bySize + (fresh ? fresh.spec.widthMm - survey.number(ownTyreKey(end, build)).value : 0);
}

/**
 * How far the crank axle rises when the wheels gain so much, mm. It lies between the axles as the chainstay is of the wheelbase; where
 * either was not taken, it is as the wheel that gains less.
 */
export function riseBetween(
  gainMm: Readonly<Record<End, number>>,
  stayMm: number | undefined,
  baseMm: number | undefined,
): number {
  const { front, rear } = gainMm;
  if (front === rear || !stayMm || !baseMm) return Math.min(front, rear);
  return rear + (front - rear) * Math.min(1, stayMm / baseMm);
}

/** How far the crank axle rises on the wheels that will turn, over where it was measured, mm; less than nothing where it sinks. */
export const crankRiseMm = (survey: Survey, build: Build): number =>
  riseBetween(
    { front: radiusGainMm("front", survey, build), rear: radiusGainMm("rear", survey, build) },
    survey.seen("chainstayMm")?.value,
    survey.seen("wheelbaseMm")?.value,
  );
