import fc from "fast-check";
import { Latest } from "./byLatest";
import { asTheyCame, constructive, plannedOf } from "./constructive";
import { Free } from "./free";
import { chance } from "../units/chance";
import { keepPlan } from "./keepPlan";
import { brokenLaws } from "./laws.fixture";
import { doneAt } from "./lateness";
import { MONDAY, shopOf } from "./market.fixture";
import { NONE_FIXED } from "./serial";
import type { BenchProblem } from "./problem";

const shops = fc
  .record({
    jobs: fc.integer({ min: 1, max: 8 }),
    stepsEach: fc.integer({ min: 1, max: 12 }),
    people: fc.integer({ min: 1, max: 4 }),
    stands: fc.integer({ min: 1, max: 3 }),
    partsIn: fc.nat(6),
    // Some are longer than a day.
    minutes: fc.constantFrom<[number, number]>([5, 40], [50, 70], [200, 900]),
    seed: fc.nat(1e6),
  })
  .map(({ seed, ...wanted }) => shopOf({ ...wanted, dueIn: [0, 9] }, chance(seed)));

test("nobody, nothing and no bike is in two places, and no step comes before what it needs, however the steps are listed", () =>
  fc.assert(
    fc.property(shops, fc.nat(1e6), (shop, seed) => {
      const roll = chance(seed);
      const targets = shop.jobs.map(() => MONDAY + roll() * 20_000);
      for (const one of [asTheyCame(shop), constructive(shop), plannedOf(shop, new Latest(shop).order(targets), NONE_FIXED, 0)]) {
        expect(brokenLaws(shop, one.schedule)).toEqual([]);
        // Who works here has hours enough for all of it.
        expect(one.schedule).not.toContain(null);
        expect(one.worth.undone).toBe(0);
      }
    }),
    { numRuns: 120 },
  ));

test("what is free is what was not taken, minute by minute", () =>
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 10 }),
      fc.array(fc.record({ at: fc.nat(60), minutes: fc.integer({ min: 1, max: 20 }), mayPause: fc.boolean() }), {
        maxLength: 12,
      }),
      (edges, wishes) => {
        const sorted = [...edges].sort((a, b) => a - b);
        const spans = sorted.flatMap((from, i): [number, number][] =>
          i % 2 === 0 && i + 1 < sorted.length ? [[from, sorted[i + 1]!]] : [],
        );
        const free = new Free(spans);
        const open = Array.from({ length: 61 }, (_, t) => spans.some(([a, b]) => a <= t && t < b));
        for (const { at, minutes, mayPause } of wishes) {
          const parts = free.fit(at, minutes, mayPause);
          const straight = [...open.keys()].find(
            (from) =>
              from >= at && from + minutes <= 60 && Array.from({ length: minutes }, (_, k) => open[from + k]).every(Boolean),
          );
          if (!parts) {
            expect(straight).toBeUndefined();
            continue;
          }
          if (straight !== undefined) expect(parts[0]![0]).toBeLessThanOrEqual(straight);
          if (!mayPause) expect(parts).toEqual([[straight, straight! + minutes]]);
          for (const [from, to] of parts) {
            for (let t = from; t < to; t += 1) expect(open[t]).toBe(true);
            expect(free.clear(from, to)).toBeNull();
          }
          expect(parts.reduce((sum, [from, to]) => sum + to - from, 0)).toBe(minutes);
          for (const [from, to] of parts) {
            free.take(from, to);
            open.fill(false, from, to);
          }
        }
      },
    ),
  ));

const later = (shop: BenchProblem, at: number, days: number): BenchProblem => ({
  ...shop,
  steps: shop.steps.map((step, i) => (i === at ? { ...step, fromMin: MONDAY + days * 1440 } : step)),
});

describe("a plan that was kept", () => {
  test("stays as it is while nothing happens", () =>
    fc.assert(
      fc.property(shops, (shop) => {
        const { schedule } = constructive(shop);
        expect(keepPlan(shop, schedule)).toEqual(schedule);
      }),
      { numRuns: 60 },
    ));

  test("a late part moves nothing that came before it, and breaks no law", () =>
    fc.assert(
      fc.property(shops, fc.nat(200), fc.integer({ min: 1, max: 12 }), (shop, pick, days) => {
        const { schedule } = constructive(shop);
        const at = pick % shop.steps.length;
        const then = later(shop, at, days);
        const kept = keepPlan(then, schedule);
        expect(brokenLaws(then, kept)).toEqual([]);
        for (const [i, slot] of schedule.entries())
          if (slot!.start < schedule[at]!.start && slot!.end <= schedule[at]!.start) expect(kept[i]).toEqual(slot);
        // Nothing is done sooner for it.
        for (const [i, slot] of kept.entries()) expect(slot!.start).toBeGreaterThanOrEqual(schedule[i]!.start);
      }),
      { numRuns: 60 },
    ));

  test("a new job is put where there is room and moves nobody; what is frozen stays although it is late", () =>
    fc.assert(
      fc.property(shops, (shop) => {
        const last = shop.jobs.length - 1;
        const { schedule } = constructive(shop);
        const kept = schedule.map((slot, at) => (shop.steps[at]!.job === last ? null : slot));
        const again = keepPlan(shop, kept);
        expect(brokenLaws(shop, again)).toEqual([]);
        expect(again).not.toContain(null);
        const others = shop.steps.flatMap((step, at) => (step.job === last ? [] : [at]));
        // Without the new one nothing is otherwise than with it.
        const without = keepPlan(
          { ...shop, steps: shop.steps.filter((step) => step.job !== last) },
          others.map((at) => schedule[at]!),
        );
        expect(others.map((at) => again[at])).toEqual(without);
        const fixed = new Map(others.map((at) => [at, schedule[at]!]));
        const around = keepPlan(later(shop, 0, 9), schedule, fixed);
        expect(others.map((at) => around[at])).toEqual(others.map((at) => schedule[at]));
      }),
      { numRuns: 60 },
    ));
});

test("a job with a step that nobody does has no end, and the others have theirs", () => {
  const shop = shopOf({ jobs: 3, stepsEach: 4, people: 2, stands: 1, dueIn: [1, 3], partsIn: 0, minutes: [10, 20] }, chance(4));
  const orphan = { ...shop, steps: shop.steps.map((step, at) => (at === 5 ? { ...step, people: [] } : step)) };
  const { schedule, worth } = constructive(orphan);
  expect(worth.undone).toBe(1);
  expect(schedule.flatMap((slot, at) => (slot ? [] : [at]))).toEqual([5, 6]);
  expect(doneAt(orphan, schedule)[1]).toBe(Infinity);
  expect(brokenLaws(orphan, schedule)).toEqual([]);
});
