import type { Build } from "../../build";

const GEARS = { belt: ["belt", "belt hub gear"], hubGear: ["hub gear", "belt hub gear"] };
const gearsOf = (build: Build) => String(build.donor.gears?.value ?? "");

/** Whether a belt drives the rear wheel, and whether its hub holds gears; a bike may have both. Unknown counts as neither. */
export const hasBelt = (build: Build) => GEARS.belt.includes(gearsOf(build));
export const hasHubGear = (build: Build) => GEARS.hubGear.includes(gearsOf(build));
/** Whether a rear motor would take the place of what the bike shifts by, or of its belt's sprocket. */
export const hubEnds = (build: Build) => hasBelt(build) || hasHubGear(build);
