import { CELL_VOLTS } from "../power/batteryPack";
import { motorClass, phaseForTorque } from "../power/motorClass";
import { ridePromises } from "../promise/ridePromises";
import { routeByHand } from "../route/byHand";
import { segmentsOf } from "../route/profile";
import { COMMUTE, MEDIUM_MID, SMALL_GEARED, rolling } from "../../../tests/ride.fixture";
import { coldShare, forecast, gearFor, noChange, type ForecastInput } from "./forecast";
import { driveSteady } from "./driveSteady";
import { nearestChanges } from "./nearest";

const COGS = [11, 13, 15, 18, 21, 24, 28, 32].map((cogTeeth) => ({ chainringTeeth: 42, cogTeeth, efficiency: 0.97 }));
const hub: ForecastInput = {
  motor: SMALL_GEARED,
  motors: 1,
  outputs: ["wheel"],
  controller: { batteryA: 15, phaseA: 32, efficiency: 0.97 },
  thermal: COMMUTE.thermal,
  circumferenceMm: 2155,
  battery: { chemistry: "nmc", series: 10, capacityAh: 14, internalOhm: 0.11 },
  bikeKg: 22,
  riderKg: 78,
  loadKg: 8,
  cdaM2: 0.55,
  crr: 0.0075,
  riderW: 90,
  targetKmh: 24.5,
  hill: { gradePercent: 7, lengthM: 900 },
  asked: { rangeKm: 35, hillKmh: 12 },
  coldestC: 5,
  assumptions: [],
};
const mid: ForecastInput = {
  ...hub,
  motor: MEDIUM_MID,
  outputs: COGS,
  controller: { batteryA: 18, phaseA: 45, efficiency: 0.97 },
  battery: { chemistry: "nmc", series: 13, capacityAh: 14, internalOhm: 0.12 },
};
const mixed = () => {
  const road = routeByHand({ distanceKm: 20, climbM: 220, hillPercent: 7, hillKm: 0.9 });
  if (!road.ok) throw new Error(road.error);
  return segmentsOf(road.value);
};

describe("a forecast", () => {
  test("672 Wh give about 40 to 55 km of mixed riding with assist to 25 km/h (common practice)", () => {
    const wh = 672;
    const capacityAh = wh / (CELL_VOLTS.nmc.nominal * 13);
    const large = { ...mid, battery: { ...mid.battery, capacityAh }, riderW: 60, cdaM2: 0.6, loadKg: 12 };
    const band = forecast(large, mixed()).rangeKm!;
    expect(band.low).toBeLessThan(55);
    expect(band.high).toBeGreaterThan(40);
    expect(band.likely).toBeGreaterThan(35);
    expect(band.likely).toBeLessThan(60);
  });
  test("about 25 to 35 km on throttle at 40 to 50 km/h (common practice)", () => {
    const capacityAh = 672 / (CELL_VOLTS.nmc.nominal * 13);
    const fast: ForecastInput = {
      ...hub,
      motor: { ...SMALL_GEARED, kvRpmPerV: 38, gearRatio: 5, windingOhm: 0.09 },
      controller: { batteryA: 25, phaseA: 60, efficiency: 0.97 },
      battery: { chemistry: "nmc", series: 13, capacityAh, internalOhm: 0.1 },
      riderW: 0,
      targetKmh: 42,
    };
    const band = forecast(
      fast,
      rolling(400, 50).map((s) => ({ ...s, gradePercent: s.gradePercent / 3 })),
    ).rangeKm!;
    expect(band.low).toBeLessThan(35);
    expect(band.high).toBeGreaterThan(25);
  });
  test("low is under likely under high, and the hill is slower for the heavier side", () => {
    for (const input of [hub, mid]) {
      const made = forecast(input, mixed());
      expect(made.rangeKm!.low).toBeLessThan(made.rangeKm!.likely);
      expect(made.rangeKm!.likely).toBeLessThan(made.rangeKm!.high);
      expect(made.hill!.kmh.low).toBeLessThanOrEqual(made.hill!.kmh.likely);
      expect(made.hill!.starts).toBe(true);
    }
  });
  test.each([
    ["headwind", { headwindKmh: 25 }],
    ["mass", { moreKg: 40 }],
    ["cold", { temperatureC: -10 }],
    ["old cells", { cellShare: 0.7 }],
    ["no legs", { riderW: 0 }],
  ])("%s takes range", (_, change) => {
    const usual = forecast(hub, mixed()).rangeKm!.likely;
    expect(forecast(hub, mixed(), { ...noChange(hub), ...change }).rangeKm!.likely).toBeLessThan(usual);
  });
  test("an unchanged what-if is the forecast itself", () =>
    expect(forecast(hub, mixed(), noChange(hub))).toEqual(forecast(hub, mixed())));
  test("a hill past the motor is told, not glossed over", () => {
    const steep = forecast({ ...hub, hill: { gradePercent: 28, lengthM: 200 } }, mixed());
    expect(steep.hill).toMatchObject({ starts: false, kmh: { likely: 0 } });
    expect(ridePromises(steep, hub.asked)[1]).toMatchObject({ kept: false, note: "it stalls there" });
  });
});

