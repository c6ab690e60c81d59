import { partsOf, type Build } from "../fit/build";
import { brakeIn } from "../fit/rules/brakes/brakeAt";
import { ENDS } from "../fit/rules/subjects";
import { FASTENERS, WRENCHES, type FastenerId } from "../standards/fasteners";
import { SHELLS } from "../standards/shells";

/** A torque on a step, N·m, with the hand of its thread where that is not the usual right, and the wrench that reaches it. */
export type Torque = {
  readonly id: FastenerId;
  readonly says: string;
  readonly lowNm: number;
  readonly highNm: number;
  readonly hand: string | null;
  readonly wrench: string;
};

/** The torques among these that concern this build: by its axles, brakes, arms, cranks and shell. */
export const torquesOf = (ids: readonly FastenerId[], build: Build): Torque[] =>
  ids
    .filter((id) => applies(id, build))
    .map((id) => {
      const { says: row, lowNm, highNm } = FASTENERS[id];
      const ends = axlesOf(id, build);
      // Two motors, two axles: the paper says which value is whose.
      const says = ends.length > 0 && hubEnds(build).size > 1 ? `${row}, ${ends.join(" and ")}` : row;
      return { id, says, lowNm, highNm, hand: handOf(id, build), wrench: wrenchFor(highNm) };
    });

export const hubEnds = (build: Build) => new Set(partsOf(build, "hub-motor").map(({ spec }) => spec.end));

/** The ends whose axle is of this thread; none where it is no axle nut. */
export const axlesOf = (id: FastenerId, build: Build) =>
  partsOf(build, "hub-motor").flatMap(({ spec }) =>
    id === (spec.axleDiameterMm <= 12 ? "axleM12" : "axleM14") ? [spec.end] : [],
  );

const wrenchFor = (highNm: number) => (WRENCHES.find((wrench) => highNm <= wrench.toNm) ?? WRENCHES.at(-1)!).says;

/** @example torqueText({ says: "Pedals", lowNm: 35, highNm: 40, hand: "left pedal left-hand", … }) // => "Pedals 35–40 N·m (left pedal left-hand)" */
export const torqueText = ({ says, lowNm, highNm, hand }: Torque) =>
  `${says} ${lowNm === highNm ? lowNm : `${lowNm}–${highNm}`} N·m${hand ? ` (${hand})` : ""}`;

/** The thread's hand by the shell's own standard: British and ISO left-hand on the drive side, Italian and French right-hand. */
export function shellHand(build: Build): { drive: "left" | "right" | "none"; says: string } | null {
  const shell = SHELLS.find((row) => row.id === build.donor.shellStandard?.value);
  if (!shell) return null;
  return {
    drive: shell.driveSideThread,
    says: {
      left: "drive-side cup left-hand: loosened clockwise; the other right-hand",
      right: "both cups right-hand: loosened anticlockwise",
      none: "pressed in, no thread",
    }[shell.driveSideThread],
  };
}

function handOf(id: FastenerId, build: Build): string | null {
  if (id === "pedals") return "left pedal left-hand";
  if (id === "cups") return shellHand(build)?.says ?? "hand of the thread by the shell: read the cup";
  return null;
}

const RIM_ARMS = new Set(["rim linear"]);

/** Torques that do not concern this build are left off the paper. */
function applies(id: FastenerId, build: Build): boolean {
  const hubs = partsOf(build, "hub-motor").map(({ spec }) => spec);
  const brakes = ENDS.map((end) => brakeIn(end, build));
  switch (id) {
    case "axleM12":
      return hubs.some((spec) => spec.axleDiameterMm <= 12);
    case "axleM14":
      return hubs.some((spec) => spec.axleDiameterMm > 12);
    case "midInnerNut":
    case "midLockRing":
      return partsOf(build, "mid-motor").length > 0;
    case "rotor":
      return partsOf(build, "rotor").length > 0 || ["front", "rear"].some((end) => build.geometry.flags.has(`has ${end} rotor`));
    case "calliper":
      // Said too where nobody looked yet: nothing on the paper is left to memory.
      return brakes.some((brake) => brake === undefined || brake === "disc") || partsOf(build, "brake").length > 0;
    case "brakeArm":
      return brakes.some((brake) => RIM_ARMS.has(String(brake)));
    case "armM6":
      return partsOf(build, "torque-arm").some(({ spec }) => spec.clamps !== "hose clamp");
    case "wormClamp":
      return partsOf(build, "torque-arm").some(({ spec }) => spec.clamps === "hose clamp");
    case "cups":
      return shellHand(build)?.drive !== "none" && !atTheCrank(build);
    case "crank":
    case "crankSplined":
    case "crankPinch":
      return id === crankBolt(build);
    case "cradle":
      return standsOnBosses(build);
    case "lockRing":
      return partsOf(build, "cluster").some(({ spec }) => !spec.interface.startsWith("freewheel"));
    default:
      return true;
  }
}

/** A pack in a box, in a bag or on a rack touches no bottle boss; on a tube that has none, clamp bands hold it alone. */
const standsOnBosses = (build: Build): boolean =>
  partsOf(build, "battery").every(({ spec }) => ["down tube", "seat tube"].includes(spec.mount)) &&
  !(build.donor.bossKind?.value === "none" && partsOf(build, "battery-mount").some(({ spec }) => spec.style === "clamp band"));

const atTheCrank = (build: Build) => partsOf(build, "mid-motor").length + partsOf(build, "frame-motor").length > 0;

/** Which crank bolts this bike ends up with: the motor's own, else those that are on it. */
function crankBolt(build: Build): FastenerId | null {
  if (partsOf(build, "mid-motor").length > 0) return "crank";
  const onFrame = partsOf(build, "frame-motor")[0];
  if (onFrame) return onFrame.spec.crankInterface === "splined" ? "crankSplined" : "crank";
  const kind = build.donor.crankKind?.value;
  if (kind === "one-piece") return null;
  return kind === "splined" ? "crankSplined" : kind === "pressed" ? "crankPinch" : "crank";
}
