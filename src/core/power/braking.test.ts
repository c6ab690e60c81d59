import fc from "fast-check";
import { DIRECT } from "../../../tests/ride.fixture";
import { braking, dragW, machineOf, newWorking, type Working } from "./machine";

const PACK = { openV: 48, packOhm: 0.1, windingOhm: 0.15, mostV: 54.6 };
const machine = (motors = 1, batteryA = 25, phaseA = 60) =>
  machineOf({
    motor: DIRECT,
    motors,
    output: "wheel",
    controller: { batteryA, phaseA, efficiency: 0.97 },
    circumferenceMm: 2155,
  });
const brake = (speedMs: number, forceN: number, over: Partial<typeof PACK> = {}, m = machine()): Working => ({
  ...braking(m, speedMs, forceN, { ...PACK, ...over }, newWorking()),
});

describe("a motor without a clutch as a brake", () => {
  test("a worked point by hand: 40 N at 8 m/s", () => {
    const out = brake(8, 40);
    const rpm = (8 * 60) / 2.155;
    const kt = 60 / (2 * Math.PI * 9);
    const shaftNm = (40 * 2.155) / (2 * Math.PI);
    const dragNm = 0.7 + ((0.01 * Math.PI) / 30) * rpm;
    const ampere = (shaftNm - dragNm) / kt;
    const watt = 0.97 * ((rpm / 9) * ampere - 0.15 * ampere ** 2);
    expect(out.phaseA).toBeCloseTo(-ampere, 6);
    expect(out.forceN).toBeCloseTo(-40, 6);
    expect(out.batteryA * out.batteryV).toBeCloseTo(-watt, 6);
    expect(out.batteryV).toBeCloseTo(48 + 0.1 * -out.batteryA, 9);
  });
  test("its own drag takes all of a small force: nothing is charged", () => {
    expect(brake(8, 1)).toMatchObject({ batteryA: 0, phaseA: 0, forceN: 0, batteryV: 48 });
    expect(brake(8, 0).batteryA).toBe(0);
    expect(brake(0, 100).batteryA).toBe(-0 + 0);
  });
  test("holds the pack under its ceiling, and stops a hundredth before it", () => {
    const near = brake(11, 400, { openV: 53.9 });
    expect(near.batteryV).toBeLessThanOrEqual(54.6 + 1e-9);
    expect(near.batteryV).toBeCloseTo(54.6, 6);
    expect(near.bound).toBe("battery-current");
    expect(brake(11, 400, { openV: 0.99 * 54.6 }).batteryA).toBe(0);
    expect(brake(11, 400, { openV: 56 }).batteryA).toBe(0);
  });
  test("takes half of the drive's currents at most, however hard the brakes are wanted", () => {
    const slow = brake(3, 5000, {}, machine(1, 25, 20));
    expect(-slow.phaseA).toBeLessThanOrEqual(10 + 1e-9);
    const fast = brake(14, 5000, { mostV: 60 }, machine(1, 8, 200));
    expect(-fast.batteryA).toBeLessThanOrEqual(4 + 1e-9);
  });
  test("two motors share the force", () => {
    const [one, two] = [brake(8, 40), brake(8, 80, {}, machine(2))];
    expect(two.phaseA).toBeCloseTo(one.phaseA, 9);
    expect(two.forceN).toBeCloseTo(2 * one.forceN, 9);
  });
  test("never charges more than the road pushes less winding and drag, never brakes harder than asked", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.double({ min: 0, max: 2000, noNaN: true }),
        fc.double({ min: 30, max: 60, noNaN: true }),
        fc.integer({ min: 1, max: 2 }),
        (v, forceN, openV, motors) => {
          const m = machine(motors);
          const out = brake(v, forceN, { openV }, m);
          for (const value of Object.values(out)) if (typeof value === "number") expect(Number.isFinite(value)).toBe(true);
          expect(out.batteryA).toBeLessThanOrEqual(0);
          expect(-out.forceN).toBeLessThanOrEqual(forceN + 1e-6);
          const mechanicalW = -out.forceN * v;
          const lostW = motors * (out.phaseA ** 2 * 0.15 + (out.phaseA === 0 ? 0 : dragW(m, v)));
          expect(-out.batteryA * out.batteryV).toBeLessThanOrEqual(0.97 * (mechanicalW - lostW) + 1e-6);
        },
      ),
      { numRuns: 300, seed: 8 },
    );
  });
});
