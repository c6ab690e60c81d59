import type { PartOf } from "../parts/part";
import { batteryOf, lastOf, partsOf, voltsOf, type Build } from "./build";
import type { Margin } from "./finding";
import { sensedBy } from "./rules/brakes/sensing";
import { limitToSet } from "./rules/law/limitToSet";
import { knownWheelAt } from "./rules/wheel/tyreAt";
import { memory, PRACTICE } from "../basis";
import { STEP_MEASURES, type StepMeasure } from "../standards/stepMeasures";
import type { TaskId } from "../standards/tasks";
import { formatNumber } from "../units/formatQuantity";
import { wheelTurnMm } from "../wheel/wheelTurn";
import type { BenchReading } from "./atBench";
import { wheelsOf } from "./wheels";

/** What is read at a step of this build; `key` names it among the job's readings. */
export type Measure = StepMeasure & { readonly key: string };

/** All that is measured at a step: the table's, once for each wheel that the step is done to, and what hangs on this build. */
export function measuresOf(task: TaskId, build: Build): Measure[] {
  const wheels = wheelsOf(task, build);
  return [...(STEP_MEASURES[task] ?? []), ...ofBuild(task, build)].flatMap((measure) =>
    wheels.map((wheel) =>
      wheel === ""
        ? { key: `${task} ${measure.id}`, ...measure }
        : { key: `${task} ${wheel} ${measure.id}`, ...measure, says: `${measure.says}, ${wheel} wheel` },
    ),
  );
}

/** The step at which a reading was taken. */
export const taskOfKey = (key: string): TaskId => key.slice(0, key.indexOf(" ")) as TaskId;

/** The measure that a reading was taken for; undefined where the build does not ask for it any more. */
export const measureOfKey = (key: string, build: Build): Measure | undefined =>
  measuresOf(taskOfKey(key), build).find((measure) => measure.key === key);

/** Motor off after the feet, by what its sensor feels, s (common practice; the checks on the stand say the same). */
const SENSOR_OFF_S = { torque: 0.5, cadence: 1.5 } as const;

function ofBuild(task: TaskId, build: Build): StepMeasure[] {
  if (task === "checks") return [...packVolts(build), ...fuseRead(build), ...sensorOff(build), ...noLoad(build)];
  const limit = task === "settings" || task === "setSpeed" || task === "roadTest" ? limitToSet(build) : null;
  if (limit === null) return [];
  const onRoad = task === "roadTest";
  return [
    {
      id: "assist ends",
      ...(onRoad && { check: "speed" as const }),
      says: onRoad ? "Speed where the help ends, on the flat" : "Speed where the help ends, read back",
      unit: "km/h",
      atMost: limit.kmh,
      usualMost: 120,
      with: onRoad ? "another speedometer" : "display or programming lead",
      // What a display shows it shows whole; on the road it is read while riding.
      plusMinus: onRoad ? 0.3 : 0,
      hurts: true,
      helps: ["setSpeed"],
      basis: PRACTICE,
    },
  ];
}

/** Between empty and full: what a pack shows that is whole and the right way round. */
function packVolts(build: Build): StepMeasure[] {
  const battery = batteryOf(build);
  if (!battery) return [];
  const { empty, full } = voltsOf(battery);
  return [
    {
      id: "pack volts",
      check: "polarity",
      says: "Pack's volts at its plug, red lead to plus",
      unit: "V",
      atLeast: empty,
      atMost: full,
      usualMost: 120,
      with: "voltmeter",
      plusMinus: 0.1,
      hurts: true,
      helps: ["harness"],
      basis: PRACTICE,
    },
  ];
}

/** The fuse that the sheet has, and no other. */
function fuseRead(build: Build): StepMeasure[] {
  const fuse = lastOf(build, "fuse");
  if (!fuse) return [];
  const { ratedA } = fuse.spec;
  return [
    {
      id: "fuse",
      check: "fuse",
      says: "Fuse's rating, read off it",
      unit: "A",
      atLeast: ratedA,
      atMost: ratedA,
      usualMost: 200,
      with: "eye",
      plusMinus: 0,
      hurts: true,
      helps: ["harness"],
      basis: PRACTICE,
    },
  ];
}

/** Without a load a motor comes so near to the speed that it is stated with at its volts. */
const NO_LOAD_SHARE = 0.85;

