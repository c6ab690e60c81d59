import { chance } from "../units/chance";
import { Latest } from "./byLatest";
import { constructive, plannedOf } from "./constructive";
import { Filling } from "./filling";
import { DAY_MIN } from "./wall";
import { MONDAY, shopOf } from "./market.fixture";
import { NONE_FIXED } from "./serial";

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

test("every step stands in the order once, none before what it needs, with slots that are frozen or without", () => {
  for (const [seed, shop] of shops.entries()) {
    const targets = shop.jobs.map((_, job) => MONDAY + (job % 5) * DAY_MIN);
    const { schedule } = constructive(shop);
    const fixed = new Map(
      schedule.flatMap((slot, at) => (slot && shop.steps[at]!.job % 4 === seed % 4 ? [[at, slot] as const] : [])),
    );
    for (const held of [NONE_FIXED, fixed]) {
      const order = new Filling(shop).order(new Latest(shop).keys(targets), held);
      expect([...order].sort((a, b) => a - b)).toEqual([...shop.steps.keys()]);
      const where = new Map(order.map((at, i) => [at, i]));
      for (const [at, { after }] of shop.steps.entries()) {
        if (held.has(at)) continue;
        for (const { step } of after) expect(where.get(step)!).toBeLessThan(where.get(at)!);
      }
      expect(plannedOf(shop, order, held, 0).worth.undone).toBe(0);
    }
  }
});

test("a step that nobody does, and one whose work never ends, are left at the end and stop nothing", () => {
  const shop = shops[1]!;
  const none = { ...shop, steps: shop.steps.map((step, at) => (at === 4 ? { ...step, people: [] } : step)) };
  const order = new Filling(none).order(new Latest(none).keys(shop.jobs.map(() => MONDAY)), NONE_FIXED);
  expect([...order].sort((a, b) => a - b)).toEqual([...shop.steps.keys()]);
  const long = { ...shop, steps: shop.steps.map((step, at) => (at === 0 ? { ...step, minutes: 1e9 } : step)) };
  expect(new Filling(long).order(new Latest(long).keys(shop.jobs.map(() => MONDAY)), NONE_FIXED)).toHaveLength(shop.steps.length);
});

// What it is there for: where steps are short and stands scarce, less of the stands' time is lost before breaks.
test("stands are idle for less of the time before breaks than by what can wait the least alone", () => {
  let [plain, filled] = [0, 0];
  for (let seed = 0; seed < 6; seed += 1) {
    const shop = shopOf(
      { jobs: 20, stepsEach: 15, people: 3, stands: 1, dueIn: [1, 9], partsIn: 0, minutes: [8, 30] },
      chance(seed),
    );
    const latest = new Latest(shop);
    const targets = shop.jobs.map((_, job) => MONDAY + Math.floor(job / 3) * DAY_MIN);
    const end = (order: readonly number[]) =>
      Math.max(
        ...plannedOf(shop, order, NONE_FIXED, 0).schedule.map((slot, at) => (shop.steps[at]!.places.includes(0) ? slot!.end : 0)),
      );
    plain += end(latest.order(targets)) - MONDAY;
    filled += end(new Filling(shop).order(latest.keys(targets), NONE_FIXED)) - MONDAY;
  }
  expect(filled).toBeLessThan(plain);
});
