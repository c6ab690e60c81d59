import type { Build } from "../../build";
import type { Survey } from "../../rule";
import { lastAt } from "../perEnd";
import type { End } from "../subjects";
import { brakeIn } from "./brakeAt";

/** How much cable a lever pulls for a brake: arms of a linear-pull one want twice what a calliper or a cable disc does. */
export type Pull = "long" | "short";

/**
 * The pull that the brake which will be at an end wants; null where no cable works it, undefined where that hangs on the bike's own
 * levers and nobody looked at them. A cable brake that goes on says it by its kind; what the bike came with goes with its levers.
 */
export function pullAt(end: End, build: Build): Pull | null | undefined {
  const kind = brakeIn(end, build);
  if (kind === "none" || kind === "coaster") return null;
  if (kind === "rim linear") return "long";
  const style = lastAt(build, "brake", end)?.spec.style;
  if (style === "disc hydraulic") return null;
  if (style === "disc cable" || style === "rim calliper") return "short";
  return build.donor.leverPull?.value as Pull | undefined;
}

/** The same, where it is not known the levers' own pull is asked for. */
export function pullWanted(end: End, survey: Survey, build: Build): Pull | null {
  const pull = pullAt(end, build);
  return pull === undefined ? survey.choice("leverPull") : pull;
}
