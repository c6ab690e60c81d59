import { COG_PITCH_MM } from "../../../standards/clusters";
import { type Build, partsOf } from "../../build";
import type { Survey } from "../../rule";
import { ringsOn } from "../axle/rings";

/** Whether the donor changes gear with a derailleur; unknown counts as not, the rules that need it then ask. */
export const hasDerailleur = (build: Build) => build.donor.gears?.value === "derailleur";

/** How far a hub gear's cog stands further out for being dished, mm; in is negative. */
export const cogShiftMm = ({ geometry: { flags } }: Build) =>
  flags.has("cog dished out") ? 3 : flags.has("cog dished in") ? -3 : 0;

/** The cogs that will run: a new cluster's when the build brings one, else the donor's; where the smallest stands, mm. */
export function rearCogs(survey: Survey, build: Build) {
  const motor = partsOf(build, "hub-motor").find((part) => part.spec.end === "rear");
  const brought = partsOf(build, "cluster")[0];
  const gears = survey.choice("gears");
  const count = brought?.spec.teeth.length ?? (gears === "derailleur" ? survey.number("cogCount").value : 1);
  const pitchMm = COG_PITCH_MM[count]?.pitchMm ?? 0;
  const shared = { count, pitchMm, largestTeeth: brought ? Math.max(...brought.spec.teeth) : undefined };
  const spacerMm = motor ? ringsOn(motor, survey, build).right : 0;
  // A hub motor carries the cluster at its own place, from its sheet; otherwise the old hub stays, as measured.
  if (motor?.spec.locknutToSmallestMm != null)
    return { locknutToSmallestMm: motor.spec.locknutToSmallestMm + spacerMm, plusMinus: 0, ...shared };
  const measured = survey.number("locknutToSmallestMm");
  return { locknutToSmallestMm: measured.value - cogShiftMm(build), plusMinus: measured.plusMinus, ...shared };
}
