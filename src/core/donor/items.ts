import { BEAD_SEATS } from "../standards/beadSeats";
import { CLUSTER_INTERFACES, SHIFTER_FAMILIES } from "../standards/clusters";
import { LEVER_CUT_OFFS } from "../standards/cutOff";
import { SHELLS, type ShellId } from "../standards/shells";
import type { How } from "./reading";

/** Where on the bike the builder stands, in the order of the walk. */
export const PLACES = ["frame", "bars", "fork", "front end", "shell", "stays", "rear end", "cluster", "whole bike"] as const;
export type Place = (typeof PLACES)[number];

/** The picture that shows where the jaws go: a base drawing and the mark on it. */
export type Picture = {
  readonly base:
    | "frame"
    | "bar"
    | "fork"
    | "dropout"
    | "dropoutPlan"
    | "rim"
    | "shell"
    | "shellPlan"
    | "stayPlan"
    | "sideDrive"
    | "cluster"
    | "scale";
  readonly mark: string;
};

type Item = {
  readonly place: Place;
  readonly label: string;
  readonly ask: string;
  readonly picture: Picture;
  readonly only?: { readonly key: string; readonly is: readonly string[] };
};

/** A length or count: its tool sets its uncertainty; outside `plausible` it is asked about, not swallowed. */
export type NumberItem = Item & {
  readonly kind: "length" | "count" | "mass";
  readonly tool: How;
  readonly chips: readonly number[];
  readonly plausible: readonly [low: number, high: number];
  readonly toldPlusMinus: number;
};
export type ChoiceItem = Item & { readonly kind: "choice"; readonly options: Readonly<Record<string, string>> };
export type DonorItem = NumberItem | ChoiceItem;

const length = (
  place: Place,
  label: string,
  ask: string,
  tool: How,
  chips: readonly number[],
  plausible: readonly [number, number],
  toldPlusMinus: number,
  picture: Picture,
  only?: Item["only"],
) => ({ kind: "length", place, label, ask, tool, chips, plausible, toldPlusMinus, picture, ...(only && { only }) }) as const;
const count = (
  place: Place,
  label: string,
  ask: string,
  chips: readonly number[],
  plausible: readonly [number, number],
  picture: Picture,
  only?: Item["only"],
) =>
  ({
    kind: "count",
    place,
    label,
    ask,
    tool: "seen",
    chips,
    plausible,
    toldPlusMinus: 1,
    picture,
    ...(only && { only }),
  }) as const;
const choice = <O extends Readonly<Record<string, string>>>(
  place: Place,
  label: string,
  ask: string,
  options: O,
  picture: Picture,
  only?: Item["only"],
) => ({ kind: "choice", place, label, ask, options, picture, ...(only && { only }) }) as const;

const labelled = <T extends Record<string, { says: string }>>(table: T) =>
  Object.fromEntries(Object.entries(table).map(([key, row]) => [key, row.says])) as { [K in keyof T]: string };

const DROPOUT_MATERIALS = {
  "stamped steel": "Stamped steel",
  steel: "Forged or plate steel",
  aluminium: "Aluminium",
  titanium: "Titanium",
  magnesium: "Magnesium",
  carbon: "Carbon",
} as const;
const CONDITIONS = { sound: "Sound", filed: "Filed before, no record", damaged: "Bent, cracked or rounded" } as const;
const BRAKES = {
  "rim linear": "Rim, linear pull",
  "rim calliper": "Rim, calliper",
  disc: "Disc",
  drum: "Drum or roller",
  coaster: "Back-pedal",
  none: "None",
} as const;
const derailleur = { key: "gears", is: ["derailleur"] };

