import { battery, controller, donorOf, hub, mid, partOf, SOUND } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { Catalogue } from "../parts/catalogue";
import type { Part } from "../parts/part";
import { routeByHand } from "../route/byHand";
import type { RoadDetails } from "../route/roadSegments";
import { fitOf } from "./assess";
import { newJob } from "./job";
import { type Wish } from "../wish/wish";
import { canRide, hillOf, rideOf } from "./rideOf";

/** Flat, then so many percent for 400 m, then flat. */
const road = (gradePercent: number) => ({
  stepM: 25,
  elevationM: Array.from({ length: 81 }, (_, i) => (gradePercent / 4) * Math.min(16, Math.max(0, i - 30))),
});

describe("the hill that is promised", () => {
  test("is the customer's, with a length where none was given", () => {
    expect(hillOf({ hillPercent: 9, hillKm: 1.4 }, road(4))).toEqual({ gradePercent: 9, lengthM: 1400 });
    expect(hillOf({ hillPercent: 9, hillKm: null }, road(4))).toEqual({ gradePercent: 9, lengthM: 300 });
  });
  test("is the road's own where that is steeper by more than a percent, or nothing was said", () => {
    expect(hillOf({ hillPercent: 5, hillKm: 0.8 }, road(27))).toMatchObject({ gradePercent: expect.closeTo(27, 5) });
    expect(hillOf({ hillPercent: null, hillKm: null }, road(6))).toMatchObject({
      gradePercent: expect.closeTo(6, 5),
      lengthM: 400,
    });
    expect(hillOf({ hillPercent: 5.5, hillKm: 0.8 }, road(6))).toMatchObject({ gradePercent: 5.5 });
  });
  test("is none on a flat road of which nothing was said", () =>
    expect(hillOf({ hillPercent: null, hillKm: null }, road(0))).toBeNull());
});

const wishWith = (details: Partial<RoadDetails> = {}, over: Partial<Wish> = {}): Wish => {
  const made = routeByHand({ distanceKm: 12, climbM: 80, hillPercent: null, hillKm: null });
  if (!made.ok) throw new Error(made.error);
  const route = {
    name: "",
    source: "by hand" as const,
    ...made.value,
    stops: 0,
    surfaces: [...(details.surfaces ?? [])],
    ...(details.stops !== undefined && { stops: details.stops }),
  };
  return {
    ...newJob({ id: "j", number: 1, customer: "Ida", bike: "x" }).wish,
    where: "EU, public roads",
    riderKg: 75,
    loadKg: 8,
    route,
    ...over,
  };
};

/** A sound bike with these parts in it. */
function stood(parts: readonly Part[], wish = wishWith()) {
  const job = {
    ...newJob({ id: "j", number: 1, customer: "Ida", bike: "x" }),
    donor: donorOf(SOUND),
    also: parts.map((part) => ({ partId: part.id, quantity: 1 })),
    wish,
  };
  return { build: fitOf(job, new Catalogue(parts, []), DEFAULT_HOUSE_RULES).build, wish };
}
const ridden = (parts: readonly Part[], wish = wishWith(), massKg: number | null = 22) =>
  rideOf(stood(parts, wish).build, wish, massKg);

const sensor = (senses: "torque" | "cadence") =>
  partOf("pedal-sensor", { senses, side: "left", plug: "three-pin", thickMm: 8, leadMm: 600, runOnS: 0.9 });

describe("what calls for the motor", () => {
  test.each([
    ["a torque sensor inside a crank motor", [mid(), battery(), controller()], { kind: "torque", topRatio: 4 }],
    ["a torque sensor at the shell", [hub(), battery(), controller(), sensor("torque")], { kind: "torque", topRatio: 3 }],
    ["a cadence sensor", [hub(), battery(), controller(), sensor("cadence")], { kind: "cadence" }],
    ["a cadence sensor inside", [mid({ pedalSensor: "cadence" }), battery(), controller()], { kind: "cadence" }],
    ["a hand, where nothing senses", [hub(), battery(), controller()], { kind: "throttle" }],
  ])("%s", (_, parts, assist) => expect(ridden(parts).input!.assist).toEqual(assist));
});

