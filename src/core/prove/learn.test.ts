import { levenbergMarquardt } from "ml-levenberg-marquardt";
import { drawn, HUB, MID, ridden, roadOf } from "../../../tests/prove.fixture";
import { likelyHillKmh, likelyRangeKm, likelyRide, noChange } from "../ride/forecast";
import { roadSegments } from "../route/roadSegments";
import { AS_FORECAST } from "./madeUpRide";
import { learnRoad, type Learnt } from "./learn";
import { learnPack } from "./learnPack";
import { learnHeat } from "./learnHeat";
import { inverse, leastSquares, type Row } from "./leastSquares";
import { rideProof, withLessons } from "./rideProof";
import { chance, normal } from "../units/chance";

const HILLY = roadOf(20, 220, 7);
const FLAT = roadOf(15, 0, null);
const figuresOf = (log: ReturnType<typeof ridden>, p = HUB): Learnt[] => [
  ...learnRoad(log, p).figures,
  ...learnPack(log, p).figures,
  ...learnHeat(log, p).figures,
];
const of = (figures: readonly Learnt[], id: Learnt["id"]) => figures.find((one) => one.id === id)!;

describe("least squares with priors", () => {
  const roll = normal(chance(11));
  const rows: Row[] = Array.from({ length: 80 }, (_, i) => ({
    y: 3 + 0.5 * i + 0.01 * i * i + 0.8 * roll(),
    slopes: [1, i, i * i],
    sd: 0.8,
  }));
  const wide = [0, 0, 0].map((mean) => ({ mean, sd: 1e6 }));

  test("come to what a general package comes to, to 0.1 %", () => {
    const found = leastSquares(rows, wide);
    const package_ = levenbergMarquardt(
      { x: rows.map((_, i) => i), y: rows.map(({ y }) => y) },
      ([a, b, c]) =>
        (x: number) =>
          a! + b! * x + c! * x * x,
      { initialValues: [1, 1, 0.1], maxIterations: 500, errorTolerance: 1e-14, damping: 0.01 },
    );
    found.values.forEach((value, i) => expect(value / package_.parameterValues[i]!).toBeCloseTo(1, 3));
  });

  test("a prior is one more measurement: the mean of two, weighed by what they leave open (Gelman et al., 2013, 2.5)", () => {
    const one = leastSquares([{ y: 10, slopes: [1], sd: 1 }], [{ mean: 4, sd: 0.5 }]);
    // The noise of one row is not known: it is not taken for smaller than half of what was thought.
    const noise = one.noiseTimes;
    const weights = [1 / noise ** 2, 4];
    expect(one.values[0]).toBeCloseTo((weights[0]! * 10 + 4 * 4) / (weights[0]! + weights[1]!), 9);
    expect(one.covariance[0]![0]).toBeCloseTo(1 / (weights[0]! + weights[1]!), 9);
  });

  test("an inverse times its matrix is one; a singular one is told", () => {
    const hilbert = [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((k) => 1 / (i + k + 1)));
    const back = inverse(hilbert);
    for (let i = 0; i < 4; i += 1)
      for (let k = 0; k < 4; k += 1)
        expect(hilbert[i]!.reduce((sum, value, n) => sum + value * back[n]![k]!, 0)).toBeCloseTo(i === k ? 1 : 0, 8);
    expect(() =>
      inverse([
        [1, 1],
        [1, 1],
      ]),
    ).toThrow(RangeError);
  });
});

// The whole five hundred are in the bench: here enough of them that a band which holds 85 % only would be seen.
test.each([
  ["a hub on a hilly road", HUB, HILLY],
  ["a crank motor on a hilly road", MID, HILLY],
  ["a hub on the flat", HUB, FLAT],
] as const)("what is true of %s lies in the bands of 95 %%", (_name, p, road) => {
  let [inside, all] = [0, 0];
  for (let seed = 1; seed <= 30; seed += 1) {
    const { log, is } = drawn(p, road, seed);
    for (const { id, after } of figuresOf(log, p)) {
      all += 1;
      if (Math.abs(after.mean - is[id]) <= 1.96 * after.sd) inside += 1;
    }
  }
  // A motor that stayed cool tells nothing of its heat.
  expect(all).toBeGreaterThan(210);
  expect(inside / all).toBeGreaterThan(0.93);
});

