import loadHighs, { type Highs } from "highs";
import { constructive } from "./constructive";
import { chance } from "../units/chance";
import { improve } from "./improve";
import { compareWorth, type Worth, worthOf } from "./lateness";
import { lowerBound } from "./lowerBound";
import { MONDAY, shopOf } from "./market.fixture";
import { NONE_FIXED, serial } from "./serial";
import type { BenchProblem, BenchStep } from "./problem";

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

const best = (shop: BenchProblem, turns: number, seed = 1) => {
  const plans = improve(shop, constructive(shop, NONE_FIXED, 0), seed, { stayMin: 0 });
  let found = plans.next().value;
  for (let turn = 1; turn < turns; turn += 1) found = plans.next().value;
  return found;
};

const boundOf = (shop: BenchProblem): number => {
  const { leastMinor, program } = lowerBound(shop, MONDAY + 60 * 1440);
  if (program === null) return leastMinor;
  const solved = highs.solve(program, { mip_rel_gap: 0, output_flag: false });
  expect(solved.Status).toBe("Optimal");
  return Math.max(leastMinor, solved.ObjectiveValue);
};

/** Every order of the steps with every choice of people. */
function bruteForce(shop: BenchProblem): Worth {
  let least: Worth | null = null;
  const choose = (at: number, chosen: BenchStep[]): void => {
    if (at === shop.steps.length) {
      const with_ = { ...shop, steps: chosen };
      const go = (order: number[]): void => {
        if (order.length === chosen.length) {
          const worth = worthOf(with_, serial(with_, order, NONE_FIXED, 0));
          if (!least || compareWorth(worth, least) < 0) least = worth;
          return;
        }
        for (const i of chosen.keys())
          if (!order.includes(i) && chosen[i]!.after.every(({ step }) => order.includes(step))) go([...order, i]);
      };
      go([]);
      return;
    }
    const step = shop.steps[at]!;
    for (const person of step.people) choose(at + 1, [...chosen, { ...step, people: [person] }]);
  };
  choose(0, []);
  return least!;
}

test("no way there is beats the bound, and the search finds the best of all ways there are", () => {
  let [bounded, same] = [0, 0];
  const SHOPS = 24;
  for (let seed = 0; seed < SHOPS; seed += 1) {
    const roll = chance(seed);
    const shop = shopOf(
      { jobs: 3, stepsEach: 2, people: 1 + (seed % 2), stands: 1, dueIn: [-1, 2], partsIn: 1, minutes: [60, 420] },
      roll,
    );
    const least = bruteForce(shop);
    const found = best(shop, 400).worth;
    const bound = boundOf(shop);
    expect(bound).toBeLessThanOrEqual(least.lateMinor + 1e-6);
    expect(found.lateMinor).toBeGreaterThanOrEqual(least.lateMinor);
    if (bound > 0) bounded += 1;
    if (found.lateMinor === least.lateMinor) same += 1;
  }
  // It says something, and it finds it.
  expect(bounded).toBeGreaterThan(SHOPS / 4);
  expect(same).toBe(SHOPS);
});

test("no plan of a full shop beats its bound, and what more people can do is never bounded above what fewer do", () => {
  for (let seed = 0; seed < 7; seed += 1) {
    const wanted = {
      jobs: 10,
      stepsEach: 8,
      people: 2,
      stands: 1,
      dueIn: [0, 4] as const,
      partsIn: 4,
      minutes: [10, 60] as const,
    };
    const shop = shopOf(wanted, chance(seed));
    const found = best(shop, 60).worth.lateMinor;
    const bound = boundOf(shop);
    expect(bound).toBeGreaterThan(0);
    expect(bound).toBeLessThanOrEqual(found);
    const more = shopOf({ ...wanted, stands: 2, people: 3 }, chance(seed));
    expect(boundOf(more)).toBeLessThanOrEqual(found);
    expect(boundOf(more)).toBeLessThanOrEqual(bound + 1e-6);
  }
});

