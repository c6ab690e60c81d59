import { constructive } from "./constructive";
import { chance } from "../units/chance";
import { doneAt } from "./lateness";
import { MONDAY, shopOf } from "./market.fixture";
import { lognormal, simulate } from "./simulate";
import type { BenchProblem } from "./problem";

const WANTED = { jobs: 6, stepsEach: 6, people: 2, stands: 1, dueIn: [1, 6] as const, partsIn: 3, minutes: [10, 50] as const };

test("weeks without any spread are the plan itself", () => {
  for (let seed = 0; seed < 20; seed += 1) {
    const shop = shopOf(WANTED, chance(seed));
    const sure = { ...shop, steps: shop.steps.map((step) => ({ ...step, spread: 0, fromSpreadDays: 0 })) };
    const { schedule } = constructive(sure);
    const done = doneAt(sure, schedule);
    const likely = simulate(sure, schedule, 20, 1);
    for (const [i, one] of likely.entries()) {
      // Nobody waits for a minute that was planned later than it need be.
      expect(one!.p90).toBeLessThanOrEqual(done[i]!);
      expect(one!.p10).toBe(one!.p90);
      if (sure.jobs[i]!.dueMin !== null && done[i]! <= sure.jobs[i]!.dueMin!) expect(one!.kept).toBe(1);
    }
  }
});

/** One step of 100 minutes, σ 30, that is due at a moment. */
const single = (dueMin: number, fromSpreadDays = 0): BenchProblem => {
  const shop = shopOf({ ...WANTED, jobs: 1, stepsEach: 1, people: 1 }, chance(1));
  return {
    ...shop,
    jobs: [{ ...shop.jobs[0]!, dueMin }],
    steps: [{ ...shop.steps[0]!, minutes: 100, spread: 30, fromMin: MONDAY, fromSpreadDays }],
  };
};

test("one step is done by a moment as often as its law says", () => {
  const { mu, sigma } = lognormal(100, 30);
  // The mean and spread of the log-normal law (Johnson, Kotz and Balakrishnan, Continuous Univariate Distributions, ch. 14).
  expect(Math.exp(mu + sigma ** 2 / 2)).toBeCloseTo(100, 9);
  expect(Math.sqrt(Math.exp(sigma ** 2) - 1) * 100).toBeCloseTo(30, 9);
  for (const [z, share] of [
    [-1.2816, 0.1],
    [0, 0.5],
    [1.2816, 0.9],
  ] as const) {
    const shop = single(MONDAY + Math.exp(mu + z * sigma));
    const [likely] = simulate(shop, constructive(shop).schedule, 20_000, 3);
    expect(Math.abs(likely!.kept! - share)).toBeLessThan(0.01);
  }
});

test("parts that may be late keep fewer promises, and the same seed throws the same", () => {
  const due = MONDAY + 1440;
  const [sure] = simulate(single(due), constructive(single(due)).schedule, 2_000, 3);
  const shop = single(due, 1);
  const { schedule } = constructive(shop);
  const [late] = simulate(shop, schedule, 2_000, 3);
  expect(sure!.kept).toBe(1);
  // Late by a day and more: |N(0,1)| over one and a half is rounded to two days, over a half to one, whose morning is still in time.
  expect(late!.kept).toBeGreaterThan(0.3);
  expect(late!.kept).toBeLessThan(0.7);
  expect(simulate(shop, schedule, 500, 8)).toEqual(simulate(shop, schedule, 500, 8));
});