test("a hilly road with another truth is learnt, and the next forecast uses it; rolling up takes range", () => {
  const truth = { ...AS_FORECAST, rolling: 1.5, drag: 1.2, capacity: 0.85, resistance: 1.4 };
  const log = ridden(HUB, HILLY, truth, 5);
  const figures = figuresOf(log);
  for (const id of ["rolling", "drag"] as const) expect(of(figures, id).after.mean).toBeGreaterThan(of(figures, id).before.mean);
  const capacity = of(figures, "capacity");
  expect(capacity).toMatchObject({ learnt: true });
  expect(capacity.after.mean / capacity.before.mean).toBeCloseTo(0.85, 1);
  const next = withLessons(HUB, figures);
  expect(next.battery.capacityAh / HUB.battery.capacityAh).toBeCloseTo(0.85, 1);
  const proof = rideProof(log, HUB, HILLY);
  expect(proof.again!.afterKm).toBeLessThan(0.9 * proof.again!.beforeKm);
  // Reckoned anew it comes to what the ride itself proves, though rolling, drag and rider cannot be told apart on it.
  expect(Math.abs(proof.again!.afterKm / proof.range!.value - 1)).toBeLessThan(0.1);
  // What was not learnt stays to the last digit.
  const nothing = withLessons(
    HUB,
    figures.map((one) => ({ ...one, learnt: false })),
  );
  expect(nothing).toEqual(HUB);
});

test("on the flat at one speed rolling and drag are not told apart, it is said, and neither is taken over", () => {
  const lesson = learnRoad(ridden(HUB, FLAT, AS_FORECAST, 3), HUB);
  expect(lesson.cannot.join(" ")).toMatch(/No hill and nearly one speed .*rolling and drag cannot be told apart/);
  expect([of([...lesson.figures], "rolling").learnt, of([...lesson.figures], "drag").learnt]).toEqual([false, false]);
  const next = withLessons(HUB, lesson.figures);
  expect([next.crr, next.cdaM2]).toEqual([HUB.crr, HUB.cdaM2]);
});

test("a ride without the pack's power, without heights, or of a dozen seconds teaches nothing and says why", () => {
  const log = ridden(HUB, HILLY, AS_FORECAST, 4);
  expect(learnRoad({ ...log, motorW: [], pulls: [] }, HUB)).toMatchObject({
    figures: [],
    cannot: [expect.stringContaining("power from the pack")],
  });
  expect(learnRoad({ ...log, heightM: [] }, HUB)).toMatchObject({ figures: [], cannot: [expect.stringContaining("no heights")] });
  expect(learnPack({ ...log, packV: [] }, HUB)).toMatchObject({
    figures: [],
    cannot: [expect.stringContaining("volts and amps")],
  });
  const few = Object.fromEntries(
    Object.entries(log).map(([key, value]) => [
      key,
      Array.isArray(value) && value.length > 8 ? value.slice(0, value.length === log.wayM.length ? 6 : 7) : value,
    ]),
  ) as typeof log;
  expect(learnRoad(few, HUB).cannot[0]).toMatch(/^Only \d of 6 windows/);
});

describe("the motor's heat", () => {
  test("comes out of the winding's readings, and the next forecast of its temperature follows", () => {
    const log = ridden(HUB, HILLY, { ...AS_FORECAST, winding: 1.3, shell: 1.6 }, 12);
    const { figures } = learnHeat(log, HUB);
    expect(of(figures, "winding")).toMatchObject({ learnt: true });
    expect(of(figures, "winding").after.mean).toBeCloseTo(1.3, 0);
    expect(Math.abs(of(figures, "shell").after.mean - 1.6)).toBeLessThan(1.96 * of(figures, "shell").after.sd);
    const hottest = (p: typeof HUB) => likelyRide(p, roadSegments(HILLY), noChange(p)).maxWindingC;
    const truth = Math.max(...log.windingC);
    expect(Math.abs(hottest(withLessons(HUB, figures)) - truth)).toBeLessThan(0.5 * Math.abs(hottest(HUB) - truth));
  });
  test("is not told of a file without its temperature or power, of a motor that stayed cool, or of another's sensor", () => {
    const log = ridden(HUB, HILLY, AS_FORECAST, 4);
    const told = (over: Partial<typeof log>) => learnHeat({ ...log, ...over }, HUB);
    expect(told({ windingC: [] }).cannot[0]).toContain("motor's temperature");
    expect(told({ motorW: [], pulls: [] }).cannot[0]).toContain("power from the pack");
    expect(told({ windingC: log.windingC.map(() => 21) }).cannot[0]).toContain("hardly changed its temperature (21 to 21 °C)");
    const other = told({ windingC: log.windingC.map((_, i) => 40 + 50 * Math.sin(i / 9)) });
    expect(other.cannot[0]).toMatch(/off what its losses make of it.*Nothing of it is taken over/);
    expect(other.figures.some(({ learnt }) => learnt)).toBe(false);
  });
});