/** The speed of the raised wheel, of each that a motor turns: no more than what is set, no less than motor and pack make where its free speed is stated. */
function noLoad(build: Build): StepMeasure[] {
  const limit = limitToSet(build)?.kmh ?? Infinity;
  const hubs = partsOf(build, "hub-motor");
  const ends = new Map(hubs.map((hub) => [hub.spec.end, hub]));
  const wheels = ends.size > 1 ? [...ends.values()] : [hubs[0]];
  return wheels.flatMap((hub): StepMeasure[] => {
    const free = hub ? freeKmh(hub, build) : null;
    const most = Math.min(limit, free === null ? Infinity : free.full / NO_LOAD_SHARE);
    if (!Number.isFinite(most)) return [];
    const of = wheels.length > 1 && hub ? hub.spec.end : null;
    return [
      {
        id: of ? `no-load speed ${of}` : "no-load speed",
        check: "noLoad",
        says: `Speed of the raised ${of ? `${of} ` : ""}wheel, full throttle or highest level${of ? ", the other motor unplugged" : ""}`,
        unit: "km/h",
        ...(free && { atLeast: roundTo(Math.min(limit, free.nominal) * NO_LOAD_SHARE) }),
        atMost: roundTo(most),
        usualMost: 150,
        with: "display",
        plusMinus: 0,
        hurts: true,
        helps: ["setSpeed"],
        basis: memory("what tells a wrong wheel size, a wrong phase order or a limit that does not act"),
      },
    ];
  });
}

const roundTo = (kmh: number): number => Number(kmh.toFixed(1));

/** What a hub turns its wheel at by its stated free speed, at the pack's nominal and full volts, km/h; null where it is not stated. */
function freeKmh({ spec }: PartOf<"hub-motor">, build: Build): { nominal: number; full: number } | null {
  const battery = batteryOf(build);
  if (!battery || spec.freeRpm === null || spec.freeRpmV === null) return null;
  const { freeRpm, freeRpmV, end } = spec;
  const { beadSeatMm, tyreMm } = knownWheelAt(end, build);
  if (beadSeatMm === undefined || tyreMm === undefined) return null;
  const { nominal, full } = voltsOf(battery);
  const kmhPerV = ((freeRpm / freeRpmV) * wheelTurnMm({ beadSeatMm, tyreMm }) * 60) / 1_000_000;
  return { nominal: kmhPerV * nominal, full: kmhPerV * full };
}

function sensorOff(build: Build): StepMeasure[] {
  const senses = sensedBy(build);
  if (senses === "none") return [];
  return [
    {
      id: "run-on",
      check: "cutOffs",
      says: `Motor off after the pedals stop, a sensor of ${senses}`,
      unit: "s",
      atMost: SENSOR_OFF_S[senses],
      usualMost: 20,
      with: "slow-motion video",
      plusMinus: 0.05,
      hurts: true,
      helps: ["pedalSensor"],
      basis: PRACTICE,
    },
  ];
}

/** The limits in words. @example limitText({ atLeast: 1000, atMost: 1200, unit: "N" }) // => "1000 to 1200 N" */
export function limitText({ atLeast, atMost, unit }: Pick<StepMeasure, "atLeast" | "atMost" | "unit">): string {
  const [low, high] = [atLeast, atMost].map((limit) => (limit === undefined ? null : formatNumber(limit, 2)));
  if (low !== null && low === high) return `${low} ${unit}`;
  if (low !== null && high !== null) return `${low} to ${high} ${unit}`;
  return low !== null ? `at least ${low} ${unit}` : `at most ${high} ${unit}`;
}

/** Room between a reading and the nearer of its limits, signed; the ± is the instrument's. */
export function marginOf({ atLeast, atMost, unit, plusMinus }: StepMeasure, value: number): Margin {
  return { value: Math.min(value - (atLeast ?? -Infinity), (atMost ?? Infinity) - value), unit, plusMinus };
}

/** A figure that hardly can be: asked about before it is taken, and from a file never believed. */
export const isUnlikely = ({ usualMost }: Pick<StepMeasure, "usualMost">, value: number): boolean => value > usualMost;

/** Clear within the limits, red outside, and not sure where the instrument's own ± reaches over the nearer limit. */
export type Passes = "clear" | "unsure" | "red";

export function passes(measure: StepMeasure, { value, confirmed }: Pick<BenchReading, "value" | "confirmed">): Passes {
  if (isUnlikely(measure, value) && !confirmed) return "unsure";
  const { value: room, plusMinus } = marginOf(measure, value);
  if (plusMinus > 0 && Math.abs(room) < plusMinus - 1e-9) return "unsure";
  return room >= -1e-9 ? "clear" : "red";
}
