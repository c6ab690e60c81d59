import fc from "fast-check";
import { DIRECT, MEDIUM_MID, SMALL_GEARED } from "../../../tests/ride.fixture";
import { warm } from "./heat";
import { atForce, dragW, fullThrottle, machineOf, newWorking, type Motor } from "./machine";
import { openCircuitV } from "./openCircuit";

const CIRCUMFERENCE_MM = 2155;
const RADIUS_M = CIRCUMFERENCE_MM / 2000 / Math.PI;
const machine = (motor: Motor, batteryA: number, phaseA: number, motors = 1) =>
  machineOf({
    motor,
    motors,
    output: "wheel",
    controller: { batteryA, phaseA, efficiency: 0.97 },
    circumferenceMm: CIRCUMFERENCE_MM,
  });
const speedAt = (rpm: number) => ((CIRCUMFERENCE_MM / 1000) * rpm) / 60;

describe("full throttle", () => {
  // Worked rows of a workshop's motor table: the direct-current equivalent of Hanselman (2003), class parameters from memory.
  test.each([
    ["small geared hub", SMALL_GEARED, 60, 37.5, 0.12, 15, 30, 30, 10.37, 36.26, 33.7, 211.7, 56.3],
    ["small geared hub", SMALL_GEARED, 200, 37.5, 0.12, 15, 30, 18.36, 15, 35.7, 20.34, 426.1, 79.56],
    ["direct drive", DIRECT, 100, 50, 0.1, 25, 60, 58.1, 25, 47.5, 60.84, 637.1, 53.65],
    ["direct drive", DIRECT, 300, 50, 0.1, 25, 60, 30.4, 25, 47.5, 31.24, 981.4, 82.64],
    ["medium mid-drive at its crank", MEDIUM_MID, 75, 50, 0.1, 20, 50, 37.18, 20, 48, 95.37, 749, 78.02],
  ] as const)("%s, %j at %d rpm", (_, motor, rpm, openV, packOhm, batteryA, phaseA, i, ib, vb, torque, watt, efficiency) => {
    const out = fullThrottle(machine(motor, batteryA, phaseA), speedAt(rpm), openV, packOhm, motor.windingOhm, newWorking());
    const wheelW = out.forceN * speedAt(rpm);
    expect(out.phaseA).toBeCloseTo(i, 1);
    expect(out.batteryA).toBeCloseTo(ib, 1);
    expect(out.batteryV).toBeCloseTo(vb, 1);
    expect((out.forceN * RADIUS_M) / torque).toBeCloseTo(1, 3);
    expect(wheelW / watt).toBeCloseTo(1, 3);
    expect((100 * wheelW) / (out.batteryV * out.batteryA)).toBeCloseTo(efficiency, 0);
  });
  test("the bounds follow one another from rest upwards, and the force never rises with speed", () => {
    const m = machine(SMALL_GEARED, 15, 30);
    const out = newWorking();
    const seen: string[] = [];
    let last = Infinity;
    for (let v = 0; v < 14; v += 0.05) {
      const { bound, forceN } = fullThrottle(m, v, 37.5, 0.12, 0.15, out);
      if (seen.at(-1) !== bound) seen.push(bound);
      expect(forceN).toBeLessThanOrEqual(last);
      last = forceN;
    }
    expect(seen).toEqual(["phase-current", "battery-current", "voltage", "idle"]);
    expect(out).toMatchObject({ phaseA: 0, batteryA: 0, forceN: 0, batteryV: 37.5 });
  });
  test("the slope is the force's own", () => {
    const m = machine(DIRECT, 25, 60, 2);
    for (const v of [1, 4, 7, 9, 11]) {
      const at = (speed: number) => fullThrottle(m, speed, 48, 0.1, 0.15, newWorking());
      expect(at(v).slope).toBeCloseTo((at(v + 1e-5).forceN - at(v - 1e-5).forceN) / 2e-5, 2);
    }
  });
  test("whatever the duty, no controller gets more through the winding, and none draws a battery past its most", () => {
    const efficiency = 0.97;
    fc.assert(
      fc.property(
        fc.record({
          openV: fc.double({ min: 24, max: 72, noNaN: true }),
          packOhm: fc.double({ min: 0, max: 1.5, noNaN: true }),
          windingOhm: fc.double({ min: 0.02, max: 0.5, noNaN: true }),
          batteryA: fc.double({ min: 5, max: 80, noNaN: true }),
          phaseA: fc.double({ min: 10, max: 200, noNaN: true }),
          motors: fc.constantFrom(1, 2),
          kmh: fc.double({ min: 0, max: 40, noNaN: true }),
        }),
        ({ openV, packOhm, windingOhm, batteryA, phaseA, motors, kmh }) => {
          const m = machine(DIRECT, batteryA, phaseA, motors);
          const out = fullThrottle(m, kmh / 3.6, openV, packOhm, windingOhm, newWorking());
          if (out.bound === "idle") return;
          // Duty by duty: motor volts = duty · battery volts, battery amps = duty · phase amps / efficiency.
          const emf = (m.rpmPerMs * kmh) / 3.6 / m.kvRpmPerV;
          let most = 0;
          for (let duty = 0.0005; duty <= 1; duty += 0.0005) {
            const amps = (duty * openV - emf) / (windingOhm + (duty * duty * motors * packOhm) / efficiency);
            if ((duty * amps) / efficiency <= batteryA) most = Math.max(most, Math.min(amps, phaseA));
          }
          expect(out.phaseA).toBeGreaterThanOrEqual(most * (1 - 1e-9));
          expect(out.phaseA).toBeLessThanOrEqual(most + 0.002 * Math.max(most, openV / windingOhm));
          expect(out.batteryV).toBeGreaterThanOrEqual(openV / 2 - 1e-9);
          const windingW = out.phaseA * (out.phaseA * windingOhm + emf);
          expect((out.batteryV * out.batteryA * efficiency) / (motors * windingW)).toBeCloseTo(1, 6);
        },
      ),
    );
  });
  test("a battery too weak for its limit gives the most it can, at half its volts", () => {
    const out = fullThrottle(machine({ ...DIRECT, windingOhm: 1e-3 }, 1000, 1e6), 5, 36, 0.5, 1e-3, newWorking());
    expect(out.batteryV * out.batteryA).toBeLessThanOrEqual(36 ** 2 / (4 * 0.5) + 1e-6);
  });
});

