import { asTheyCame, constructive } from "@/core/bench/constructive";
import { chance } from "@/core/units/chance";
import { keepPlan } from "@/core/bench/keepPlan";
import { shopOf } from "@/core/bench/market.fixture";
import type { BenchProblem, Schedule } from "@/core/bench/problem";
import { minutesWithin } from "@/core/bench/shifts";
import { simulate } from "@/core/bench/simulate";
import { betterPlan } from "@/shop/betterPlan";

type Report = (what: string, ms: number, bound: number, yardstick: { name: string; ms: number }) => void;

const SEARCH_SECONDS = 5;
const SHOPS = [
  { seed: 1, dueIn: [3, 12], minutes: [8, 30] },
  { seed: 2, dueIn: [5, 28], minutes: [8, 30] },
  { seed: 3, dueIn: [6, 20], minutes: [5, 20] },
] as const;

/** How the bench is planned: forty jobs of twenty-five steps on three people, two stands, a truing stand and a paint corner. */
export async function benchPlan(report: Report, sort: { name: string; ms: number }): Promise<void> {
  for (const { seed, ...wanted } of SHOPS) {
    const shop = shopOf({ jobs: 40, stepsEach: 25, people: 3, stands: 2, partsIn: 8, ...wanted }, chance(seed));
    const what = `40 jobs × 25 steps, due in ${wanted.dueIn.join(" to ")} days`;
    constructive(shop);
    let from = performance.now();
    const first = constructive(shop);
    report(`${what}: a first plan`, performance.now() - from, 200, sort);
    const {
      best,
      boundMinor: bound,
      tries,
    } = await betterPlan(shop, null, SEARCH_SECONDS, {
      told: () => undefined,
      stopped: () => false,
    });
    const plain = asTheyCame(shop);
    const gap = best.worth.lateMinor === 0 ? 0 : 1 - bound / best.worth.lateMinor;
    console.log(
      `  lateness ${best.worth.lateMinor / 100} of ${plain.worth.lateMinor / 100} as they came in (${(best.worth.lateMinor / Math.max(1, plain.worth.lateMinor)).toFixed(2)}), first plan ${first.worth.lateMinor / 100}; at least ${bound / 100}, gap ${(gap * 100).toFixed(1)} % of 5 %${gap > 0.05 ? " OVER" : ""} after ${tries} tries; idle ${idle(shop, best.schedule).toFixed(0)} of ${idle(shop, plain.schedule).toFixed(0)} h`,
    );
    const late = shop.steps.findIndex(({ waitsFor }) => waitsFor !== "");
    const then = {
      ...shop,
      steps: shop.steps.map((step, at) => (at === late ? { ...step, fromMin: step.fromMin + 3 * 1440 } : step)),
    };
    keepPlan(then, best.schedule);
    from = performance.now();
    keepPlan(then, best.schedule);
    report(`${what}: re-planned after a late part`, performance.now() - from, 500, sort);
    from = performance.now();
    simulate(shop, best.schedule, 1_000, 1);
    report(`${what}: gone through 1,000 times`, performance.now() - from, 2_000, sort);
  }
}

/** Hours in which people are there and do nothing, until the last work is done. */
function idle({ people, nowMin }: BenchProblem, schedule: Schedule): number {
  const end = Math.max(...schedule.map((slot) => slot?.end ?? 0));
  const there = people.reduce((sum, { shifts }) => sum + minutesWithin(shifts, nowMin, end), 0);
  const worked = schedule.reduce((sum, slot) => sum + (slot?.parts.reduce((all, [a, b]) => all + b - a, 0) ?? 0), 0);
  return (there - worked) / 60;
}
