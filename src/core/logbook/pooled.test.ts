import { chance, normal } from "../units/chance";
import type { LogLine } from "./logLine";
import { lessonsPooled, overridesOver, promisesOver, type Bike, workOver } from "./learned";
import { betweenGroups, pooled } from "./pooled";

/**
 * Thirteen trials of a vaccine, the example of every text on the method: cases and others, vaccinated and not (Colditz et al., JAMA 271,
 * 1994, table 1; from memory). By DerSimonian and Laird the logarithm of the relative risk is −0.7141 with a standard error of 0.1787, and
 * the variance between trials 0.3088 (Viechtbauer, Journal of Statistical Software 36(3), 2010; from memory).
 */
const TRIALS = [
  [4, 119, 11, 128],
  [6, 300, 29, 274],
  [3, 228, 11, 209],
  [62, 13536, 248, 12619],
  [33, 5036, 47, 5761],
  [180, 1361, 372, 1079],
  [8, 2537, 10, 619],
  [505, 87886, 499, 87892],
  [29, 7470, 45, 7232],
  [17, 1699, 65, 1600],
  [186, 50448, 141, 27197],
  [5, 2493, 3, 2338],
  [27, 16886, 29, 17825],
] as const;

test("variance between groups, their mean and its error come out as published", () => {
  const means = TRIALS.map(([a, b, c, d]) => Math.log(a / (a + b) / (c / (c + d))));
  const variances = TRIALS.map(([a, b, c, d]) => 1 / a - 1 / (a + b) + 1 / c - 1 / (c + d));
  const { variance, mean, sd } = betweenGroups(means, variances);
  expect(variance).toBeCloseTo(0.3088, 4);
  expect(mean).toBeCloseTo(-0.7141, 4);
  expect(sd).toBeCloseTo(0.1787, 4);
});

describe("what finished bikes teach of the next", () => {
  const PRIOR = 0.12;
  /** A bike's own ride with the table's thought in it, as the ride's least squares leaves it. */
  const taught = (truth: number, rideSd: number, roll: () => number, prior = 1) => {
    const ride = truth + rideSd * roll();
    const weight = 1 / rideSd ** 2 + 1 / PRIOR ** 2;
    return { times: (ride / rideSd ** 2 + prior / PRIOR ** 2) / weight, sd: Math.sqrt(1 / weight), prior, priorSd: PRIOR };
  };

  test.each([2, 3, 6, 20])("from %i bikes: the next one lies in the band of 95 % in 93 of 100 kinds at the least", (count) => {
    const roll = normal(chance(100 + count));
    const tries = 800;
    let held = 0;
    let width = 0;
    for (let i = 0; i < tries; i += 1) {
      // Kinds differ as the table thinks, and bikes of a kind by half of that.
      const [of, within] = [PRIOR * Math.sqrt(0.75), PRIOR / 2];
      const kind = 1 + of * roll();
      const bikes = Array.from({ length: count }, () => taught(kind + within * roll(), 0.04, roll));
      const one = pooled(bikes)!;
      width += one.sd / tries;
      if (Math.abs(kind + within * roll() - one.times) <= 1.96 * one.sd) held += 1;
    }
    expect(held / tries).toBeGreaterThanOrEqual(0.93);
    // And it is surer than the table alone.
    expect(width).toBeLessThan((count > 5 ? 0.75 : 0.9) * PRIOR);
  });

  test("one bike is no kind; bikes that differ much leave more open; what was taken over before is not counted twice", () => {
    const none = () => 0;
    expect(pooled([taught(1.1, 0.03, none)])).toBeNull();
    const alike = pooled([1.1, 1.11, 1.09, 1.1].map((truth) => taught(truth, 0.03, none)))!;
    const apart = pooled([0.8, 1.4, 0.9, 1.3].map((truth) => taught(truth, 0.03, none)))!;
    expect(apart.sd).toBeGreaterThan(2 * alike.sd);
    // The same rides, reckoned with 1.1 instead of with the table: what the rides alone said is the same.
    const again = pooled([1.1, 1.11, 1.09, 1.1].map((truth) => taught(truth, 0.03, none, 1.1)))!;
    expect(again.times).toBeCloseTo(alike.times, 6);
    expect(again.sd).toBeCloseTo(alike.sd, 6);
  });

  test("a bike whose ride said nothing is left out", () => {
    const silent = { times: 1, sd: PRIOR, prior: 1, priorSd: PRIOR };
    expect(pooled([silent, silent])).toBeNull();
  });
});