describe("part load", () => {
  test("the force of full throttle takes full throttle's current", () => {
    const m = machine(SMALL_GEARED, 15, 30);
    const full = { ...fullThrottle(m, 6, 37.5, 0.12, 0.15, newWorking()) };
    const part = atForce(m, 6, full.forceN, 37.5, 0.12, 0.15, newWorking());
    expect(part.phaseA).toBeCloseTo(full.phaseA, 9);
    expect(part.batteryA).toBeCloseTo(full.batteryA, 9);
  });
  // Sag under constant power, I = (OCV − √(OCV² − 4RP)) ÷ 2R: worked rows of a workshop's battery table.
  test.each([
    [10, 80, 0.1125, 500, 39.8, 13.04, 38.33],
    [10, 12, 0.1125, 500, 34.14, 15.43, 32.4],
    [13, 50, 0.1028, 1000, 47.97, 21.87, 45.72],
  ])("%d cells at %d %%, %d Ω, %d W", (series, percent, ohm, watt, openV, amp, volt) => {
    const open = series * openCircuitV("nmc", percent);
    expect(open).toBeCloseTo(openV, 1);
    const ideal: Motor = { kvRpmPerV: 10, windingOhm: 1e-12, gearRatio: 1, gearEfficiency: 1, dragNm: 0, dragNmPerRpm: 0 };
    const m = { ...machine(ideal, 100, 1000), controller: { batteryA: 100, phaseA: 1000, efficiency: 1, cutV: 0 } };
    const out = atForce(m, 5, watt / 5, open, ohm, 1e-12, newWorking());
    expect(out.batteryA).toBeCloseTo(amp, 2);
    expect(out.batteryV).toBeCloseTo(volt, 2);
  });
  test("no force, no current", () =>
    expect(atForce(machine(DIRECT, 25, 60), 5, 0, 48, 0.1, 0.15, newWorking())).toMatchObject({
      phaseA: 0,
      batteryA: 0,
      batteryV: 48,
    }));
});

test("drag is torque times turn", () =>
  expect(dragW(machine(DIRECT, 25, 60), speedAt(200))).toBeCloseTo(
    ((0.7 + (0.01 * 200 * Math.PI) / 30) * 200 * Math.PI) / 30,
    9,
  ));

describe("open-circuit volts", () => {
  test.each([
    ["nmc", -5, 3.0],
    ["nmc", 0, 3.0],
    ["nmc", 55, 3.735],
    ["nmc", 100, 4.18],
    ["nmc", 120, 4.18],
    ["lfp", 50, 3.29],
    ["lead-acid", 35, 11.99],
  ] as const)("%s at %d %% is %d V", (chemistry, percent, volts) =>
    expect(openCircuitV(chemistry, percent)).toBeCloseTo(volts, 9),
  );
});

describe("heat", () => {
  const thermal = {
    windingJPerK: 250,
    shellJPerK: 900,
    windingToShellWPerK: 2,
    shellToAirWPerK: 3,
    shellToAirWPerKPerMs: 0,
    limitC: 120,
  };
  const steady = (copperW: number, toShell: number, toAir: number, ambientC: number, h: number) => {
    const t = { windingC: ambientC, shellC: ambientC };
    const lump = { ...thermal, windingToShellWPerK: toShell, shellToAirWPerK: toAir };
    for (let s = 0; s < 40_000; s += h) warm(t, h, { copperW, dragW: 0, ambientC, speedMs: 0 }, lump);
    return t.windingC;
  };
  // Steady winding T = [Ta + P₀R(1 − 20α)] ÷ (1 − P₀αR), R = 1/G₁ + 1/G₂: worked rows of a workshop's table (derived).
  test.each([
    [60, 2, 3, 25, 88.45],
    [150, 4, 8, 30, 105.1],
  ])("%d W of copper loss end at their steady winding, in steps of any length", (p, g1, g2, ambient, ends) => {
    for (const h of [1, 20, 500]) expect(steady(p, g1, g2, ambient, h)).toBeCloseTo(ends, 1);
  });
  test("320 W run away: the winding's own resistance feeds them", () => expect(steady(320, 2, 3, 25, 5)).toBeGreaterThan(1000));
  test("a step's heat is what stays and what goes", () => {
    const t = { windingC: 30, shellC: 25 };
    let lostJ = 0;
    for (let i = 0; i < 600; i += 1) {
      lostJ += 3 * (t.shellC - 20);
      warm(t, 1, { copperW: 0, dragW: 40, ambientC: 20, speedMs: 0 }, thermal);
    }
    const storedJ = 250 * (t.windingC - 30) + 900 * (t.shellC - 25);
    expect(Math.abs(storedJ + lostJ - 40 * 600) / (40 * 600)).toBeLessThan(0.005);
  });
});