const endItems = (end: "front" | "rear") => {
  const place: Place = end === "front" ? "front end" : "rear end";
  const name = end === "front" ? "Front" : "Rear";
  const mark = (m: string) => ({ base: "dropout", mark: m }) as const;
  return {
    beadSeat: length(
      place,
      `${name} bead seat`,
      `The last figure on the ${end} tyre, such as 37-622`,
      "nominal",
      [622, 584, 559, 507, 406, 349],
      [200, 640],
      0,
      { base: "rim", mark: "beadSeat" },
    ),
    overLocknut: length(
      place,
      `${name} over-locknut`,
      "Inside face to inside face of the dropouts, wheel out, frame at rest",
      "caliper",
      end === "front" ? [100, 110, 74] : [135, 130, 126, 142, 148],
      end === "front" ? [70, 155] : [105, 200],
      5,
      { base: "dropoutPlan", mark: end },
    ),
    dropout: choice(
      place,
      `${name} axle seat`,
      "How the wheel is held",
      {
        slot: "Open slot, nuts or lever",
        "track end": "Track end or horizontal slot",
        thru: "Closed, thru axle",
        hanger: "Slot on a replaceable hanger",
        "hub-motor": "Clamping, made for hub motors",
      },
      mark("kind"),
    ),
    dropoutMaterial: choice(
      place,
      `${name} dropout material`,
      "A magnet tells steel; look for a cast or plate edge",
      DROPOUT_MATERIALS,
      mark("material"),
    ),
    dropoutThickness: length(
      place,
      `${name} dropout thickness`,
      "Across the plate beside the slot, paint off",
      "caliper",
      [4, 5, 6, 7, 8],
      [2, 16],
      1,
      mark("thickness"),
    ),
    slotWidth: length(
      place,
      `${name} slot width`,
      "Between the slot's faces, a drill shank or the jaws",
      "caliper",
      end === "front" ? [9, 9.5, 10] : [10, 10.2, 9.8],
      [7, 16],
      0.5,
      mark("width"),
    ),
    slotDepth: length(
      place,
      `${name} seat depth`,
      "Axle's centre to the mouth of the slot",
      "caliper",
      end === "front" ? [8, 10, 12] : [12, 16, 20],
      [3, 40],
      2,
      mark("depth"),
    ),
    dropoutCondition: choice(place, `${name} dropout condition`, "Clean, in good light", CONDITIONS, mark("condition")),
  };
};
const front = endItems("front");
const rear = endItems("rear");