describe("over all finished bikes", () => {
  const line = (over: Partial<LogLine> = {}): LogLine => ({
    handedAt: "2026-03-01T09:00:00Z",
    renews: null,
    frameKind: "trike",
    motor: { id: "hub-a", name: "Hub A" },
    battery: { id: "pack-a", name: "Pack A" },
    due: { id: "first", day: "2026-03-08", when: "" },
    visits: 0,
    work: null,
    cost: null,
    last: null,
    notRidden: [],
    readBetter: [],
    soon: [],
    proved: [],
    taught: [],
    later: [],
    overrides: [],
    ...over,
  });
  const proved = (asked: number | null, predicted: number, is: number): LogLine["proved"][number] => ({
    promise: "range",
    asked,
    predicted,
    proved: is,
    plusMinus: 1,
    stands: asked === null ? null : is >= asked ? "kept" : "not kept",
  });
  const bikes: Bike[] = [
    { number: 1, line: line({ proved: [proved(40, 50, 45)] }), faults: [] },
    { number: 2, line: line({ proved: [proved(50, 50, 47)], frameKind: "tandem" }), faults: ["clicks"] },
    { number: 3, line: line({ proved: [proved(null, 60, 60)] }), faults: [] },
  ];
  const nameOf = (kind: string) => kind;

  test("a promise has its bias, its spread and how often it was kept, of all, by kind and by motor; a date and a price are held against what was asked", () => {
    const all = promisesOver(bikes, nameOf);
    expect(all.map(({ of }) => of)).toEqual(["all", "trike", "Hub A"]);
    expect(all[0]).toMatchObject({ bikes: 3, asked: 2, kept: 1, notKept: 1 });
    // −5, −3, 0: mean −8/3, spread by n − 1.
    expect(all[0]!.bias).toBeCloseTo(-8 / 3, 9);
    expect(all[0]!.spread).toBeCloseTo(Math.sqrt(((5 - 8 / 3) ** 2 + (3 - 8 / 3) ** 2 + (8 / 3) ** 2) / 2), 9);
    expect(all[0]!.biasPercent).toBeCloseTo((100 * (-0.1 - 0.06)) / 3, 9);
    const ready = {
      promise: "ready",
      asked: "2026-03-01",
      predicted: "2026-03-05",
      proved: "2026-03-05",
      plusMinus: 0,
      stands: "not kept",
    } as const;
    const [date] = promisesOver([{ number: 1, line: line({ proved: [ready] }), faults: [] }], nameOf);
    expect(date).toMatchObject({ promise: "ready", bias: 4, biasPercent: null });
  });

  test("figures are pooled over what they hang on: the motor's over motors, the pack's over packs, the bike's over kinds", () => {
    const one = (id: LogLine["taught"][number]["id"], times: number): LogLine["taught"][number] => ({
      id,
      times,
      sd: 0.02,
      prior: 1,
      priorSd: 0.1,
    });
    const taught = [one("drive", 0.95), one("drag", 1.1), one("capacity", 0.9)];
    const other: Bike = { number: 4, line: line({ taught, frameKind: "tandem" }), faults: [] };
    const lessons = lessonsPooled([{ number: 1, line: line({ taught }), faults: [] }, other], nameOf);
    expect(lessons.map(({ key }) => key).sort()).toEqual(["capacity pack-a", "drive hub-a"]);
    for (const lesson of lessons) expect(lesson.bikes).toBe(2);
  });

  test("what was overridden stands with what was wrong with those bikes later", () => {
    const over = { rule: "Chain's angle", reason: "short rides only" };
    expect(overridesOver([{ number: 2, line: line({ overrides: [over] }), faults: ["clicks"] }])).toEqual([
      { rule: "Chain's angle", bikes: [{ number: 2, reason: "short rides only", faults: ["clicks"] }] },
    ]);
  });

  test("minutes and cost: of timed steps, weighed by their minutes; what is not wholly billed has minutes and no cost", () => {
    const work = (quotedMinutes: number, tookMinutes: number) => ({ quotedMinutes, tookMinutes, timed: 9, steps: 12 });
    const cost = (quotedMinor: number, realMinor: number, leftMinor: number) => ({ quotedMinor, realMinor, leftMinor });
    const bikes = [
      line({ work: work(600, 660), cost: cost(800_00, 840_00, 150_00) }),
      line({ work: work(200, 190) }),
      line({
        frameKind: "tandem",
        motor: { id: "hub-b", name: "Hub B" },
        work: work(400, 480),
        cost: cost(900_00, 1100_00, -20_00),
      }),
      line({ frameKind: "tandem", motor: null }),
    ].map((one, i) => ({ number: i + 1, line: one, faults: [] }));
    const told = workOver(bikes, (kind) => kind);
    expect(told.map(({ of }) => of)).toEqual(["all", "trike", "Hub A"]);
    const [all, trike] = told;
    expect(all).toMatchObject({ bikes: 3, quotedMinutes: 400, billed: 2, leftMinor: 65_00, lost: 1 });
    expect(all!.minutesPercent).toBeCloseTo(100 * (1330 / 1200 - 1), 9);
    expect(all!.costPercent).toBeCloseTo(100 * (1940 / 1700 - 1), 9);
    // 10 and −5 %: 10.6 apart by the rule for a sample.
    expect(trike!.minutesSpread).toBeCloseTo(15 / Math.SQRT2, 9);
    expect(trike).toMatchObject({ bikes: 2, billed: 1, lost: 0 });
    expect(workOver([], (kind) => kind)).toEqual([]);
  });
});
