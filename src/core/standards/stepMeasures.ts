import { handbook, memory, PRACTICE, type Basis } from "../basis";
import type { CheckId } from "./commissioning";
import type { TaskId } from "./tasks";

/** What is read at a step of the work, and between what it must lie. */
export type StepMeasure = {
  readonly id: string;
  readonly says: string;
  readonly unit: "mm" | "m" | "N" | "%" | "s" | "A" | "V" | "kΩ" | "MΩ" | "km/h" | "Ah" | "°C";
  /** A reading at the limit passes. */
  readonly atLeast?: number;
  readonly atMost?: number;
  /** More than this is a slip of the hand and asked about; nothing is under 0. */
  readonly usualMost: number;
  readonly with: string;
  /** What the instrument leaves open, in the unit. */
  readonly plusMinus: number;
  /** Somebody can be hurt by a bike outside it: the step is not done then, whatever is said. */
  readonly hurts: boolean;
  /** Work that may put it right, where setting it anew at this step does not. */
  readonly helps: readonly TaskId[];
  readonly basis: Basis;
  /** The check of commissioning that it is read for. */
  readonly check?: CheckId;
};

/** A rim stands in the middle to this, mm; the fit judges rings by it too (common practice). */
export const RIM_MIDDLE_MM = 0.5;

const OFF_MIDDLE: StepMeasure = {
  id: "off middle",
  says: "Rim off the middle, by the dish gauge",
  unit: "mm",
  atMost: RIM_MIDDLE_MM,
  usualMost: 15,
  with: "dish gauge",
  plusMinus: 0.1,
  hurts: false,
  helps: ["redish"],
  basis: PRACTICE,
};
const WHEEL: readonly StepMeasure[] = [
  {
    id: "tight side",
    says: "Tension of the tighter side, in the mean",
    unit: "N",
    atLeast: 1000,
    atMost: 1200,
    usualMost: 2000,
    with: "tension meter",
    plusMinus: 50,
    hurts: false,
    helps: [],
    basis: PRACTICE,
  },
  {
    id: "loosest",
    says: "Tension of the loosest spoke",
    unit: "N",
    atLeast: 350,
    usualMost: 2000,
    with: "tension meter",
    plusMinus: 50,
    hurts: false,
    helps: [],
    basis: PRACTICE,
  },
  {
    id: "spread",
    says: "Tensions of one side apart by, of their mean",
    unit: "%",
    atMost: 20,
    usualMost: 100,
    with: "tension meter",
    plusMinus: 3,
    hurts: false,
    helps: [],
    basis: PRACTICE,
  },
  {
    id: "wobble",
    says: "Rim's wobble to the side",
    unit: "mm",
    atMost: 0.5,
    usualMost: 15,
    with: "truing stand",
    plusMinus: 0.1,
    hurts: false,
    helps: [],
    basis: memory("trueness of a wheel for disc or rim brake"),
  },
  OFF_MIDDLE,
];
const SEAT: StepMeasure = {
  id: "slot gap",
  says: "Gap beside the axle's flats, by feeler",
  unit: "mm",
  atMost: 0.1,
  usualMost: 4,
  with: "feeler",
  plusMinus: 0.02,
  hurts: false,
  helps: ["fileSlots"],
  basis: PRACTICE,
};
const LEVER_WAY: StepMeasure = {
  id: "lever way",
  says: "Lever's way that is left at a hard pull, the worse one",
  unit: "%",
  atLeast: 33,
  usualMost: 100,
  with: "rule",
  plusMinus: 3,
  hurts: true,
  helps: ["hose"],
  basis: PRACTICE,
};

/** What is measured at a step and kept with the job. What depends on the build is added where the step is made. */
export const STEP_MEASURES: Readonly<Partial<Record<TaskId, readonly StepMeasure[]>>> = {
  brakesFirst: [
    {
      id: "pads",
      says: "Thinnest pad's lining",
      unit: "mm",
      atLeast: 1,
      usualMost: 25,
      with: "caliper",
      plusMinus: 0.1,
      hurts: true,
      helps: [],
      basis: PRACTICE,
    },
    LEVER_WAY,
  ],
  hose: [LEVER_WAY],
  cutOffs: [
    {
      id: "free way",
      says: "Lever's way at its tip until it cuts, the worse one",
      unit: "mm",
      atMost: 5,
      usualMost: 80,
      with: "rule",
      plusMinus: 0.5,
      hurts: true,
      helps: [],
      basis: PRACTICE,
    },
  ],
  spreadFrame: [
    {
      id: "parallel",
      says: "Dropouts out of parallel",
      unit: "mm",
      atMost: 0.5,
      usualMost: 20,
      with: "dropout gauges",
      plusMinus: 0.1,
      hurts: false,
      helps: [],
      basis: handbook("Brown, Frame spacing"),
    },
  ],
  seatWashers: [SEAT],
  fileSlots: [SEAT],
  laceWheel: WHEEL,
  laceOther: WHEEL,
  checkWheel: WHEEL,
  redish: [OFF_MIDDLE],
  checks: [
    { ...LEVER_WAY, helps: ["brakesFirst"], check: "brakes" },
    {
      id: "resistance",
      check: "resistance",
      says: "Plus to minus at the controller's plug",
      unit: "kΩ",
      atLeast: 1,
      usualMost: 20_000,
      with: "ohmmeter",
      plusMinus: 0.05,
      hurts: true,
      helps: ["harness"],
      basis: memory("what the capacitors and the bleeder of a controller leave between its leads"),
    },
    {
      id: "insulation",
      check: "insulation",
      says: "Leads to metal, the least",
      unit: "MΩ",
      atLeast: 1,
      usualMost: 20_000,
      with: "ohmmeter",
      plusMinus: 0.05,
      hurts: true,
      helps: ["harness"],
      basis: PRACTICE,
    },
    {
      id: "idle",
      check: "lifted",
      says: "Idle current at first power",
      unit: "A",
      atMost: 0.15,
      usualMost: 10,
      with: "bench supply",
      plusMinus: 0.01,
      hurts: true,
      helps: ["harness"],
      basis: PRACTICE,
    },
    {
      id: "cut-off time",
      check: "cutOffs",
      says: "Motor stops after a lever is drawn, the slower",
      unit: "s",
      atMost: 0.5,
      usualMost: 20,
      with: "slow-motion video",
      plusMinus: 0.05,
      hurts: true,
      helps: ["cutOffs"],
      basis: PRACTICE,
    },
  ],
  roadTest: [
    {
      id: "stop from 25",
      check: "yard",
      says: "Way to a stop from 25 km/h, both brakes, dry",
      unit: "m",
      atMost: 7,
      usualMost: 60,
      with: "tape",
      plusMinus: 0.3,
      hurts: true,
      helps: ["brakesFirst", "brakeUpgrade"],
      basis: memory("ISO 4210-2, both brakes, dry, 25 km/h"),
    },
  ],
};
