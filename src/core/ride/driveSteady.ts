import { fullThrottle, machineOf, newWorking, type Controller, type Machine, type Motor, type Output } from "../power/machine";
import { loadN, resistanceOf, type Load, type Resistance } from "./roadLoad";

export type DriveInput = {
  motor: Motor;
  motors: number;
  output: Output;
  controller: Controller;
  circumferenceMm: number;
  riderW: number;
  load: Load;
};

/** Below this speed the rider pushes with a force that no longer grows, m/s. */
export const RIDER_FLOOR_MS = 1;

/** The rider's force at the road, N: power by speed, held below 1 m/s, where power would ask for an endless force. */
export const riderN = (riderW: number, speedMs: number): number => riderW / Math.max(speedMs, RIDER_FLOOR_MS);

/**
 * The speed that full throttle and the rider hold on a steady road, and what the motors do there.
 * Source: the motor's direct-current equivalent (Hanselman, Brushless Permanent Magnet Motor Design, 2003) against the road load.
 * @param p see the fields' units; the winding is at 20 °C
 * @returns km/h, rpm, A, V, W; efficiency 0 to 1. Speed 0 when the drive force at rest does not exceed the load's
 * @throws never; figures too large to compute with come out not finite
 */
export function driveSteady(p: DriveInput & { battery: { openCircuitV: number; internalOhm: number } }) {
  const machine = machineOf(p);
  const road = resistanceOf(p.load);
  const out = newWorking();
  const at = (v: number) => fullThrottle(machine, v, p.battery.openCircuitV, p.battery.internalOhm, machine.windingOhm, out);
  const v = rootOf((v) => at(v).forceN + riderN(p.riderW, v) - loadN(road, v));
  const { bound, phaseA, batteryA, batteryV, forceN } = at(v);
  const electricalW = batteryV * batteryA;
  const wheelW = forceN * v;
  return {
    speedKmh: 3.6 * v,
    limit: bound === "idle" ? ("voltage" as const) : bound,
    shaftRpm: machine.rpmPerMs * v,
    phaseA,
    batteryA,
    batteryV,
    electricalW,
    wheelW,
    lossW: electricalW - wheelW,
    efficiency: electricalW > 0 ? wheelW / electricalW : 0,
    noLoadKmh: 3.6 * noLoadMs(machine, p.battery),
  };
}

/** Speeds of the quick answer are this fine, m/s. */
const FINE_MS = 1e-4;

/**
 * The speed held up to a target, m/s, for choosing among gears: several times quicker to ask than `driveSteady`.
 * @param p.machine the motors in a gear   @param p.assistRatio the motors give at most so many times the rider's own force
 */
export function heldMs(p: {
  machine: Machine;
  road: Resistance;
  riderW: number;
  assistRatio: number | undefined;
  battery: { openCircuitV: number; internalOhm: number };
  targetMs: number;
}): number {
  const out = newWorking();
  const spare = (v: number): number => {
    const rider = riderN(p.riderW, v);
    const { forceN } = fullThrottle(p.machine, v, p.battery.openCircuitV, p.battery.internalOhm, p.machine.windingOhm, out);
    const given = p.assistRatio === undefined ? forceN : Math.min(forceN, p.assistRatio * rider);
    return given + rider - loadN(p.road, v);
  };
  if (spare(p.targetMs) >= 0) return p.targetMs;
  if (!(spare(0) > 0)) return 0;
  let [low, high] = [0, p.targetMs];
  while (high - low > FINE_MS) {
    const middle = (low + high) / 2;
    if (spare(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Full throttle with the wheel off the ground: the speed at which the motors' torque is just their own drag, m/s. */
export function noLoadMs(machine: Machine, battery: { openCircuitV: number; internalOhm: number }): number {
  const out = newWorking();
  return rootOf((v) => fullThrottle(machine, v, battery.openCircuitV, battery.internalOhm, machine.windingOhm, out).spareNm);
}

/** Where a falling function of speed crosses zero; 0 when it is not over zero at rest. Bisected to the last bit or two. */
function rootOf(f: (speedMs: number) => number): number {
  if (!(f(0) > 0)) return 0;
  let high = 1;
  while (f(high) > 0 && high < 1e300) high *= 2;
  if (!(f(high) <= 0)) return Number.NaN;
  let low = high === 1 ? 0 : high / 2;
  for (;;) {
    const middle = (low + high) / 2;
    if (middle <= low || middle >= high) return middle;
    if (f(middle) > 0) low = middle;
    else high = middle;
  }
}
