import * as fc from "fast-check";
import { drawn, HUB, ridden, ringOf, roadOf } from "../../../tests/prove.fixture";
import { loadN } from "../ride/roadLoad";
import { likelyHillKmh, likelyRangeKm, noChange } from "../ride/forecast";
import { roadSegments } from "../route/roadSegments";
import { AS_FORECAST } from "./madeUpRide";
import { onRoad } from "./onRoad";
import { rideProof, segmentsOf } from "./rideProof";
import type { RideLog } from "./rideLogSchema";
import { headingsOf, inWind, windOnRide, windSays } from "./windOnRide";

const RING = ringOf(roadOf(16, 180, 7));
/** A wind of 18 km/h: at 20 km/h it makes of the air's force anything between nothing and three and a half times as much. */
const windOf = (seed: number) => ({ kmh: 18, fromDeg: (77 * seed) % 360 });

test("a wind is along and across the way as its direction has it, and what it takes is what the ride model has it take", () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 359, noNaN: true }),
      fc.double({ min: 0, max: 359, noNaN: true }),
      fc.double({ min: 1, max: 30, noNaN: true }),
      (headingDeg, windFromDeg, windKmh) => {
        const h = (headingDeg * Math.PI) / 180;
        const placeKm: [number, number][] = [
          [0, 0],
          [0.05 * Math.sin(h), 0.05 * Math.cos(h)],
        ];
        const wind = windOnRide({ placeKm, windKmh, windFromDeg });
        if (wind.kind !== "told") throw new Error(wind.kind);
        const { alongMs, crossMs } = wind.windows[0]!;
        expect(Math.hypot(alongMs, crossMs)).toBeCloseTo(windKmh / 3.6, 9);
        expect(alongMs).toBeCloseTo((windKmh / 3.6) * Math.cos(((windFromDeg - headingDeg) * Math.PI) / 180), 6);
        const v = 9;
        const { times } = inWind(wind, 0, v);
        const airN = (headwindMs: number, crossMs_: number) =>
          loadN({ aeroK: 0.4, headwindMs, crossMs: crossMs_, rollingN: 0, climbingN: 0 }, v);
        const bearingN = loadN({ aeroK: 0, headwindMs: 0, crossMs: 0, rollingN: 0, climbingN: 0 }, v);
        expect(times).toBeCloseTo((airN(alongMs, crossMs) - bearingN) / (airN(0, 0) - bearingN), 9);
      },
    ),
  );
});

test("a wind is said as people note it", () => {
  expect(windSays({ windKmh: 0, windFromDeg: 90 })).toBe("still air");
  expect(windSays({ windKmh: 12.4, windFromDeg: 350 })).toBe("12 km/h of wind from the north");
  expect(windSays({ windKmh: 8, windFromDeg: null })).toBe("8 km/h of wind, from where was not noted");
});

test("a bike that stands heads where it headed", () => {
  const placeKm: [number, number][] = [
    [0, 0],
    [0.1, 0],
    [0.1, 0],
    [0.1, 0.1],
  ];
  expect(headingsOf({ placeKm })).toEqual([90, 90, 0]);
  expect(headingsOf({ placeKm: [] })).toBeNull();
});

const BLOWN = Array.from({ length: 11 }, (_, i) => drawn(HUB, RING, i + 1, windOf(i + 1)));
const CALM = Array.from({ length: 8 }, (_, i) => drawn(HUB, RING, i + 1));

const inBands = (proof: ReturnType<typeof rideProof>, { is, bike, log }: ReturnType<typeof drawn>): boolean[] => {
  const what = { ...noChange(bike), temperatureC: log.airC };
  return [
    Math.abs(proof.range!.value - likelyRangeKm(bike, roadSegments(RING), what)!) <= proof.range!.plusMinus,
    Math.abs(proof.hill!.value - likelyHillKmh(bike, what)!) <= proof.hill!.plusMinus,
    ...proof.road.figures.map(({ id, after }) => Math.abs(after.mean - is[id]) <= 1.96 * after.sd),
  ];
};

test.each([
  ["noted", (log: RideLog) => log],
  ["noted without its direction", (log: RideLog): RideLog => ({ ...log, windFromDeg: null })],
])("ridden in a wind that was %s, range and hill in still air and the bike's figures lie in their bands", (_, noted) => {
  const all = BLOWN.flatMap((made) => inBands(rideProof(noted(made.log), HUB, RING), made));
  expect(all).toHaveLength(66);
  expect(all.filter(Boolean).length / all.length).toBeGreaterThanOrEqual(0.93);
});