describe("charging on descents", () => {
  const direct = (over = {}) => hub({ end: "rear", drive: "direct", regenerates: true, ...over });
  const parts = (motor: Part, regenMaxV: number | null) => [
    motor,
    battery({ series: 13 }),
    controller({ maxV: 60, cutV: 40, regenMaxV, regenSettable: true }),
  ];
  test("goes up to the lower of the controller's ceiling and the full pack", () => {
    expect(ridden(parts(direct(), 50)).input!.regenMaxV).toBe(50);
    expect(ridden(parts(direct(), 58.8)).input!.regenMaxV).toBeCloseTo(54.6, 9);
  });
  test("is none with a clutch, a motor that does not brake, or a ceiling that is not stated", () => {
    expect(ridden(parts(hub({ end: "rear", regenerates: true }), 50)).input!.regenMaxV).toBeNull();
    expect(ridden(parts(direct({ regenerates: false }), 50)).input!.regenMaxV).toBeNull();
    expect(ridden(parts(direct(), null)).input!.regenMaxV).toBeNull();
  });
});

describe("what the forecast rests on", () => {
  test("the low-voltage cut is the controller's", () =>
    expect(ridden([hub(), battery(), controller({ cutV: 31.5 })]).input!.controller.cutV).toBe(31.5));
  test("stops and surfaces are said in a line", () => {
    const lines = ridden(
      [hub(), battery(), controller()],
      wishWith({ stops: 1, surfaces: [{ fromKm: 2, toKm: 3.5, surface: "gravel" }] }),
    ).input!.assumptions;
    expect(lines).toContain("1 stop of 10 s on the way; gravel from km 2 to 3.5; still air");
    expect(ridden([hub(), battery(), controller()]).input!.assumptions).toContain("No stops on the way; asphalt; still air");
  });
  test("two motors that are not alike are counted as alike, and it says so", () => {
    const two = (front: Part, rear: Part) => ridden([front, rear, battery(), controller()]).input!;
    const alike = two(hub(), hub({ end: "rear" }));
    expect(alike.motors).toBe(2);
    expect(alike.assumptions[0]).toMatch(/2 of them$/);
    expect(two(hub(), hub({ end: "rear", peakTorqueNm: 45 })).assumptions[0]).toMatch(/2 of them, counted as alike$/);
  });
  test("the speed held is the one that is set: under the figure of the class, or as it is asked below that", () => {
    expect(ridden([hub(), battery(), controller()], wishWith({}, { assistKmh: 25 })).input!.targetKmh).toBe(24.5);
    expect(ridden([hub(), battery(), controller()], wishWith({}, { assistKmh: 15 })).input!.targetKmh).toBe(15);
  });
  test("whether it can be reckoned is said without working it out", () => {
    for (const [parts, over] of [
      [[hub(), battery(), controller()], {}],
      [[hub(), battery(), controller()], { riderKg: null }],
      [[hub(), battery(), controller()], { route: null }],
      [[battery()], {}],
      [[hub()], {}],
    ] as const) {
      const { build, wish } = stood([...parts], wishWith({}, over));
      expect(canRide(build, wish, 20)).toBe(rideOf(build, wish, 20).input !== null);
      expect(canRide(build, wish, null)).toBe(false);
    }
  });
  test("what is wanted before it can be reckoned is named, each", () => {
    expect(ridden([]).wants).toEqual(["a motor, in Drive", "a battery, in Drive"]);
    expect(ridden([hub(), battery(), controller()], wishWith({}, { route: null, riderKg: null }), null).wants).toEqual([
      "the customer's route, in Ask",
      "the bike's mass, in Survey",
      "the rider's mass, in Ask",
    ]);
  });
});
