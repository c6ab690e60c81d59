import { fullThrottle, machineOf, newWorking, type Bound, type Machine } from "../power/machine";
import type { Output } from "../power/machine";
import type { RideInput } from "./ride";
import { loadN, resistanceOf } from "./roadLoad";

/** What the drive can give at each speed against what roads of some grades take. */
export type SpeedPower = {
  kmh: number[];
  /** at the road, in the best gear, full throttle, the rider's power with it, W */
  driveW: number[];
  /** what bounds the motor there */
  bound: Bound[];
  roads: { gradePercent: number; loadW: number[] }[];
};

const STEP_KMH = 0.5;

/** @param upToKmh the last speed, over 0   @param openCircuitV of the battery as it is, half empty say */
export function speedPower(
  p: RideInput,
  outputs: readonly Output[],
  grades: readonly number[],
  upToKmh: number,
  openCircuitV: number,
): SpeedPower {
  const machines = outputs.map((output): Machine => machineOf({ ...p, output }));
  const kmh = Array.from({ length: Math.floor(upToKmh / STEP_KMH) + 1 }, (_, i) => i * STEP_KMH);
  const out = newWorking();
  const best = kmh.map((speed) => {
    const v = speed / 3.6;
    let most = { watt: 0, bound: "idle" as Bound };
    for (const machine of machines) {
      const { forceN, bound } = fullThrottle(machine, v, openCircuitV, p.battery.internalOhm, machine.windingOhm, out);
      if (forceN * v > most.watt || (v === 0 && bound !== "idle")) most = { watt: forceN * v, bound };
    }
    return most;
  });
  return {
    kmh,
    driveW: best.map(({ watt }, i) => watt + Math.min(p.riderW, (p.riderW * kmh[i]!) / 3.6)),
    bound: best.map(({ bound }) => bound),
    roads: grades.map((gradePercent) => {
      const road = resistanceOf({ ...p.load, gradePercent });
      return { gradePercent, loadW: kmh.map((speed) => loadN(road, speed / 3.6) * (speed / 3.6)) };
    }),
  };
}