/** Steps of one job that may go on side by side: the only thing that counts is when the last is done. */
function machines(minutes: readonly number[], before: Readonly<Record<number, readonly number[]>>, people: number): BenchProblem {
  return {
    nowMin: MONDAY,
    jobs: [{ id: "all", number: 1, name: "All", dueMin: null, lateDayMinor: 0 }],
    steps: minutes.map((one, i) => ({
      job: 0,
      id: `t${i + 1}`,
      title: `T${i + 1}`,
      minutes: one,
      spread: 0,
      work: "mechanics",
      places: [],
      people: [...Array(people).keys()],
      onBike: false,
      after: (before[i + 1] ?? []).map((one) => ({ step: one - 1, lagMin: 0 })),
      fromMin: MONDAY,
      fromSpreadDays: 0,
      waitsFor: "",
      holdsMin: 0,
      curesMin: 0,
    })),
    people: [...Array(people).keys()].map((i) => ({ id: `p${i}`, name: `P${i}`, shifts: [[MONDAY, MONDAY + 10_000]] })),
    places: [],
  };
}

// Graham, Bounds on multiprocessing timing anomalies, SIAM Journal on Applied Mathematics 17, 1969: nine tasks, in an order. The least
// end is what T1 and T9 take one after the other, or a third of all work where that is more.
describe("nine published tasks", () => {
  const TIMES = [3, 2, 2, 2, 4, 4, 4, 4, 9];
  const BEFORE = { 5: [4], 6: [4], 7: [4], 8: [4], 9: [1] };
  test.each([
    ["three machines", machines(TIMES, BEFORE, 3), 12],
    ["four machines", machines(TIMES, BEFORE, 4), 12],
    [
      "each one shorter",
      machines(
        TIMES.map((one) => one - 1),
        BEFORE,
        3,
      ),
      10,
    ],
    ["two orders fewer", machines(TIMES, { 7: [4], 8: [4], 9: [1] }, 3), 12],
  ])("%s", (_what, shop, least) => expect(best(shop, 400).worth.sumMin).toBe(least));
});

test("the least end of generated tasks with an order, by integer programming", () => {
  for (let seed = 0; seed < 12; seed += 1) {
    const roll = chance(100 + seed);
    const minutes = Array.from({ length: 8 }, () => 1 + Math.floor(roll() * 5));
    const before: Record<number, number[]> = {};
    for (let i = 2; i <= minutes.length; i += 1) if (roll() < 0.6) before[i] = [1 + Math.floor(roll() * (i - 1))];
    const shop = machines(minutes, before, 2);
    expect(best(shop, 400, seed).worth.sumMin).toBe(leastEnd(minutes, before, 2));
  }
});

/** Whether task i begins at t, a binary each (Pritsker, Watters and Wolfe, Management Science 16, 1969). */
function leastEnd(minutes: readonly number[], before: Readonly<Record<number, readonly number[]>>, people: number): number {
  const end = minutes.reduce((sum, one) => sum + one, 0);
  const times = [...Array(end).keys()];
  const begins = (i: number) => times.map((t) => `${t} y_${i}_${t}`).filter((_, t) => t > 0);
  const rows = minutes.flatMap((one, i) => [
    times.map((t) => `y_${i}_${t}`).join(" + ") + " = 1",
    `c - ${begins(i).join(" - ")} >= ${one}`,
    ...(before[i + 1] ?? []).map(
      (other) => `${begins(i).join(" + ")} - ${begins(other - 1).join(" - ")} >= ${minutes[other - 1]}`,
    ),
  ]);
  const busy = times.map(
    (t) =>
      minutes.flatMap((one, i) => times.filter((s) => s <= t && t < s + one).map((s) => `y_${i}_${s}`)).join(" + ") +
      ` <= ${people}`,
  );
  const { ObjectiveValue } = highs.solve(
    [
      "Minimize\n obj: c\nSubject To",
      ...[...rows, ...busy].map((row, i) => ` r${i}: ${row}`),
      "Binary",
      minutes.flatMap((_, i) => times.map((t) => ` y_${i}_${t}`)).join("\n"),
      "End",
    ].join("\n"),
    { output_flag: false },
  );
  return Math.round(ObjectiveValue);
}

test("the same seed finds the same plan", () => {
  const shop = shopOf({ jobs: 8, stepsEach: 6, people: 2, stands: 1, dueIn: [0, 3], partsIn: 2, minutes: [10, 60] }, chance(9));
  expect(best(shop, 80, 5)).toEqual(best(shop, 80, 5));
});
