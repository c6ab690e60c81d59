import fc from "fast-check";
import { COMMUTE, DIRECT, MEDIUM_MID, rolling, solvedRide } from "../../../tests/ride.fixture";
import { planOf, ride, type RideInput } from "./ride";
import { RideRun } from "./rideRun";

const FIGURES = [
  "distanceKm",
  "timeS",
  "energyWh",
  "whPerKm",
  "averageKmh",
  "endPercent",
  "maxKmh",
  "peakElectricalW",
  "maxWindingC",
  "rangeKm",
] as const;

const RIDES: Record<string, RideInput> = {
  "flat at 25": COMMUTE,
  "rolling at 25": { ...COMMUTE, segments: rolling(200, 50) },
  "rolling as fast as it goes": { ...COMMUTE, segments: rolling(200, 50), targetKmh: 60 },
  "pieces shorter than a step": { ...COMMUTE, segments: rolling(700, 3) },
  "a direct drive in the wind": {
    ...COMMUTE,
    motor: DIRECT,
    controller: { batteryA: 25, phaseA: 60, efficiency: 0.97 },
    battery: { ...COMMUTE.battery, series: 13 },
    load: { ...COMMUTE.load, headwindKmh: 15 },
    segments: rolling(100, 80),
    targetKmh: 40,
  },
  "a mid-drive on a steep road": {
    ...COMMUTE,
    motor: MEDIUM_MID,
    output: { chainringTeeth: 42, cogTeeth: 28, efficiency: 0.97 },
    controller: { batteryA: 20, phaseA: 50, efficiency: 0.97 },
    battery: { ...COMMUTE.battery, series: 13 },
    segments: [
      { lengthM: 500, gradePercent: 2 },
      { lengthM: 1200, gradePercent: 11 },
      { lengthM: 900, gradePercent: -9 },
    ],
  },
  "two motors": { ...COMMUTE, motors: 2, segments: rolling(60, 100), targetKmh: 32 },
};

describe("against a general-purpose solver of the same equations", () => {
  // Gragg–Bulirsch–Stoer extrapolation after Hairer and Wanner (odex) at a tolerance of 1e-8.
  test.each(Object.entries(RIDES).filter(([name]) => !name.startsWith("pieces")))("%s", (_, input) => {
    const run = new RideRun(planOf(input));
    expect(run.lap()).toBe("route");
    const solved = solvedRide(input, 1e-8);
    expect(3.6 * run.speedMs).toBeCloseTo(solved.endKmh, 2);
    expect(run.timeS / solved.timeS).toBeCloseTo(1, 3);
    expect(run.energyJ / 3600 / solved.energyWh).toBeCloseTo(1, 3);
    expect(run.usedAh / solved.usedAh).toBeCloseTo(1, 3);
    expect(Math.abs(run.temperatures.windingC - solved.windingC)).toBeLessThan(0.1);
    expect(Math.abs(run.temperatures.shellC - solved.shellC)).toBeLessThan(0.1);
  });
});

describe("the step", () => {
  test.each(Object.entries(RIDES))("half of it moves no figure by 0.2 %%: %s", (_, input) => {
    const [usual, half] = [ride(input), ride(input, 0.5)];
    for (const figure of FIGURES) expect([figure, Math.abs(usual[figure]! / half[figure]! - 1) < 0.002]).toEqual([figure, true]);
    expect(half.ended).toBe(usual.ended);
  });
  test("a stiff drive on a light bike takes no more steps than another", () => {
    let steps = 0;
    const run = new RideRun(
      planOf({ ...COMMUTE, load: { ...COMMUTE.load, massKg: 0.01 }, segments: [{ lengthM: 1000, gradePercent: 0 }] }),
    );
    expect(run.lap(() => (steps += 1))).toBe("route");
    expect(steps).toBeLessThan(200);
  });
});

describe("energy", () => {
  test.each(Object.entries(RIDES))("closes to 0.1 %%: %s", (_, input) => {
    const plan = planOf(input);
    const run = new RideRun(plan);
    run.lap();
    const { riderJ, motorsJ, copperJ, dragJ, roadJ, brakesJ } = run.ledger;
    const kineticJ = 0.5 * plan.massKg * run.speedMs ** 2;
    expect(Math.abs(motorsJ + riderJ - roadJ - brakesJ - kineticJ) / (motorsJ + riderJ)).toBeLessThan(0.001);
    const gears = input.motor.gearEfficiency * (input.output === "wheel" ? 1 : input.output.efficiency);
    const fromBattery = (motorsJ / gears + copperJ + dragJ) / input.controller.efficiency;
    expect(Math.abs(fromBattery / run.energyJ - 1)).toBeLessThan(0.001);
  });
});

