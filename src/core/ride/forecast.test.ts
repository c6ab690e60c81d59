import { CELL_VOLTS } from "../power/batteryPack";
import { motorClass, phaseForTorque } from "../power/motorClass";
import { ridePromises } from "../promise/ridePromises";
import { routeByHand } from "../route/byHand";
import { segmentsOf } from "../route/profile";
import { COGS, HUB as hub, MID as mid, COMMUTE, DIRECT, MEDIUM_MID, SMALL_GEARED, rolling } from "../../../tests/ride.fixture";
import { roadSegments, windOn } from "../route/roadSegments";
import { coldShare, forecast, noChange, type ForecastInput } from "./forecast";
import { driveSteady } from "./driveSteady";
import { Gears } from "./gears";
import { nearestChanges } from "./nearest";

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
  const speed = (output: (typeof COGS)[0] | "wheel", gradePercent: number) =>
    Math.min(
      25,
      driveSteady({
        ...input,
        output,
        battery: { openCircuitV: 48, internalOhm: 0.11 },
        load: { ...input.load, gradePercent },
      }).speedKmh,
    );
  const gears = new Gears(COGS, 2155, speed);
  const cog = (gradePercent: number) => (gears.best(gradePercent).output as (typeof COGS)[0]).cogTeeth;
  test("the steeper, the larger the cog; on the flat the legs turn at their best", () => {
    expect(cog(15)).toBeGreaterThan(cog(5));
    const rpm = ((25 / 0.06 / 2155) * 1000 * cog(0)) / 42;
    expect(Math.abs(rpm - 75)).toBeLessThan(12);
    expect(gears.best(0).rpm).toBeCloseTo(rpm, 6);
  });
  test("the chosen gear holds the speed within a hair of the best of all", () => {
    for (const gradePercent of [-3, 0, 4, 8, 12, 18]) {
      const best = Math.max(...COGS.map((output) => speed(output, gradePercent)));
      expect(gears.best(gradePercent).kmh).toBeGreaterThan(best - 0.7);
    }
  });
  test("a gear is kept while it does nearly as well and the legs turn, and let go when they do not", () => {
    const flat = gears.next(0, null);
    expect(flat).toBe(gears.best(0).output);
    expect(gears.next(1, flat)).toBe(flat);
    expect(gears.next(15, flat)).not.toBe(flat);
  });
  test("changes on the way are counted, those while the motor pulls apart; a hub has none", () => {
    const steep = mixed().map((segment) => ({ ...segment, gradePercent: 2 * segment.gradePercent }));
    const { shifts } = forecast(mid, steep);
    expect(shifts!.count).toBeGreaterThanOrEqual(2);
    expect(shifts!.count).toBeLessThan(60);
    expect(shifts!.underLoad.length).toBeGreaterThan(0);
    expect(shifts!.underLoad.length).toBeLessThanOrEqual(shifts!.count);
    for (const { km, electricalW } of shifts!.underLoad) {
      expect(electricalW).toBeGreaterThan(100);
      expect(km).toBeGreaterThan(0);
    }
    expect(forecast(hub, mixed()).shifts).toBeNull();
  });
});

describe("how the motor is called", () => {
  const torque: ForecastInput = { ...mid, assist: { kind: "torque", topRatio: 3 } };
  test("by the rider's own force: a weak rider gets less of it, and by level", () => {
    const at = (riderW: number, assistShare: number) =>
      forecast(torque, mixed(), { ...noChange(torque), riderW, assistShare }).hill!.kmh.likely;
    expect(at(90, 1)).toBeGreaterThan(at(50, 1));
    expect(at(90, 0.4)).toBeLessThan(at(90, 1));
    expect(at(0, 1)).toBe(0);
    // Four times the rider's power on 7 % with about 116 kg: the equilibrium by hand.
    const steep = forecast(torque, mixed()).hill!.kmh.likely / 3.6;
    const newton = 116 * 9.80665 * (0.07 / Math.hypot(1, 0.07) + 0.0075) + 0.34 * steep ** 2;
    expect((newton * steep) / (4 * 90)).toBeCloseTo(1, 0);
  });
  test("by level: less current, and more range", () => {
    const low = forecast(hub, mixed(), { ...noChange(hub), assistShare: 0.4 });
    const full = forecast(hub, mixed());
    expect(low.hill!.kmh.likely).toBeLessThan(full.hill!.kmh.likely);
    expect(low.rangeKm!.likely).toBeGreaterThan(full.rangeKm!.likely);
    expect(Math.max(...low.route.trace.map((point) => point.electricalW))).toBeLessThan(0.45 * 15 * 42);
  });
});

