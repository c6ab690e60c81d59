import { partsOf, type Build } from "../fit/build";
import { isOpen, type Finding } from "../fit/finding";
import type { HouseRules } from "../house/houseRules";
import { formatNumber } from "../units/formatQuantity";

/**
 * What is kept back for what nobody can know yet, by the state of the job: a known and measured bike with ordinary parts; one that is
 * not measured, or has an old conversion on it; one that is built up from a frame or has a motor made for it (common practice: 5 %,
 * 10–15 %, 15–25 %).
 */
export function contingencyOf(
  build: Build,
  findings: readonly Finding[],
  house: HouseRules,
): { readonly percent: number; readonly why: string } {
  const cameAs = build.donor.cameAs?.value;
  if (cameAs === "frame") return { percent: house.contingencyFramePercent, why: "built up from a frame" };
  if (partsOf(build, "frame-motor").length > 0)
    return { percent: house.contingencyFramePercent, why: "a motor made for its frame" };
  if (cameAs === "converted") return { percent: house.contingencyUnsurePercent, why: "an old conversion comes off" };
  const unmeasured = findings.filter((finding) => isOpen(finding) && finding.verdict === "measure").length;
  if (unmeasured > 0)
    return {
      percent: house.contingencyUnsurePercent,
      why: `${unmeasured} ${unmeasured === 1 ? "check waits" : "checks wait"} for a measure`,
    };
  return { percent: house.contingencyPercent, why: "a known bike, measured" };
}

/** Its line on screen and paper: the share and the state that it is for, where they are known. */
export const contingencyTitle = ({
  contingencyPercent,
  contingencyWhy,
}: {
  readonly contingencyPercent: number | null;
  readonly contingencyWhy: string;
}): string =>
  contingencyPercent === null ? "Contingency" : `Contingency, ${formatNumber(contingencyPercent, 1)} %: ${contingencyWhy}`;
