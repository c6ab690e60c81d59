import { lastOf, motorsOf, type Build } from "./build";
import type { Margin } from "./finding";
import { limitToSet } from "./rules/law/limitToSet";
import { PRACTICE } from "../basis";
import { STEP_MEASURES, type StepMeasure } from "../standards/stepMeasures";
import type { TaskId } from "../standards/tasks";
import { formatNumber } from "../units/formatQuantity";
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
        ? { ...measure, key: `${task} ${measure.id}` }
        : { ...measure, key: `${task} ${wheel} ${measure.id}`, says: `${measure.says}, ${wheel} wheel` },
    ),
  );
}

/** The measure that a reading was taken for; undefined where the build does not ask for it any more. */
export const measureOfKey = (key: string, build: Build): Measure | undefined =>
  measuresOf(key.split(" ")[0] as TaskId, build).find((measure) => measure.key === key);

/** Motor off after the feet, by what its sensor feels, s (common practice; the checks on the stand say the same). */
const SENSOR_OFF_S = { torque: 0.5, cadence: 1.5 } as const;

function ofBuild(task: TaskId, build: Build): StepMeasure[] {
  if (task === "checks") return sensorOff(build);
  const limit = task === "settings" || task === "setSpeed" || task === "roadTest" ? limitToSet(build) : null;
  if (limit === null) return [];
  const onRoad = task === "roadTest";
  return [
    {
      id: "assist ends",
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

function sensorOff(build: Build): StepMeasure[] {
  const sensor = lastOf(build, "pedal-sensor");
  const [motor] = motorsOf(build);
  const own = motor && motor.kind !== "hub-motor" ? motor.spec.pedalSensor : null;
  const senses = sensor?.spec.senses ?? own;
  if (senses !== "torque" && senses !== "cadence") return [];
  return [
    {
      id: "run-on",
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
