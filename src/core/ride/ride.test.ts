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

const bumpy = rolling(100, 80);
Object.assign(RIDES, {
  "stops, a crosswind and gravel": {
    ...COMMUTE,
    segments: bumpy.map((segment, i) => ({
      ...segment,
      headwindKmh: 8 * Math.cos(i / 9),
      crosswindKmh: 8 * Math.sin(i / 9),
      rollingTimes: i % 20 < 5 ? 1.7 : 1,
      ...(i % 12 === 11 && { stopS: 0 }),
    })),
  },
  "at twice the rider's own": { ...COMMUTE, segments: bumpy, assistRatio: 2 },
} satisfies Record<string, RideInput>);

/** Downhill at the target with a motor that has no clutch. */
const CHARGING: RideInput = {
  ...COMMUTE,
  motor: DIRECT,
  controller: { batteryA: 25, phaseA: 60, efficiency: 0.97 },
  battery: { ...COMMUTE.battery, series: 13, startPercent: 60 },
  segments: [
    { lengthM: 700, gradePercent: 0 },
    { lengthM: 3000, gradePercent: -7 },
  ],
  targetKmh: 30,
  regenMaxV: 54.6,
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

describe("what draws and drags all the way", () => {
  const run = (input: RideInput) => {
    const made = new RideRun(planOf(input));
    made.lap();
    return made;
  };
  const kinetic = (made: RideRun, massKg: number) => 0.5 * massKg * made.speedMs ** 2;

  test("lamps and display draw their watts for every second, at stops too", () => {
    const town = { ...COMMUTE, segments: Array.from({ length: 10 }, () => ({ lengthM: 400, gradePercent: 0, stopS: 20 })) };
    const dark = run(town);
    const lit = run({ ...town, auxW: 6 });
    expect(lit.energyJ - dark.energyJ).toBeCloseTo(6 * lit.timeS, -1);
    expect(lit.timeS).toBeGreaterThan(200);
    expect(lit.usedAh).toBeGreaterThan(dark.usedAh);
    // 6 W at 36 V or so are a sixth of an ampere.
    expect((lit.usedAh - dark.usedAh) / ((6 * lit.timeS) / 3600 / 38)).toBeCloseTo(1, 0);
  });

  test("a motor without a clutch drags while it is off: the rider alone is slower by what it takes, and the energy closes", () => {
    // The level is nought: the controller gives no current at all.
    const alone = {
      ...CHARGING,
      regenMaxV: undefined,
      controller: { batteryA: 1e-6, phaseA: 1e-6, efficiency: 0.97 },
      riderW: 120,
    };
    const flat = { ...alone, segments: [{ lengthM: 4000, gradePercent: 0 }] };
    const free = run(flat);
    const held = run({ ...flat, drags: true });
    expect(held.speedMs).toBeLessThan(0.97 * free.speedMs);
    for (const made of [free, held]) {
      const { motorsJ, riderJ, roadJ, brakesJ } = made.ledger;
      expect(Math.abs(motorsJ + riderJ - roadJ - brakesJ - kinetic(made, CHARGING.load.massKg)) / riderJ).toBeLessThan(0.001);
    }
    expect(free.ledger.motorsJ).toBe(0);
    // All that the road gives into the motor is its drag.
    expect(-held.ledger.motorsJ).toBeCloseTo(held.ledger.dragJ, 3);
    // At the end the rider's watts are the road's and the drag's: DIRECT's own torque at its turns.
    const v = held.speedMs;
    const { motor, circumferenceMm } = CHARGING;
    const turnsPerS = (v / (circumferenceMm / 1000)) * motor.gearRatio;
    const dragWatts = (motor.dragNm + motor.dragNmPerRpm * 60 * turnsPerS) * 2 * Math.PI * turnsPerS;
    expect(dragWatts).toBeGreaterThan(5);
    const without = run({ ...flat, riderW: 120 - dragWatts });
    expect(without.speedMs).toBeCloseTo(v, 1);
  });
});

describe("charging on descents", () => {
  const run = (input: RideInput) => {
    const made = new RideRun(planOf(input));
    const seen: number[] = [];
    expect(made.lap((at, _, electricalW) => void (at.speedMs > 8 && seen.push(electricalW)))).toBe("route");
    return { made, leastW: Math.min(...seen) };
  };
  test("gives back what the road pushes less the motor's losses, and the energy closes", () => {
    const { made, leastW } = run(CHARGING);
    const { made: without } = run({ ...CHARGING, regenMaxV: undefined });
    expect(leastW).toBeLessThan(-150);
    expect(made.usedAh).toBeLessThan(without.usedAh - 0.3);
    const { motorsJ, copperJ, dragJ, riderJ, roadJ, brakesJ } = made.ledger;
    expect(Math.abs(motorsJ + riderJ - roadJ - brakesJ - 57.5 * made.speedMs ** 2)).toBeLessThan(0.001 * Math.abs(roadJ));
    // Charging, the controller loses its share of what comes out of the motor; driving, of what goes in: between the two bounds.
    const through = motorsJ + copperJ + dragJ;
    expect(made.energyJ).toBeGreaterThan(through - 1);
    expect(made.energyJ).toBeLessThan(through + 0.03 * Math.abs(made.ledger.motorsJ) + 0.06 * without.energyJ);
    expect(made.temperatures.windingC).toBeGreaterThan(without.temperatures.windingC);
  });
  test("takes its part in braking for a stop: more than without it by less than what the bike carried, and the energy closes", () => {
    const town = {
      ...CHARGING,
      segments: Array.from({ length: 20 }, () => ({ lengthM: 300, gradePercent: 0, stopS: 10 })),
    };
    const { made } = run({ ...town, targetKmh: 35 });
    const { made: without } = run({ ...town, targetKmh: 35, regenMaxV: undefined });
    const carriedJ = 20 * 0.5 * 115 * (35 / 3.6) ** 2;
    const savedJ = without.energyJ - made.energyJ;
    expect(savedJ).toBeGreaterThan(0.3 * carriedJ);
    expect(savedJ).toBeLessThan(0.8 * carriedJ);
    const { motorsJ, copperJ, dragJ, riderJ, roadJ, brakesJ } = made.ledger;
    expect(Math.abs(motorsJ + riderJ - roadJ - brakesJ) / (motorsJ + riderJ)).toBeLessThan(0.001);
    expect(brakesJ).toBeGreaterThan(0);
    expect(made.energyJ).toBeGreaterThan(motorsJ + copperJ + dragJ);
  });
  test("keeps the pack under its ceiling, and takes nothing when it is full", () => {
    const full = { ...CHARGING, battery: { ...CHARGING.battery, startPercent: 100 } };
    expect(run(full).leastW).toBe(0);
    const low = run({ ...CHARGING, regenMaxV: 49.55 });
    expect(low.leastW).toBeLessThan(0);
    expect(low.leastW).toBeGreaterThan(run(CHARGING).leastW);
  });
});

describe("stops", () => {
  test("each costs a start: the bike's kinetic energy, and a little more for the losses", () => {
    const stops = (n: number) =>
      ride({
        ...COMMUTE,
        riderW: 0,
        segments: Array.from({ length: 40 }, (_, i) => ({
          lengthM: 250,
          gradePercent: 0,
          ...(i < 39 && i % 4 === 1 && i < 4 * n && { stopS: 10 }),
        })),
      });
    const startWh = (0.5 * 115 * (25 / 3.6) ** 2) / 3600;
    const each = (stops(8).energyWh - stops(0).energyWh) / 8;
    expect(each).toBeGreaterThan(startWh);
    expect(each).toBeLessThan(2 * startWh);
    expect((stops(8).timeS - stops(0).timeS) / 8).toBeGreaterThan(10);
    const { trace } = stops(8);
    expect(
      trace
        .slice(1)
        .filter((point) => point.kmh === 0)
        .map((point) => point.km),
    ).toEqual([0.5, 1.5, 2.5, 3.5, 4.5, 5.5, 6.5, 7.5]);
    expect(trace.at(-1)!.km).toBe(10);
    expect(trace.length).toBeLessThanOrEqual(500);
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
  test("at the low-voltage cut, where the resting volts are down to it; before that the current folds back", () => {
    const road = { ...COMMUTE, segments: [{ lengthM: 100_000, gradePercent: 0 }] };
    const cut = ride({ ...road, controller: { ...road.controller, cutV: 36 } });
    expect(cut.ended).toBe("cut");
    // 3.6 V a cell at rest is 35 % of the charge by the table, and 1.5 A of the 15 are 0.017 V a cell more.
    expect(cut.endPercent).toBeGreaterThan(35);
    expect(cut.endPercent).toBeLessThan(39);
    const steep = {
      ...COMMUTE,
      battery: { ...COMMUTE.battery, startPercent: 40 },
      segments: [{ lengthM: 300, gradePercent: 5 }],
    };
    const folded = ride({ ...steep, controller: { ...road.controller, cutV: 36 } });
    expect(folded.peakElectricalW).toBeLessThan(0.5 * ride(steep).peakElectricalW);
    expect(ride({ ...road, controller: { ...road.controller, cutV: 60 } })).toMatchObject({ energyWh: 0, peakElectricalW: 0 });
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
  test("no motor gives less than its losses: what comes from the battery is more than what comes to the road and turns to heat", () => {
    fc.assert(
      fc.property(cases, (c) => {
        const run = new RideRun(planOf(inputOf(c)));
        run.lap(({ ledger, energyJ }) => {
          expect(Math.min(ledger.motorsJ, ledger.copperJ, ledger.dragJ)).toBeGreaterThanOrEqual(0);
          expect(energyJ).toBeGreaterThanOrEqual((ledger.motorsJ + ledger.copperJ + ledger.dragJ) * (1 - 1e-6));
        });
      }),
      { numRuns: 40, seed: 6 },
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