test("a wind that was not noted is found by where the bike headed: nothing is taken over, no range is proved", () => {
  for (const { log } of BLOWN.slice(0, 5)) {
    const { road, range, rangeNot, hill, hillNot } = rideProof({ ...log, windKmh: 0, windFromDeg: null }, HUB, RING);
    expect(road.cannot.join(" ")).toMatch(/Still air was noted, and the ride looks as if there were \d+ km\/h of wind from the /);
    expect(road.figures.some(({ learnt }) => learnt)).toBe(false);
    expect([range, hill, road.fits]).toEqual([null, null, false]);
    expect(rangeNot).toContain("not proved");
    expect(hillNot).toContain("not proved");
  }
  // And none is found where none blew.
  for (const { log } of CALM.slice(0, 5)) expect(rideProof(log, HUB, RING).road.cannot.join(" ")).not.toContain("wind from");
});

test("without places nothing of drive, rolling and drag is learnt in a wind, and the range is left wide open", () => {
  const log = { ...ridden(HUB, RING, AS_FORECAST, 3, windOf(3)), placeKm: [], origin: null, windFromDeg: null };
  const { road, range, rangeNot } = rideProof(log, HUB, RING);
  expect(road.cannot.join(" ")).toContain("the file has no places: what the air took cannot be told");
  expect(road.figures.some(({ learnt }) => learnt)).toBe(false);
  expect(rangeNot ?? range!.plusMinus / range!.value).not.toBeLessThan(0.2);
});

test("a ride's pieces are long enough to have a grade, keep way, rise and stops, and its own forecast comes through", () => {
  for (const { log } of CALM) {
    const pieces = segmentsOf(log);
    const sum = (of: (piece: (typeof pieces)[number]) => number) => pieces.reduce((all, piece) => all + of(piece), 0);
    expect(Math.min(...pieces.slice(0, -1).map(({ lengthM }) => lengthM))).toBeGreaterThanOrEqual(20);
    const km = log.wayM.reduce((all, m) => all + m, 0);
    expect(Math.abs(sum(({ lengthM }) => lengthM) - km)).toBeLessThan(1);
    const { forecast, ridden: was } = rideProof(log, HUB, null);
    expect(forecast.wh).toBeGreaterThan(0.6 * was.wh!);
  }
});

test("a ride's stops are where it stood, however its windows fall; what it stood before and after is none", () => {
  const plain = ridden(HUB, roadOf(9, 90, 5), AS_FORECAST, 4);
  // Eleven windows of 5 s: it waits, sets off, stands for 7.5 s over two windows, rolls, hardly stops, and stands at the end.
  const wayM = [0, 0, 24, 30, 12, 0, 9, 28, 31, 29, 0];
  const restS = [5, 5, 0.4, 0, 2.5, 5, 0, 0, 0.6, 0, 5];
  const log: RideLog = {
    ...plain,
    windowS: 5,
    wayM,
    restS,
    speedMs: [0, 0, 2, 6, 5, 0, 0, 5, 6, 6, 5, 0],
    cubeM3S3: wayM.map(() => 0),
    heightM: [],
    motorW: [],
    pulls: [],
    packA: [],
    packV: [],
    windingC: [],
  };
  expect(segmentsOf(log).map(({ lengthM, stopS }) => [lengthM, stopS])).toEqual([
    [24, undefined],
    [30, 7.5],
    [21, undefined],
    [28, undefined],
    [31, undefined],
    [29, undefined],
  ]);
});

describe("a ride that begins elsewhere on the customer's road", () => {
  const log = ridden(HUB, RING, AS_FORECAST, 2);
  const half = Math.floor(log.wayM.length / 2);
  const [east, north] = log.placeKm[half]!;
  const turned: RideLog = {
    ...log,
    placeKm: [...log.placeKm.slice(half), ...log.placeKm.slice(0, half)].map(([e, n]) => [e - east, n - north]),
    origin: { latDeg: 47 + north / 111.195, lonDeg: 8 + east / (111.195 * Math.cos((47 * Math.PI) / 180)) },
  };
  test("is on it by its places on the earth", () => {
    expect(onRoad(turned, RING)).toMatchObject({ on: true });
    expect(onRoad(turned, RING).share).toBeGreaterThan(0.97);
  });
  test("but not where the road was kept without its start, or lies elsewhere on the earth", () => {
    expect(onRoad(turned, { ...RING, origin: null })).toMatchObject({ on: false });
    expect(onRoad(turned, { ...RING, origin: { latDeg: 46.9, lonDeg: 8 } })).toMatchObject({ on: false, share: 0 });
    expect(onRoad(log, { ...RING, origin: { latDeg: 46.9, lonDeg: 8 } })).toMatchObject({ on: false });
  });
});