/** Everything the survey can hold, in the order of the walk: bike down first (bars, fork), then up (ends, shell, stays, cluster). */
export const DONOR_ITEMS = {
  frameKind: choice(
    "frame",
    "Frame",
    "What the frame is",
    {
      diamond: "Diamond",
      "step-through": "Step-through",
      tandem: "Tandem",
      "full-suspension": "Full suspension",
      "long-wheelbase": "Long load carrier",
      folding: "Small-wheel or folding",
      trike: "Trike",
    },
    { base: "frame", mark: "kind" },
  ),
  frameMaterial: choice(
    "frame",
    "Frame material",
    "A magnet tells steel; carbon sounds dull",
    {
      steel: "Steel",
      "thin steel": "Thin or heat-treated steel",
      aluminium: "Aluminium",
      titanium: "Titanium",
      carbon: "Carbon",
    },
    { base: "frame", mark: "material" },
  ),
  frontBrake: choice("bars", "Front brake", "What stops the front wheel", BRAKES, { base: "frame", mark: "frontBrake" }),
  rearBrake: choice("bars", "Rear brake", "What stops the rear wheel", BRAKES, { base: "frame", mark: "rearBrake" }),
  leverKind: choice("bars", "Brake levers", "Is the shifter on the same clamp? Hose or cable?", labelled(LEVER_CUT_OFFS), {
    base: "bar",
    mark: "lever",
  }),
  shifterSpeeds: count(
    "bars",
    "Rear shifter clicks",
    "How many rear gears it clicks through; 0 for friction or none",
    [7, 8, 9, 10, 11, 3, 0],
    [0, 14],
    { base: "bar", mark: "shifter" },
  ),
  shifterFamily: choice(
    "bars",
    "Shifter family",
    "By cable pulled per click, over several clicks",
    {
      ...(Object.fromEntries(Object.keys(SHIFTER_FAMILIES).map((f) => [f, f.replaceAll("-", " ")])) as {
        [K in keyof typeof SHIFTER_FAMILIES]: string;
      }),
      friction: "Friction, no clicks",
    },
    { base: "bar", mark: "shifter" },
    derailleur,
  ),
  forkKind: choice(
    "fork",
    "Fork",
    "Rigid or sprung",
    { rigid: "Rigid", suspension: "Suspension" },
    { base: "fork", mark: "kind" },
  ),
  forkMaterial: choice(
    "fork",
    "Fork material",
    "Legs or lowers, where the wheel is held",
    { steel: "Steel", aluminium: "Aluminium", magnesium: "Magnesium lowers", carbon: "Carbon" },
    { base: "fork", mark: "material" },
  ),
  frontBeadSeatMm: front.beadSeat,
  frontOverLocknutMm: front.overLocknut,
  frontDropout: front.dropout,
  frontDropoutMaterial: front.dropoutMaterial,
  frontDropoutThicknessMm: front.dropoutThickness,
  frontSlotWidthMm: front.slotWidth,
  frontSlotDepthMm: front.slotDepth,
  frontDropoutCondition: front.dropoutCondition,
  shellStandard: choice(
    "shell",
    "Shell standard",
    "Threads or a smooth bore; read the cup's marking",
    Object.fromEntries(SHELLS.map((s) => [s.id, s.says])) as Record<ShellId, string>,
    { base: "shell", mark: "standard" },
  ),
  shellWidthMm: length(
    "shell",
    "Shell width",
    "Face to face, paint off, across the bottom",
    "caliper",
    [68, 73, 70, 83, 86.5, 92, 100],
    [60, 140],
    3,
    { base: "shellPlan", mark: "width" },
  ),
  shellBoreMm: length(
    "shell",
    "Shell bore, at its tightest",
    "Plug gauge, or caliper over the thread crests at 0, 60 and 120°",
    "gauge",
    [33.7, 34.7, 41, 42, 46],
    [30, 120],
    0.5,
    { base: "shell", mark: "bore" },
  ),
  shellLining: choice(
    "shell",
    "Metal in the shell",
    "Is a metal sleeve bonded into the carbon?",
    { metal: "Metal sleeve", bare: "Bare carbon" },
    { base: "shell", mark: "lining" },
    { key: "frameMaterial", is: ["carbon"] },
  ),
  stayNearRadiusMm: length(
    "stays",
    "First stay point, behind the axle",
    "Distance behind the crank axle where the stay begins to swell",
    "rule",
    [60, 70, 75],
    [30, 140],
    5,
    { base: "sideDrive", mark: "near" },
  ),
  stayNearOutMm: length(
    "stays",
    "First stay point, outboard",
    "Centre plane to the outside of the right stay there",
    "rule",
    [34, 36, 38],
    [15, 80],
    3,
    { base: "stayPlan", mark: "near" },
  ),
  stayFarRadiusMm: length(
    "stays",
    "Second stay point, behind the axle",
    "Just past the ring's teeth",
    "rule",
    [95, 105, 115],
    [60, 220],
    5,
    { base: "sideDrive", mark: "far" },
  ),
  stayFarOutMm: length(
    "stays",
    "Second stay point, outboard",
    "Centre plane to the outside of the right stay there",
    "rule",
    [38, 40, 42],
    [15, 90],
    3,
    { base: "stayPlan", mark: "far" },
  ),
  frameFlexes: choice(
    "stays",
    "Rear triangle",
    "Push the crank sideways: does the ring near the stay?",
    { no: "Stiff", yes: "Flexes" },
    { base: "stayPlan", mark: "flex" },
  ),
  chainstayMm: length(
    "stays",
    "Crank to rear axle",
    "Centre to centre; on a tandem from the crank that gets the motor",
    "tape",
    [435, 440, 450, 480],
    [350, 2300],
    15,
    { base: "sideDrive", mark: "chainstay" },
  ),
  rearBeadSeatMm: rear.beadSeat,
  rearOverLocknutMm: rear.overLocknut,
  rearDropout: rear.dropout,
  rearDropoutMaterial: rear.dropoutMaterial,
  rearDropoutThicknessMm: rear.dropoutThickness,
  rearSlotWidthMm: rear.slotWidth,
  rearSlotDepthMm: rear.slotDepth,
  rearDropoutCondition: rear.dropoutCondition,
  gears: choice(
    "cluster",
    "Gears",
    "What changes gear",
    { derailleur: "Derailleur", "hub gear": "Hub gear", single: "Single speed", belt: "Belt" },
    { base: "cluster", mark: "kind" },
  ),
  clusterInterface: choice("cluster", "Cluster interface", "How the cogs are held", labelled(CLUSTER_INTERFACES), {
    base: "cluster",
    mark: "interface",
  }),
  cogCount: count("cluster", "Cogs", "Count them", [1, 7, 8, 9, 10, 11, 12], [1, 13], { base: "cluster", mark: "count" }),
  largestCogTeeth: count("cluster", "Largest cog, teeth", "Stamped on it, or count", [19, 28, 32, 34, 36], [9, 60], {
    base: "cluster",
    mark: "largest",
  }),
  locknutToSmallestMm: length(
    "cluster",
    "Dropout to the smallest cog",
    "Dropout's inner face to the middle of the smallest cog's teeth",
    "caliper",
    [4.5, 5, 6],
    [0, 60],
    2,
    { base: "cluster", mark: "smallest" },
  ),
  frontChainlineMm: length(
    "cluster",
    "Front chainline now",
    "Half the seat tube and the gap to the ring's teeth",
    "rule",
    [42, 43.5, 45, 47.5, 50],
    [30, 80],
    3,
    { base: "shellPlan", mark: "chainline" },
  ),
  chainLinks: count("cluster", "Links in the chain now", "Count in pairs", [106, 108, 112, 114, 116], [60, 400], {
    base: "cluster",
    mark: "chain",
  }),
  tyreWidthMm: length(
    "whole bike",
    "Tyre width",
    "The first figure on the tyre, such as 37-622",
    "nominal",
    [28, 32, 37, 42, 47, 50],
    [18, 130],
    3,
    { base: "rim", mark: "tyre" },
  ),
  bikeMassKg: {
    kind: "mass",
    place: "whole bike",
    label: "Mass of the bike now",
    ask: "On the hanging scale, bags off",
    tool: "gauge",
    chips: [12, 14, 16, 18],
    plausible: [5, 80],
    toldPlusMinus: 2,
    picture: { base: "scale", mark: "mass" },
  },
} as const satisfies Record<string, DonorItem>;

export type DonorKey = keyof typeof DONOR_ITEMS;
export const DONOR_KEYS = Object.keys(DONOR_ITEMS) as [DonorKey, ...DonorKey[]];

type Items = typeof DONOR_ITEMS;
/** Keys whose value is a number (length, count, mass), and keys whose value is one of named options. */
export type NumberKey = { [K in DonorKey]: Items[K]["kind"] extends "choice" ? never : K }[DonorKey];
export type ChoiceKey = Exclude<DonorKey, NumberKey>;
export type ChoiceOf<K extends ChoiceKey> = Items[K] extends { options: infer O } ? keyof O & string : never;

export const BEAD_SEAT_NAMES: Readonly<Record<number, string>> = Object.fromEntries(BEAD_SEATS.map((b) => [b.mm, b.names]));

/** The item of a key, with the literal types forgotten. */
export const donorItem = (key: DonorKey): DonorItem => DONOR_ITEMS[key];
