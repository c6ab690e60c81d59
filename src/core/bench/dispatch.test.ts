import { chance } from "../units/chance";
import { constructive, plannedOf } from "./constructive";
import { copyOf, Dispatch, type Manner } from "./dispatch";
import { doneAt, lateMinorOf } from "./lateness";
import { MONDAY, shopOf } from "./market.fixture";
import type { BenchProblem } from "./problem";
import { NONE_FIXED, type Fixed } from "./serial";
import { DAY_MIN } from "./wall";

const FILLS: Manner = { fillMin: 45, mostOpen: 4, rankLoss: 0.2 };
const PLAIN: Manner = { ...FILLS, fillMin: 0 };

const shops = Array.from({ length: 12 }, (_, seed) =>
  shopOf(
    {
      jobs: 12,
      stepsEach: 9,
      people: 1 + (seed % 3),
      stands: 1 + (seed % 2),
      dueIn: [1, 6],
      partsIn: 4,
      minutes: seed % 4 === 0 ? [30, 150] : [8, 30],
    },
    chance(seed),
  ),
);

/** Working minutes by which the jobs of a shop are to be done, a few of them each day. */
const daysOf = (shop: BenchProblem, each = 3) => Float64Array.from(shop.jobs, (_, job) => 450 * Math.floor(job / each));

function workedOff(shop: BenchProblem, fixed: Fixed = NONE_FIXED, manner = FILLS) {
  const dispatch = new Dispatch(shop);
  const standing = dispatch.begin(fixed);
  dispatch.run(standing, daysOf(shop), manner);
  return { standing, order: dispatch.orderOf(standing) };
}

test("every step stands in the order once, none before what it needs, with slots that are frozen or without", () => {
  for (const [seed, shop] of shops.entries()) {
    const { schedule } = constructive(shop);
    const fixed = new Map(
      schedule.flatMap((slot, at) => (slot && shop.steps[at]!.job % 4 === seed % 4 ? [[at, slot] as const] : [])),
    );
    for (const held of [NONE_FIXED, fixed]) {
      const { order, standing } = workedOff(shop, held);
      expect([...order].sort((a, b) => a - b)).toEqual([...shop.steps.keys()]);
      expect([...standing.left]).toEqual(shop.jobs.map(() => 0));
      const where = new Map(order.map((at, i) => [at, i]));
      for (const [at, { after }] of shop.steps.entries()) {
        if (held.has(at)) continue;
        for (const { step } of after) expect(where.get(step)!).toBeLessThan(where.get(at)!);
      }
      expect(plannedOf(shop, order, held, 0).worth.undone).toBe(0);
    }
  }
});

// The search trusts it: what it says a bike is done by is what the plan of its order comes to.
test("where nothing is frozen the plan of the order begins and ends each step as it was worked off", () => {
  for (const shop of shops) {
    const { order, standing } = workedOff(shop);
    const { schedule, worth } = plannedOf(shop, order, NONE_FIXED, 0);
    expect(schedule.map((slot) => slot!.start)).toEqual([...standing.begun]);
    expect(doneAt(shop, schedule)).toEqual([...standing.done]);
    expect(lateMinorOf(shop, [...standing.done])).toBe(worth.lateMinor);
  }
});

test("worked off in one go or day by day, and gone on with from a copy, it is the same", () => {
  for (const shop of shops) {
    const whole = workedOff(shop).standing;
    const dispatch = new Dispatch(shop);
    let standing = dispatch.begin(NONE_FIXED);
    for (let day = 1; standing.left.some((left) => left > 0); day += 1) {
      const before = standing;
      standing = copyOf(before);
      const kept = copyOf(before);
      dispatch.run(standing, daysOf(shop), FILLS, MONDAY + day * DAY_MIN);
      expect(before).toEqual(kept);
    }
    expect(standing.order).toEqual(whole.order);
    expect(standing.begun).toEqual(whole.begun);
  }
});

test("a step that nobody does, and one whose work never ends, are left at the end and stop nothing", () => {
  const shop = shops[1]!;
  const none = { ...shop, steps: shop.steps.map((step, at) => (at === 4 ? { ...step, people: [] } : step)) };
  const { order, standing } = workedOff(none);
  expect([...order].sort((a, b) => a - b)).toEqual([...shop.steps.keys()]);
  expect(standing.left[shop.steps[4]!.job]).toBeGreaterThan(0);
  const long = { ...shop, steps: shop.steps.map((step, at) => (at === 0 ? { ...step, minutes: 1e9 } : step)) };
  expect(workedOff(long).order).toHaveLength(shop.steps.length);
});

// A step over an hour is left for the break and gone on with after it: nobody is idle then, and what presses the most comes first.
test("what can be left for a break fills the time before it", () => {
  const shop = shopOf({ jobs: 4, stepsEach: 1, people: 1, stands: 1, dueIn: [1, 1], partsIn: 0, minutes: [100, 100] }, () => 0.5);
  const orderOf = (last: number) => {
    const steps = shop.steps.map((step, at) => ({ ...step, minutes: [220, 12, 20, last][at]! }));
    const dispatch = new Dispatch({ ...shop, steps });
    const standing = dispatch.begin(NONE_FIXED);
    // Twenty minutes are left before noon once the first is done.
    dispatch.run(standing, Float64Array.of(0, 400, 500, 700), FILLS);
    return standing.order;
  };
  expect(orderOf(90)).toEqual([0, 1, 3, 2]);
  expect(orderOf(50)).toEqual([0, 2, 1, 3]);
});

// What it is there for: where steps are short and stands scarce, less of the stands' time is lost before breaks.
test("stands are idle for less of the time before breaks than by what can wait the least alone", () => {
  let [plain, filled] = [0, 0];
  for (let seed = 0; seed < 6; seed += 1) {
    const shop = shopOf(
      { jobs: 20, stepsEach: 15, people: 3, stands: 1, dueIn: [1, 9], partsIn: 0, minutes: [8, 30] },
      chance(seed),
    );
    const end = (order: readonly number[]) =>
      Math.max(
        ...plannedOf(shop, order, NONE_FIXED, 0).schedule.map((slot, at) => (shop.steps[at]!.places.includes(0) ? slot!.end : 0)),
      ) - MONDAY;
    plain += end(workedOff(shop, NONE_FIXED, PLAIN).order);
    filled += end(workedOff(shop).order);
  }
  expect(filled).toBeLessThan(plain);
});
