import type { Visit } from "@/core/logbook/visitSchema";
import type { PromiseId } from "@/core/wish/promiseIds";
import { DEMO_JOBS, type DemoJob } from "./jobs";

/** A bike that left the shop so many days ago, and what came of it. */
export type DemoFinished = DemoJob & {
  readonly number: number;
  readonly handedDaysAgo: number;
  /** Less than was promised, agreed to as it was handed over: which promise, and in what words. */
  readonly less?: { readonly promise: PromiseId; readonly says: string };
  readonly visits: readonly (Pick<Visit, "kind" | "did" | "faults"> & {
    readonly daysAgo: number;
    readonly way: string;
    readonly readings: Readonly<Record<string, string>>;
    readonly minutes: number;
  })[];
};

const STEP_THROUGH = DEMO_JOBS[0]!;
const READ = {
  "checks pack volts": "41.6 V",
  "checks no-load speed": "24.5 km/h",
  "roadTest assist ends": "24.1 km/h",
  "roadTest stop from 25": "4.9 m",
};

/** Two bikes of the summer, of the same make as one that is under way: one came back twice, the other is overdue. */
export const DEMO_FINISHED: DemoFinished[] = [
  {
    ...STEP_THROUGH,
    number: 99,
    customer: "Nessa Quill",
    bike: "Wharf step-through, first series",
    wish: {
      ...STEP_THROUGH.wish,
      contact: "nessa at the net loft",
      purpose: "To the net loft and back, with the catch of the day",
      riderKg: 74,
      budgetMinor: 165000,
      massKg: 27,
    },
    road: { distanceKm: 11, climbM: 120, rangeKm: 40, hillKmh: 13, stops: 4 },
    cameOut: {
      took: {
        survey: [40, "the first of its kind here"],
        brakesFirst: [30, ""],
        cutOffs: [20, ""],
        removeWheel: [10, ""],
        fileSlots: [25, ""],
        checkWheel: [24, ""],
        moveTyre: [25, "bead would not seat"],
        fitHub: [35, ""],
        pedalSensor: [22, ""],
        cradle: [30, ""],
        harness: [60, "drawn twice"],
        leads: [12, ""],
        settings: [15, ""],
        checks: [20, ""],
        roadTest: [25, ""],
        handOver: [15, ""],
      },
      billedOverMinor: [
        { goods: 0, carriage: 0 },
        { goods: 8_50, carriage: 0 },
        { goods: 0, carriage: 3_20 },
      ],
    },
    proved: {
      readings: READ,
      weighed: ["11.5", "14.0"],
      truth: { drive: 0.96, rolling: 1.15, drag: 1.05, capacity: 0.95, resistance: 1.15, winding: 1.1, shell: 1.2 },
      airC: 16,
      rides: [{ name: "To the net loft and back", flatKm: null, seed: 611 }],
    },
    serials: { "hf250-622": "PW26-103311", "bat-36-13-rack": "EB-0426-1180", "ctl-36-15": "36C-71904" },
    handedDaysAgo: 160,
    less: { promise: "range", says: "Range on this road: asked at least 40 km, proved 37 ± 2 km; the tyres roll harder than the table" },
    visits: [
      {
        kind: "hundred",
        daysAgo: 138,
        way: "112 km",
        readings: {
          "axle mark front": "0 mm",
          "loosest front": "560 N",
          pads: "2.6 mm",
          chain: "0.1 %",
          "cut-off": "0.3 s",
          "plug heat": "41 °C",
        },
        faults: [],
        did: "Nuts and arms torqued again, rim brake set, washers where they were",
        minutes: 35,
      },
      {
        kind: "five hundred",
        daysAgo: 62,
        way: "618 km",
        readings: {
          "axle mark front": "0 mm",
          "loosest front": "430 N",
          pads: "1.7 mm",
          chain: "0.35 %",
          "cut-off": "0.3 s",
          capacity: "12.4 Ah",
          swollen: "0 mm",
          "plug heat": "52 °C",
          winding: "84 °C",
        },
        faults: [
          {
            symptom: "Motor cuts out on the hill when it rains",
            cause: "water in the motor's plug, half seated",
            helped: "plug dried, greased, pushed home to its mark, a drip loop laid",
            over: true,
            hurts: false,
          },
        ],
        did: "Front wheel trued, loosest spoke brought up to 480 N after it was read",
        minutes: 70,
      },
    ],
    late: "water runs down the lead into a plug that was never pushed home",
  },
  {
    ...STEP_THROUGH,
    number: 100,
    customer: "Doran Thatch",
    bike: "Wharf step-through, low saddle",
    wish: {
      ...STEP_THROUGH.wish,
      contact: "lock-keeper's house",
      purpose: "Along the lock and to the allotments, all flat",
      riderKg: 82,
      budgetMinor: 165000,
      massKg: 27,
    },
    road: { distanceKm: 8, climbM: 60, rangeKm: 20, hillKmh: 12, stops: 2 },
    cameOut: undefined,
    proved: {
      readings: READ,
      weighed: ["11.8", "14.2"],
      truth: { drive: 1, rolling: 1.25, drag: 1.1, capacity: 0.93, resistance: 1.1, winding: 1, shell: 1.1 },
      airC: 12,
      rides: [{ name: "Along the lock, all flat", flatKm: 7, seed: 730 }],
    },
    serials: { "hf250-622": "PW26-109442", "bat-36-13-rack": "EB-0726-2044", "ctl-36-15": "36C-74016" },
    handedDaysAgo: 33,
    visits: [],
    late: "on the flat alone nobody can tell air from tyres",
  },
];