describe("a motor without a clutch", () => {
  const direct: ForecastInput = {
    ...hub,
    motor: DIRECT,
    controller: { batteryA: 25, phaseA: 60, efficiency: 0.97 },
    battery: { ...hub.battery, series: 13 },
    regenMaxV: 54.6,
  };
  const downAgain = mixed().map((segment) => ({ ...segment, gradePercent: 1.6 * segment.gradePercent }));
  test("charges on descents, but not in the cold", () => {
    const least = (made: ReturnType<typeof forecast>) => Math.min(...made.route.trace.map((point) => point.electricalW));
    expect(least(forecast(direct, downAgain))).toBeLessThan(-50);
    expect(least(forecast(direct, downAgain, { ...noChange(direct), temperatureC: 0 }))).toBe(0);
    expect(forecast(direct, downAgain).rangeKm!.likely).toBeGreaterThan(
      forecast({ ...direct, regenMaxV: null }, downAgain).rangeKm!.likely,
    );
  });
});

describe("the road's details", () => {
  const road = (details: Partial<Parameters<typeof roadSegments>[0]>) =>
    roadSegments({
      stepM: 100,
      elevationM: Array.from({ length: 201 }, (_, i) => (i < 100 ? i * 2 : 398 - i * 2)),
      // East for 10 km, then back west.
      plan: Array.from({ length: 201 }, (_, i) => [i < 100 ? i / 10 : 20 - i / 10, 0] as [number, number]),
      stops: 0,
      surfaces: [],
      ...details,
    });
  test("stops are spread over the way, none on its steepest piece or at its end", () => {
    const at = road({ stops: 5 }).flatMap((segment, i) => (segment.stopS === undefined ? [] : [i]));
    expect(at).toHaveLength(5);
    expect(at.at(-1)).toBeLessThan(199);
    for (const [k, i] of at.entries()) {
      expect(i).toBeGreaterThanOrEqual(Math.floor((k * 199) / 5));
      expect(i).toBeLessThan(Math.floor(((k + 1) * 199) / 5));
    }
    expect(road({ stops: 0 }).every((segment) => segment.stopS === undefined)).toBe(true);
    expect(road({ stops: 500 }).filter((segment) => segment.stopS !== undefined)).toHaveLength(199);
  });
  test("surfaces lie where they were said, the later one over the earlier", () => {
    const made = road({
      surfaces: [
        { fromKm: 2, toKm: 8, surface: "gravel" },
        { fromKm: 4, toKm: 5, surface: "grass or soft ground" },
      ],
    });
    expect([10, 25, 45, 79, 80].map((i) => made[i]!.rollingTimes)).toEqual([undefined, 1.7, 4, 1.7, undefined]);
  });
  test("a wind from the east is from ahead on the way out, from behind on the way back, across to the north", () => {
    const [out, back] = [road({})[20]!, road({})[180]!];
    expect(windOn(out, 20, 90).headwindKmh).toBeCloseTo(20, 6);
    expect(windOn(back, 20, 90).headwindKmh).toBeCloseTo(-20, 6);
    expect(windOn(out, 20, 0).headwindKmh).toBeCloseTo(0, 6);
    expect(Math.abs(windOn(out, 20, 0).crosswindKmh)).toBeCloseTo(20, 6);
    expect(windOn(out, 20, null)).toEqual({ headwindKmh: 20, crosswindKmh: 0 });
    expect(windOn({ lengthM: 1, gradePercent: 0 }, 20, 90)).toEqual({ headwindKmh: 20, crosswindKmh: 0 });
  });
  test("stops, gravel and a wind that turns with the road each take range; head on takes more than turning", () => {
    const range = (details: Partial<Parameters<typeof roadSegments>[0]>, change = {}) =>
      forecast(hub, road(details), { ...noChange(hub), ...change }).rangeKm!.likely;
    const plain = range({});
    expect(range({ stops: 30 })).toBeLessThan(plain);
    expect(range({ surfaces: [{ fromKm: 0, toKm: 20, surface: "gravel" }] })).toBeLessThan(plain);
    const turning = range({}, { headwindKmh: 20, windFromDeg: 90 });
    expect(turning).toBeLessThan(plain);
    expect(range({}, { headwindKmh: 20 })).toBeLessThan(turning);
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
