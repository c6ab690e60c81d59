import { type Build, effectOf } from "../../build";
import { asked, type Survey } from "../../rule";

export const isRim = (brake: string) => brake === "rim linear" || brake === "rim calliper";

/** Speed at which the assist ends with the settings in force, km/h. */
export const topKmh = (build: Build) => Math.min(asked(build, "assistKmh"), effectOf(build, "speedLimitKmh", Infinity));

/** Bike as it came, what the build adds, rider and load, kg. */
export function ladenKg(survey: Survey, build: Build) {
  const bike = survey.number("bikeMassKg");
  const added = build.supplied.reduce(
    (sum, s) => sum + (s.part.kind === "charger" || s.part.kind === "kit" ? 0 : (s.part.massKg ?? 0) * s.quantity),
    0,
  );
  return { kg: bike.value + added + asked(build, "riderKg") + (build.asked.loadKg ?? 0), plusMinus: bike.plusMinus };
}