describe("how a ride ends", () => {
  test("at a wall: where and how far, without a figure beyond it", () => {
    const wall = ride({
      ...COMMUTE,
      segments: [
        { lengthM: 1000, gradePercent: 0 },
        { lengthM: 500, gradePercent: 24 },
      ],
    });
    expect(wall.ended).toBe("stalled");
    expect(wall.distanceKm).toBeGreaterThan(1);
    expect(wall.distanceKm).toBeLessThan(1.05);
    expect(wall.rangeKm).toBe(wall.distanceKm);
    expect(wall.trace.at(-1)).toMatchObject({ km: wall.distanceKm, kmh: 0 });
  });
  test("at once on a wall: nothing is drawn", () => {
    expect(ride({ ...COMMUTE, segments: [{ lengthM: 500, gradePercent: 30 }] })).toMatchObject({
      ended: "stalled",
      distanceKm: 0,
      timeS: 0,
      energyWh: 0,
      whPerKm: 0,
      averageKmh: 0,
      peakElectricalW: 0,
      maxWindingC: 20,
      endPercent: 100,
      rangeKm: 0,
      trace: [{ km: 0, kmh: 0, gradePercent: 30, electricalW: 0, windingC: 20, percent: 100 }],
    });
  });
  test("at the reserve, at once when it starts there", () => {
    const battery = { ...COMMUTE.battery, startPercent: 15 };
    const short = ride({ ...COMMUTE, battery, segments: [{ lengthM: 100_000, gradePercent: 0 }] });
    expect(short.ended).toBe("reserve");
    expect(short.endPercent).toBeCloseTo(10, 9);
    expect(short.rangeKm).toBe(short.distanceKm);
    expect(ride({ ...COMMUTE, battery: { ...battery, startPercent: 10 } })).toMatchObject({
      ended: "reserve",
      distanceKm: 0,
      energyWh: 0,
    });
  });
  test("a road that only falls takes no charge after the first lap, or at all: no range", () => {
    const down = ride({ ...COMMUTE, segments: [{ lengthM: 2000, gradePercent: -6 }] });
    expect(down).toMatchObject({ ended: "route", rangeKm: null });
    expect(down.maxKmh).toBeCloseTo(25, 9);
    expect(ride({ ...COMMUTE, riderW: 400 }).rangeKm).toBeNull();
  });
  test("a rider who does nearly all of it: thousands of laps, in no time", () => {
    const light = ride({ ...COMMUTE, riderW: 187, segments: [{ lengthM: 300, gradePercent: 0 }] });
    const longer = ride({ ...COMMUTE, riderW: 187, segments: [{ lengthM: 30_000, gradePercent: 0 }] });
    expect(light.rangeKm! / longer.rangeKm!).toBeCloseTo(1, 1);
  });
});

describe("laws", () => {
  const cases = fc.record({
    massKg: fc.double({ min: 60, max: 200, noNaN: true }),
    headwindKmh: fc.double({ min: -20, max: 30, noNaN: true }),
    grades: fc.array(fc.double({ min: -8, max: 8, noNaN: true }), { minLength: 1, maxLength: 8 }),
    targetKmh: fc.double({ min: 10, max: 45, noNaN: true }),
    riderW: fc.double({ min: 0, max: 150, noNaN: true }),
  });
  type Case = typeof cases extends fc.Arbitrary<infer T> ? T : never;
  const inputOf = (c: Case): RideInput => ({
    ...COMMUTE,
    riderW: c.riderW,
    targetKmh: c.targetKmh,
    load: { ...COMMUTE.load, massKg: c.massKg, headwindKmh: c.headwindKmh },
    segments: c.grades.map((gradePercent) => ({ lengthM: 400, gradePercent })),
  });
  test("every figure is finite, within its bounds, and the trace runs from 0 to the end", () => {
    fc.assert(
      fc.property(cases, (c) => {
        const out = ride(inputOf(c));
        for (const figure of FIGURES) if (out[figure] !== null) expect(Number.isFinite(out[figure])).toBe(true);
        expect(out.maxKmh).toBeLessThanOrEqual(c.targetKmh * (1 + 1e-12));
        expect(out.endPercent).toBeGreaterThanOrEqual(10 - 1e-9);
        expect(out.trace.length).toBeLessThanOrEqual(500);
        expect([out.trace[0]!.km, out.trace.at(-1)!.km]).toEqual([0, out.distanceKm]);
        expect(out.energyWh).toBeGreaterThanOrEqual(0);
      }),
      { numRuns: 60, seed: 4 },
    );
  });
  test("on a road that does not fall, more mass never gives more range, a headwind never takes less energy", () => {
    fc.assert(
      fc.property(cases, fc.double({ min: 1, max: 40, noNaN: true }), (c, more) => {
        const level = { ...c, grades: c.grades.map(Math.abs), riderW: 0 };
        const [light, heavy] = [ride(inputOf(level)), ride(inputOf({ ...level, massKg: c.massKg + more }))];
        if (light.rangeKm !== null) expect(heavy.rangeKm!).toBeLessThanOrEqual(light.rangeKm * 1.0005);
        const windy = ride(inputOf({ ...level, headwindKmh: c.headwindKmh + more }));
        if (light.ended === "route" && windy.ended === "route" && level.targetKmh <= light.maxKmh * 0.999)
          expect(windy.energyWh).toBeGreaterThanOrEqual(light.energyWh * 0.9995);
      }),
      { numRuns: 30, seed: 5 },
    );
  });
});
