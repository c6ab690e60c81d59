import type { TaskId } from "./tasks";

/** The twelve on the stand, then those on the road. */
export const CHECK_IDS = [
  "brakes",
  "resistance",
  "polarity",
  "insulation",
  "fuse",
  "connector",
  "lifted",
  "direction",
  "cutOffs",
  "noLoad",
  "lights",
  "marks",
  "yard",
  "speed",
  "afterRide",
] as const;
export type CheckId = (typeof CHECK_IDS)[number];

/** A check before a finished bike is handed over: what passes, what stops it, and what must have passed before. */
export type Check = {
  readonly id: CheckId;
  /** With the pack out, with power on the stand, or on the road. */
  readonly stage: "pack out" | "power" | "road";
  readonly title: string;
  readonly does: string;
  readonly passes: string;
  readonly stopsIf: string;
  readonly with: string;
  readonly after: readonly CheckId[];
  /** Work that may put it right where it fails, the likeliest first. */
  readonly helps: readonly TaskId[];
};

const PACK_OUT: readonly CheckId[] = ["brakes", "resistance", "polarity", "insulation", "fuse", "connector"];
const ON_THE_STAND: readonly CheckId[] = [...PACK_OUT, "lifted", "direction", "cutOffs", "noLoad", "lights", "marks"];

/**
 * Commissioning in its safe order (common practice): resistance and polarity before power, the levers' cut before full speed, the stand
 * before the road.
 */
export const CHECKS: readonly Check[] = [
  {
    id: "brakes",
    stage: "pack out",
    title: "Brakes",
    does: "Pack off: wheels spin free, both brakes stop them; every bolt that was torqued has its witness mark",
    passes: "a third of the lever's way is left",
    stopsIf: "a pad or rotor rubs, or a bolt is loose",
    with: "hand and rule",
    after: [],
    helps: ["brakesFirst"],
  },
  {
    id: "resistance",
    stage: "pack out",
    title: "Resistance",
    does: "Pack out: plus to minus at the controller's plug, phases to each other, until the reading stands still",
    passes: "no short: 1 kΩ or more from plus to minus",
    stopsIf: "there is any short",
    with: "ohmmeter",
    after: [],
    helps: ["harness"],
  },
  {
    id: "polarity",
    stage: "pack out",
    title: "Polarity",
    does: "Pack beside the bike: its volts at its plug, the meter's red lead to plus; the controller's plug is the same way round",
    passes: "right way round, between empty and full",
    stopsIf: "the meter shows a minus, or volts that the pack cannot have",
    with: "voltmeter",
    after: [],
    helps: ["leads", "harness"],
  },
  {
    id: "insulation",
    stage: "pack out",
    title: "Insulation",
    does: "Pack out: phases to the axle or shell, battery leads to the frame",
    passes: "1 MΩ or more to metal",
    stopsIf: "there is less",
    with: "ohmmeter",
    after: [],
    helps: ["harness"],
  },
  {
    id: "fuse",
    stage: "pack out",
    title: "Fuse",
    does: "Fuse read and seated, near the pack; its volts are enough for the full pack",
    passes: "the rating of the build sheet",
    stopsIf: "it is bridged, another one, or its holder is warm or loose",
    with: "eye",
    after: [],
    helps: ["harness"],
  },
  {
    id: "connector",
    stage: "pack out",
    title: "Connectors",
    does: "Each plug pulled by hand at its leads; latches closed, seals in, no bare metal, drip loops, nothing that the bar pulls tight",
    passes: "none moves, none can be put in the wrong way round",
    stopsIf: "one slips, or a lead chafes",
    with: "hand",
    after: ["resistance", "polarity"],
    helps: ["leads", "harness"],
  },
  {
    id: "lifted",
    stage: "power",
    title: "First power, wheel off the ground",
    does: "Wheel raised and guarded, hands clear; through a bench supply at 1 A or a 5 A fuse, pre-charge waited for",
    passes: "under 0.15 A idle",
    stopsIf: "it stays above, or anything turns by itself",
    with: "bench supply",
    after: PACK_OUT,
    helps: ["harness"],
  },
  {
    id: "direction",
    stage: "power",
    title: "Direction",
    does: "Wheel raised and guarded: lowest throttle or walk mode, each motor by itself",
    passes: "smooth, and the right way round",
    stopsIf: "it growls, jerks or turns back",
    with: "eye and ear",
    after: ["lifted"],
    helps: ["harness", "settings"],
  },
  {
    id: "cutOffs",
    stage: "power",
    title: "Cut-offs",
    does: "Each lever's signal read on the display, then live: low throttle, each lever in turn; then the pedals stopped and turned back",
    passes: "off within 0.5 s by each lever; by the pedals within 0.5 s by torque, 1.5 s by cadence",
    stopsIf: "one does not stop it, or it runs on",
    with: "slow-motion video",
    after: ["direction"],
    helps: ["cutOffs", "pedalSensor"],
  },
  {
    id: "noLoad",
    stage: "power",
    title: "No-load speed",
    does: "Wheel raised and guarded: full throttle or highest level, for as long as the reading takes",
    passes: "no more than the limit that is set, nor far from what motor and pack make",
    stopsIf: "it is over the limit, or half of what it should be",
    with: "display, and a speedometer of its own",
    after: ["cutOffs"],
    helps: ["settings", "setSpeed"],
  },
  {
    id: "lights",
    stage: "power",
    title: "Lights, display, temperature",
    does: "Lamps before and behind, display, walk mode; the motor's temperature read where it has a sensor",
    passes: "each answers",
    stopsIf: "one does not",
    with: "eye",
    after: ["lifted"],
    helps: ["lights", "harness"],
  },
  {
    id: "marks",
    stage: "power",
    title: "Torque marks",
    does: "Brake held, motor loaded gently: axle or shell nuts, arms, crank and rotor bolts looked at",
    passes: "no witness mark has moved",
    stopsIf: "anything creeps",
    with: "eye",
    after: ["cutOffs"],
    helps: ["fitHub", "fitMid"],
  },
  {
    id: "yard",
    stage: "road",
    title: "Yard and stops",
    does: "Lowest level, yard closed to others: stops from 15, then 25 km/h with both brakes in the dry; pedals stopped at 20",
    passes: "straight, and the motor is off before the stop",
    stopsIf: "it pulls to a side, judders, or pushes on",
    with: "tape from a chalk line",
    after: ON_THE_STAND,
    helps: ["brakesFirst", "brakeUpgrade"],
  },
  {
    id: "speed",
    stage: "road",
    title: "Speed where the help ends",
    does: "On the flat, out and back: the speed at which the motor lets go, by a speedometer of its own",
    passes: "at or under the limit that is set; confirm the class locally",
    stopsIf: "it is over",
    with: "another speedometer",
    after: ["yard"],
    helps: ["setSpeed"],
  },
  {
    id: "afterRide",
    stage: "road",
    title: "After the first ride",
    does: "Re-torqued after the ride: axle or shell nuts, arms, crank and rotor bolts, spokes; connectors felt for warmth",
    passes: "all as it was, no witness mark moved",
    stopsIf: "something had moved, or a plug is hot",
    with: "torque wrench",
    after: ["yard", "speed"],
    helps: ["fitHub", "fitMid"],
  },
];

export const isRoadCheck = ({ stage }: Pick<Check, "stage">): boolean => stage === "road";
export const checkOf = (id: CheckId): Check => CHECKS.find((one) => one.id === id)!;
