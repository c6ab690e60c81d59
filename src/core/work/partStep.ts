import type { PartKind } from "../parts/kinds";
import type { Part } from "../parts/part";
import type { TaskId } from "../standards/tasks";
import { partsOf, type Build } from "../fit/build";

/** The step in which a part is used, whichever door it came in by. */
type Where = TaskId | ((build: Build, part: Part | undefined) => TaskId);

const hasMid = (build: Build) => partsOf(build, "mid-motor").length > 0;
const onFrame = (build: Build) => partsOf(build, "frame-motor").length > 0;

/** A washer goes where its use is. */
const WASHER_STEP: Record<Extract<Part, { kind: "washer" }>["spec"]["use"], TaskId> = {
  "axle spacer": "fitHub",
  "tab washer": "fitHub",
  "recess washer": "fitHub",
  "shell spacer": "fitMid",
  "rotor shim": "rotorLine",
  "calliper shim": "rotorLine",
  "spoke head": "laceWheel",
  nipple: "laceWheel",
};

const PART_STEP: Record<Exclude<PartKind, "kit">, Where> = {
  "hub-motor": "fitHub",
  "mid-motor": "fitMid",
  "frame-motor": "fitFrameMotor",
  "torque-arm": "fitHub",
  rotor: (build) => (partsOf(build, "hub-motor").length > 0 ? "fitHub" : "brakeUpgrade"),
  "calliper-adapter": "brakeUpgrade",
  "shell-adapter": "cleanShell",
  chainring: (build) => (hasMid(build) ? "fitMid" : onFrame(build) ? "fitFrameMotor" : "ring"),
  battery: "cradle",
  "battery-mount": "cradle",
  controller: "harness",
  display: "harness",
  throttle: "harness",
  fuse: "harness",
  wire: "harness",
  connector: "harness",
  "pedal-sensor": "pedalSensor",
  "gear-sensor": "gearSensor",
  "brake-lever": "cutOffs",
  "cut-off": "cutOffs",
  shifter: "shifter",
  cluster: "cluster",
  chain: (build) => (hasDerailleur(build) ? "derailleur" : "joinChains"),
  tyre: "moveTyre",
  tube: "moveTyre",
  rim: (build) => (laces(build) ? "laceWheel" : "laceOther"),
  spoke: (build) => (laces(build) ? "laceWheel" : laceable(build) ? "laceOther" : "handOver"),
  charger: "handOver",
  light: "lights",
  accessory: "lights",
  converter: "lights",
  lead: "leads",
  "motor-bracket": "bracket",
  "chain-guide": "chainGuide",
  "clamp-shim": "barLayout",
  brake: "brakeUpgrade",
  "axle-nut": (build) => (partsOf(build, "hub-motor").length > 0 ? "fitHub" : "removeWheel"),
  bell: "barLayout",
  fork: "service",
  shock: "service",
  consumable: (build, part) =>
    (part?.kind === "consumable" && USED_IN.find(([use]) => use.test(part.spec.use))?.[1](build)) || bench(build),
  washer: (build, part) =>
    part?.kind !== "washer"
      ? partsOf(build, "hub-motor").length > 0
        ? "fitHub"
        : bench(build)
      : WASHER_STEP[part.spec.use] === "fitHub" && partsOf(build, "hub-motor").length === 0
        ? "fitMid"
        : WASHER_STEP[part.spec.use],
};

/** What a bare frame is put together with is used as it is put together. */
const orFrame =
  (task: TaskId) =>
  ({ donor }: Build): TaskId =>
    donor.cameAs?.value === "frame" ? "assembleFrame" : task;
const atAxle = (build: Build): TaskId => (partsOf(build, "hub-motor").length > 0 ? "fitHub" : "cradle");

/** A consumable put in by hand, by the words of its use; what is said of a more particular thing stands first. */
const USED_IN: readonly (readonly [RegExp, (build: Build) => TaskId])[] = [
  [/bearing|headset/i, orFrame("service")],
  [/freehub/i, () => "cluster"],
  [/grip|\bstem\b|bar tape/i, () => "barLayout"],
  [/switch/i, () => "cutOffs"],
  [/magnet/i, () => "pedalSensor"],
  [/enclosure/i, () => "cradle"],
  [/silicone|contact/i, () => "harness"],
  [/axle stop|hose clamp/i, atAxle],
  [/seal|tyre|tube|rim tape/i, () => "moveTyre"],
  [/nipple|spoke/i, (build) => (laces(build) ? "laceWheel" : "handOver")],
  [/link|chain/i, (build) => (hasDerailleur(build) ? "derailleur" : "joinChains")],
  [/pad|brake|hose|olive|fluid|oil|cable/i, orFrame("brakesFirst")],
  [/shrink|solder|tie|tape|crimp|grommet/i, () => "harness"],
];
/** Where what has no place of its own is used up: the motor's own step. */
const bench = (build: Build): TaskId => (hasMid(build) ? "fitMid" : onFrame(build) ? "fitFrameMotor" : "fitHub");
/** A motor that comes bare is laced in the house; one that comes in its wheel is not. */
const laces = (build: Build) => partsOf(build, "hub-motor").some(({ spec }) => spec.laced === null);
const laceable = (build: Build) => partsOf(build, "rim").length > 0;

/** A hub gear or single speed has no derailleur to set, unless a cluster is bought. */
export const hasDerailleur = (build: Build) =>
  !build.donor.gears || build.donor.gears.value === "derailleur" || partsOf(build, "cluster").length > 0;

/** Where a kind may go on in more than one step, the remedy that brought it says in which. */
const REMEDY_SAYS: Partial<Record<PartKind, readonly TaskId[]>> = {
  rotor: ["brakeUpgrade", "fitHub"],
  rim: ["laceWheel", "laceOther"],
  spoke: ["laceWheel", "laceOther"],
  washer: ["fitHub", "seatWashers", "fileSlots", "fitMid", "rotorLine", "redish"],
  chain: ["derailleur", "joinChains"],
};

/**
 * The step that uses a part; spokes without a wheel to lace are handed over as spares. Kits stand by their contents.
 * @param tasks of the remedy that brought it
 */
export const stepOfPart = (part: Part, build: Build, tasks: readonly TaskId[] = []) => stepOfKind(part.kind, build, tasks, part);

/** The same for a kind of which the catalogue has no part yet. */
export function stepOfKind(kind: PartKind, build: Build, tasks: readonly TaskId[], part?: Part): TaskId | undefined {
  if (kind === "kit") return undefined;
  // What is used up is used where its remedy is worked.
  const said = kind === "consumable" ? tasks[0] : tasks.find((task) => REMEDY_SAYS[kind]?.includes(task));
  if (said) return said;
  const where = PART_STEP[kind];
  return typeof where === "string" ? where : where(build, part);
}
