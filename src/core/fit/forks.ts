import type { PartOf } from "../parts/part";
import type { Spec } from "../parts/specs";
import type { Measured } from "../donor/reading";
import { lastOf, type Build } from "./build";
import type { Survey } from "./rule";

/** How far another fork may be longer or shorter than the frame's own, mm (common practice). */
export const FORK_OFF_MM = 10;
/** Columns of one size are alike to this, mm: the sizes in use are 1 mm and more apart (common practice). */
export const COLUMN_OFF_MM = 0.3;

/** Another fork that goes in, if one does. */
export const otherFork = (build: Build): readonly PartOf<"fork">[] => {
  const fork = lastOf(build, "fork");
  return fork ? [fork] : [];
};

/** What the fork that will be in the bike is made of: another one that goes in, else the one that came. */
export const forkMaterialOf = (build: Build, survey: Survey): string => {
  const came = survey.choice("forkMaterial");
  return lastOf(build, "fork")?.spec.material ?? came;
};

/** The same where nobody may have looked at the fork that came. */
export const isCarbonFork = (build: Build): boolean =>
  (lastOf(build, "fork")?.spec.material ?? build.donor.forkMaterial?.value) === "carbon";

const near = (mm: number, measured: Measured | undefined, most: number) =>
  measured === undefined || Math.abs(mm - measured.value) <= most - measured.plusMinus + 1e-9;

/** Whether a fork suits the frame, as far as that was measured. */
export const suitsFrame =
  (survey: Survey) =>
  (spec: Spec<"fork">): boolean =>
    near(spec.axleToCrownMm, survey.seen("forkAxleToCrownMm"), FORK_OFF_MM) &&
    near(spec.columnMm, survey.seen("forkColumnMm"), COLUMN_OFF_MM);
