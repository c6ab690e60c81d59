import fc from "fast-check";
import { COMMUTE, MEDIUM_MID } from "../../../tests/ride.fixture";
import { machineOf } from "../power/machine";
import { driveSteady, heldMs } from "./driveSteady";
import { resistanceOf } from "./roadLoad";

const BATTERY = { openCircuitV: 48, internalOhm: 0.11 };
const CONTROLLER = { batteryA: 18, phaseA: 45, efficiency: 0.97 };

const inGear = (cogTeeth: number, gradePercent: number, riderW: number) => ({
  ...COMMUTE,
  motor: MEDIUM_MID,
  output: { chainringTeeth: 42, cogTeeth, efficiency: 0.97 },
  controller: CONTROLLER,
  riderW,
  load: { ...COMMUTE.load, gradePercent },
});
const quick = (p: ReturnType<typeof inGear>, targetMs: number, assistRatio?: number) =>
  heldMs({ machine: machineOf(p), road: resistanceOf(p.load), riderW: p.riderW, assistRatio, battery: BATTERY, targetMs });

const cogs = fc.constantFrom(11, 15, 21, 28, 32);
const grades = fc.double({ min: -6, max: 20, noNaN: true });
const legs = fc.double({ min: 0, max: 250, noNaN: true });

describe("the quick answer for the gears", () => {
  test("is the steady speed of full throttle, up to the target", () => {
    fc.assert(
      fc.property(cogs, grades, legs, (cogTeeth, gradePercent, riderW) => {
        const p = inGear(cogTeeth, gradePercent, riderW);
        const exact = Math.min(25, driveSteady({ ...p, battery: BATTERY }).speedKmh);
        expect(Math.abs(3.6 * quick(p, 25 / 3.6) - exact)).toBeLessThan(0.001);
      }),
      { numRuns: 150, seed: 9 },
    );
  });
  test("with a ratio is never faster than without, never slower than the rider alone, and grows with the ratio", () => {
    fc.assert(
      fc.property(cogs, grades, legs, fc.double({ min: 0, max: 5, noNaN: true }), (cogTeeth, gradePercent, riderW, ratio) => {
        const p = inGear(cogTeeth, gradePercent, riderW);
        const at = (r?: number) => quick(p, 12, r);
        expect(at(ratio)).toBeLessThanOrEqual(at() + 1e-3);
        expect(at(ratio)).toBeGreaterThanOrEqual(at(0) - 1e-3);
        expect(at(ratio + 0.5)).toBeGreaterThanOrEqual(at(ratio) - 1e-3);
      }),
      { numRuns: 150, seed: 10 },
    );
  });
  test("a rider who does not pedal gets nothing from a torque sensor", () => {
    const p = inGear(28, 4, 0);
    expect(quick(p, 7, 4)).toBe(0);
    expect(quick(p, 7)).toBeGreaterThan(3);
  });
  test("with a ratio it is the equilibrium of so many times the rider's power, found by hand", () => {
    const p = inGear(28, 8, 100);
    const v = quick(p, 12, 2);
    const newton = 115 * 9.80665 * ((0.08 + 0.008) / Math.hypot(1, 0.08)) + 0.5 * 1.225 * 0.6044 * v ** 2 + 0.091 + 0.0087 * v;
    expect((newton * v) / 300).toBeCloseTo(1, 2);
  });
});
