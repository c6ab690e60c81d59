import { chance } from "../units/chance";
import { byDays } from "./byDays";
import { asTheyCame, constructive } from "./constructive";
import { Dispatch } from "./dispatch";
import { improve } from "./improve";
import { brokenLaws } from "./laws.fixture";
import { compareWorth } from "./lateness";
import { shopOf, type Wanted } from "./market.fixture";
import { Outlook } from "./outlook";
import type { BenchProblem } from "./problem";
import { NONE_FIXED } from "./serial";
import { DAY_MIN } from "./wall";

const FULL: Wanted = { jobs: 14, stepsEach: 10, people: 3, stands: 2, dueIn: [0, 3], partsIn: 2, minutes: [8, 30] };

function searched(plans: ReturnType<typeof byDays>, turns: number) {
  let found = plans.next().value;
  for (let turn = 1; turn < turns; turn += 1) found = plans.next().value;
  return found;
}

const LAST = 120 * DAY_MIN;
const outlookOf = (shop: BenchProblem) => {
  const outlook = new Outlook(shop, shop.nowMin + LAST);
  const open = outlook.from(new Dispatch(shop).begin(NONE_FIXED), outlook.jobs);
  return { outlook, open };
};

describe("plans made day by day", () => {
  test("break no law of the bench, are never worse than the one they begin with, and the same for a seed", () => {
    for (let seed = 0; seed < 6; seed += 1) {
      const shop = shopOf({ ...FULL, minutes: seed % 2 === 0 ? [8, 30] : [30, 150] }, chance(seed));
      const begin = constructive(shop);
      const found = searched(byDays(shop, begin, seed), 900);
      expect(brokenLaws(shop, found.schedule)).toEqual([]);
      expect(compareWorth(found.worth, begin.worth)).toBeLessThanOrEqual(0);
      expect(found.worth.undone).toBe(0);
      expect(searched(byDays(shop, begin, seed), 900)).toEqual(found);
    }
  });

  test("leave what is frozen where it stands", () => {
    const shop = shopOf(FULL, chance(3));
    const begin = asTheyCame(shop);
    const fixed = new Map(
      begin.schedule.flatMap((slot, at) => (slot && shop.steps[at]!.job % 3 === 0 ? [[at, slot] as const] : [])),
    );
    const { schedule } = searched(byDays(shop, begin, 1, fixed), 900);
    expect(brokenLaws(shop, schedule)).toEqual([]);
    for (const [at, slot] of fixed) expect(schedule[at]).toEqual(slot);
  });

  test("of a shop with nothing to do, nobody in, or a step that nobody does, are the plan that is there", () => {
    const shop = shopOf(FULL, chance(4));
    const none = { ...shop, jobs: [], steps: [] };
    const away = { ...shop, people: shop.people.map((person) => ({ ...person, shifts: [] })) };
    const unable = { ...shop, steps: shop.steps.map((step, at) => (at === 4 ? { ...step, people: [] } : step)) };
    for (const one of [none, away]) {
      const begin = constructive(one);
      expect(searched(byDays(one, begin, 1), 40)).toEqual(begin);
    }
    const begin = constructive(unable);
    const found = searched(byDays(unable, begin, 1), 900);
    expect(found.worth.undone).toBe(begin.worth.undone);
    expect(brokenLaws(unable, found.schedule)).toEqual([]);
  });

  // What it is there for: the stands are asked for more than they have, and whole days decide.
  test("cost less by being late than what the search job by job finds in more tries", () => {
    let [days, jobs] = [0, 0];
    for (let seed = 0; seed < 3; seed += 1) {
      const shop = shopOf({ ...FULL, jobs: 20, stepsEach: 20, dueIn: [2, 7] }, chance(seed));
      const begin = constructive(shop);
      days += searched(byDays(shop, begin, 1), 1_300).worth.lateMinor;
      jobs += searched(improve(shop, begin, 1), 200).worth.lateMinor;
    }
    expect(days).toBeLessThan(0.95 * jobs);
  });
});

describe("the days by which jobs are done", () => {
  test("an order that is moved about costs no more, and what it costs is what the days say", () => {
    for (let seed = 0; seed < 8; seed += 1) {
      const shop = shopOf(FULL, chance(seed));
      const { outlook, open } = outlookOf(shop);
      const before = outlook.costOf(open, 0);
      const cost = outlook.improve(open, 0, 400, chance(seed));
      expect(cost).toBeLessThanOrEqual(before);
      expect([...open].sort((a, b) => a - b)).toEqual([...shop.jobs.keys()]);
      // Within a day the sooner counts less, by less than a day.
      const midnight = shop.nowMin - (shop.nowMin % DAY_MIN);
      let whole = 0;
      for (const [job, { dueMin, lateDayMinor }] of shop.jobs.entries()) {
        if (dueMin === null) continue;
        const day = outlook.days[outlook.dayOf[job]!]!;
        whole += lateDayMinor * Math.max(0, day - (Math.round((dueMin - midnight) / DAY_MIN) - 1));
      }
      expect(cost).toBeLessThanOrEqual(whole);
      expect(cost).toBeGreaterThan(0.69 * whole);
    }
  });

  // A whole search may not say so much: what is cut off above a cost is above it.
  test("a cost is known exactly up to where it has to be, and is above it else", () => {
    const roll = chance(5);
    const { outlook, open } = outlookOf(shopOf(FULL, chance(5)));
    for (let turn = 0; turn < 100; turn += 1) {
      const order = [...open].sort(() => roll() - 0.5);
      const cost = outlook.costOf(order, 0);
      const most = cost * (0.5 + roll());
      const told = outlook.costOf(order, 0, most);
      if (cost <= most) expect(told).toBe(cost);
      else expect(told).toBeGreaterThan(most);
    }
  });

  test("more hours never cost more in the same order, and no job is done before its parts", () => {
    for (let seed = 0; seed < 8; seed += 1) {
      const shop = shopOf(FULL, chance(seed));
      const more = shopOf({ ...FULL, stands: 3 }, chance(seed));
      const { outlook, open } = outlookOf(shop);
      const cost = outlook.costOf(open, 0);
      for (const job of open) {
        const from = Math.max(...shop.steps.filter((step) => step.job === job).map(({ fromMin }) => fromMin));
        const midnight = shop.nowMin - (shop.nowMin % DAY_MIN);
        expect(midnight + (outlook.days[outlook.dayOf[job]!]! + 1) * DAY_MIN).toBeGreaterThan(from);
      }
      const bigger = outlookOf(more);
      expect(bigger.outlook.costOf(open, 0)).toBeLessThanOrEqual(cost);
    }
  });
});