describe("gears", () => {
  const input = { ...COMMUTE, motor: MEDIUM_MID, controller: mid.controller, battery: { ...COMMUTE.battery, series: 13 } };
  const cog = (gradePercent: number) => (gearFor(input, COGS, gradePercent) as { cogTeeth: number }).cogTeeth;
  test("the steeper, the larger the cog; on the flat the legs turn at their best", () => {
    expect(cog(15)).toBeGreaterThan(cog(5));
    const flat = cog(0);
    const rpm = ((25 / 0.06 / 2155) * 1000 * flat) / 42;
    expect(Math.abs(rpm - 75)).toBeLessThan(12);
  });
  test("the chosen gear holds the speed within a hair of the best of all", () => {
    for (const gradePercent of [-3, 0, 4, 8, 12, 18]) {
      const speed = (output: (typeof COGS)[0]) =>
        Math.min(
          25,
          driveSteady({
            ...input,
            output,
            battery: { openCircuitV: 48, internalOhm: 0.11 },
            load: { ...input.load, gradePercent },
          }).speedKmh,
        );
      const best = Math.max(...COGS.map(speed));
      expect(speed(gearFor(input, COGS, gradePercent) as (typeof COGS)[0])).toBeGreaterThan(best - 0.7);
    }
  });
});

test("a cold pack gives less, between the table's rows too", () => {
  expect([coldShare(-30), coldShare(0), coldShare(5), coldShare(40)]).toEqual([0.57, 0.87, 0.905, 1]);
});

describe("the nearest change that would keep a promise", () => {
  const steep = { ...hub, hill: { gradePercent: 8, lengthM: 650 } };
  const hillKmh = forecast(steep, mixed()).hill!.kmh.likely + 1;
  const far = { ...steep, asked: { rangeKm: 80, hillKmh } };
  const now = forecast(far, mixed());
  const changes = nearestChanges(far, mixed(), now);
  test("each of them keeps it, by a hair", () => {
    expect(now.rangeKm!.likely).toBeLessThan(80);
    const ampHours = Number(/a pack of ([\d.]+) Ah/.exec(changes.range.join())![1]);
    const withPack = (capacityAh: number) => ({
      ...far,
      battery: { ...far.battery, capacityAh, internalOhm: (far.battery.internalOhm * 14) / capacityAh },
    });
    expect(forecast(withPack(ampHours), mixed()).rangeKm!.likely).toBeGreaterThanOrEqual(80);
    expect(forecast(withPack(0.93 * ampHours), mixed()).rangeKm!.likely).toBeLessThan(80);
    const watt = Number(/(\d+) W from the rider/.exec(changes.hill.join())![1]);
    expect(forecast(far, mixed(), { ...noChange(far), riderW: watt }).hill!.kmh.likely).toBeGreaterThanOrEqual(hillKmh);
    expect(forecast(far, mixed(), { ...noChange(far), riderW: watt - 12 }).hill!.kmh.likely).toBeLessThan(hillKmh);
  });
  test("none is offered where the promise is kept, not asked, or out of reach", () => {
    expect(nearestChanges(hub, mixed())).toEqual({ range: [], hill: [] });
    expect(nearestChanges({ ...hub, asked: { rangeKm: null, hillKmh: null } }, mixed())).toEqual({ range: [], hill: [] });
    expect(nearestChanges({ ...hub, asked: { rangeKm: 5000, hillKmh: 60 } }, mixed())).toEqual({ range: [], hill: [] });
  });
});

describe("the road's climbs", () => {
  test("each has its speed, heat, gear and whether it starts", () => {
    const [first] = forecast(mid, mixed()).climbs;
    expect(first).toMatchObject({ starts: true, cogTeeth: expect.any(Number) });
    expect(first!.riseM).toBeGreaterThan(50);
    expect(first!.kmh).toBeGreaterThan(8);
    expect(first!.windingC).toBeGreaterThan(20);
    expect(forecast(hub, mixed()).climbs[0]!.cogTeeth).toBeNull();
  });
});

describe("promises of the ride", () => {
  const route = forecast(hub, mixed());
  test.each([
    [{ low: 36, likely: 45, high: 50 }, true],
    [{ low: 30, likely: 36, high: 50 }, null],
    [{ low: 20, likely: 34, high: 50 }, false],
  ])("asked 35 km, %j", (rangeKm, kept) =>
    expect(ridePromises({ ...route, rangeKm }, hub.asked)[0]).toMatchObject({ id: "range", kept, asked: 35 }),
  );
  test("a ride that the rider carries keeps any range", () =>
    expect(ridePromises({ ...route, rangeKm: null }, hub.asked)[0]).toMatchObject({ kept: true, predicted: null }));
});

test("a part's class follows kind and rated power, and its phase current the torque it is sold with", () => {
  const of = (kind: string, spec: object) => motorClass({ kind, spec } as unknown as Parameters<typeof motorClass>[0]).says;
  expect(of("hub-motor", { drive: "geared", ratedW: 250 })).toBe("small geared hub");
  expect(of("hub-motor", { drive: "geared", ratedW: 500 })).toBe("large geared hub");
  expect(of("hub-motor", { drive: "direct", ratedW: 250 })).toBe("direct-drive hub");
  expect(of("mid-motor", { ratedW: 750 })).toBe("medium mid-drive");
  expect(of("frame-motor", { ratedW: 1000 })).toBe("large mid-drive");
  // 33.7 N·m at 30 A: the small geared hub's own row.
  expect(phaseForTorque(SMALL_GEARED, 33.7)).toBeCloseTo(30, 0);
});
