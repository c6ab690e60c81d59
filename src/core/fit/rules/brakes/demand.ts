import { type Build, effectOf } from "../../build";
import { asked, type Survey } from "../../rule";

export const isRim = (brake: string) => brake === "rim linear" || brake === "rim calliper";

/** Speed at which the assist ends with the settings in force, km/h. */
export const topKmh = (build: Build) => Math.min(asked(build, "assistKmh"), effectOf(build, "speedLimitKmh", Infinity));

/** What nobody puts on a scale: the rider and the load as they were said, and the parts' sheets together, ± kg. */
const SAID_KG = 0.5;

/** Rider and load, as asked, kg. */
export function riderAndLoadKg(build: Build) {
  const loadKg = build.asked.loadKg ?? 0;
  return { kg: asked(build, "riderKg") + loadKg, plusMinus: Math.hypot(SAID_KG, loadKg > 0 ? SAID_KG : 0) };
}

/** Bike as it came, what the build adds, rider and load, kg. */
export function ladenKg(survey: Survey, build: Build) {
  const bike = survey.number("bikeMassKg");
  const people = riderAndLoadKg(build);
  const added = build.supplied.reduce(
    (sum, s) => sum + (s.part.kind === "charger" || s.part.kind === "kit" ? 0 : (s.part.massKg ?? 0) * s.quantity),
    0,
  );
  return { kg: bike.value + added + people.kg, plusMinus: Math.hypot(bike.plusMinus, people.plusMinus, SAID_KG) };
}