test("a wrong column fits badly: it is said, and nothing is taken over", () => {
  const log = ridden(HUB, HILLY, AS_FORECAST, 6);
  const roll = chance(9);
  const lesson = learnRoad({ ...log, motorW: log.motorW.map(() => 4000 * roll()) }, HUB);
  expect(lesson.cannot.join(" ")).toMatch(/Nothing of (it|this ride) is taken over/);
  expect(lesson.figures.filter(({ learnt }) => learnt)).toEqual([]);
});

describe("what a ride proves", () => {
  test("the range is less than by counted charge alone: the lower the pack the more charge each km takes", () => {
    const log = ridden(HUB, HILLY, AS_FORECAST, 7);
    const proof = rideProof(log, HUB, HILLY);
    const capacity = of(figuresOf(log), "capacity").after.mean;
    const usedAh = log.packA.reduce((sum, a) => sum + (a * log.windowS) / 3600, 0);
    const km = log.wayM.reduce((sum, m) => sum + m, 0) / 1000;
    const share = proof.range!.value / ((km * 0.85 * capacity) / usedAh);
    expect(share).toBeLessThan(0.97);
    expect(share).toBeGreaterThan(0.85);
    expect(proof.onRoad).toMatchObject({ on: true });
    expect(proof.range!.by).toHaveLength(2);
  });
  // The bench does the same with a hundred of each.
  test.each([
    ["a hub on hills", HUB, HILLY],
    ["a hub on the flat", HUB, FLAT],
    ["a motor at the crank on hills", MID, roadOf(14, 300, 9)],
  ] as const)(
    "%s: a bike's own range, as the model rides it until the reserve, lies in the band of 95 %%, and no bias is left",
    (_, p, road) => {
      const tries = 24;
      let [held, bias] = [0, 0];
      for (let seed = 1; seed <= tries; seed += 1) {
        const { log, bike } = drawn(p, road, seed);
        const { range } = rideProof(log, p, road);
        const own = likelyRangeKm(bike, roadSegments(road), { ...noChange(bike), temperatureC: log.airC })!;
        if (Math.abs(range!.value - own) <= range!.plusMinus) held += 1;
        bias += (range!.value / own - 1) / tries;
      }
      expect(held / tries).toBeGreaterThanOrEqual(0.93);
      expect(Math.abs(bias)).toBeLessThan(0.035);
    },
  );
  test("a ride elsewhere proves no range on the customer's road, and a flat one no hill", () => {
    const proof = rideProof(ridden(HUB, FLAT, AS_FORECAST, 8), HUB, HILLY);
    expect(proof.range).toBeNull();
    expect(proof.rangeNot).toContain("customer's road");
    expect(proof.hill).toBeNull();
    expect(proof.hillNot).toMatch(/No such hill on this ride: 7 % was promised/);
  });
  test("the hill's speed is the one that the bike holds there at half charge, without the run-up from the flat", () => {
    const tries = 24;
    let [held, bias] = [0, 0];
    for (let seed = 1; seed <= tries; seed += 1) {
      const { log, bike } = drawn(HUB, HILLY, seed);
      const { hill } = rideProof(log, HUB, HILLY);
      const own = likelyHillKmh(bike, { ...noChange(bike), temperatureC: log.airC })!;
      if (Math.abs(hill!.value - own) <= hill!.plusMinus) held += 1;
      bias += (hill!.value / own - 1) / tries;
      expect(hill!.gradePercent).toBeGreaterThan(6.2);
    }
    expect(held / tries).toBeGreaterThanOrEqual(0.93);
    expect(Math.abs(bias)).toBeLessThan(0.03);
  });
  test("ridden as forecast, each part of the way comes out as forecast, but for gusts", () => {
    const proof = rideProof(ridden(HUB, HILLY, AS_FORECAST, 7), HUB, HILLY);
    for (const part of proof.sections) {
      expect(part.kmh / part.forecastKmh).toBeGreaterThan(0.85);
      expect(Math.abs(part.windingC! - part.forecastWindingC!)).toBeLessThan(8);
      // What was drawn in each part is its power over its time.
      expect((part.watts! * (part.toKm - part.fromKm)) / part.kmh).toBeCloseTo(part.wh!, -1);
    }
    const sum = (of: (part: (typeof proof.sections)[number]) => number) =>
      proof.sections.reduce((all, part) => all + of(part), 0);
    expect(sum(({ climbM }) => climbM!)).toBeCloseTo(proof.ridden.climbM!, 6);
    expect(sum(({ wh }) => wh!)).toBeCloseTo(proof.ridden.wh!, 6);
    expect(Math.max(...proof.sections.map(({ windingC }) => windingC!))).toBe(proof.ridden.windingC);
    expect(proof.ridden.wh! / proof.forecast.wh).toBeGreaterThan(0.85);
    expect(proof.ridden.wh! / proof.forecast.wh).toBeLessThan(1.2);
  });
});
