import { Catalogue } from "@/core/parts/catalogue";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import type { Part, Supplier } from "@/core/parts/part";
import { NO_TERMS } from "@/core/parts/noTerms";
import { isBetter, supplyPlan, totalOf } from "@/core/supply/supplyPlan";
import { offer, partOf } from "../../tests/bench.fixture";
import { dice } from "../../tests/dice";
import { provePlan } from "./provePlan";
import type { Bench } from "./useCase";

/** A market in which everybody sells almost everything at almost one price: the hardest kind. */
function market(suppliers: number, parts: number): { catalogue: Catalogue; wants: { partId: string; quantity: number }[] } {
  const roll = dice(77);
  const all = Array.from({ length: suppliers }, (_, s): Supplier => ({
    id: `s${s}`,
    name: `Supplier ${s}`,
    currency: "EUR",
    carriageMinor: roll(2, 20) * 100,
    freeFromMinor: roll(0, 1) === 0 ? null : roll(50, 400) * 100,
    dangerousGoodsMinor: 2500,
  }));
  const made = Array.from({ length: parts }, (_, i) => {
    const base = roll(500, 9_000);
    const some = all.filter(() => roll(1, 10) <= 5).slice(0, 20);
    const offers = some.map((one) => offer(one.id, Math.round((base * roll(85, 115)) / 100)));
    return partOf("bell", { barMm: 22 }, { id: `p${i}`, offers: offers.length > 0 ? offers : [offer("s0", base)] }) as Part;
  });
  return { catalogue: new Catalogue(made, all), wants: made.map((part) => ({ partId: part.id, quantity: 2 })) };
}
const benchOf = (catalogue: Catalogue): Bench => ({
  catalogue,
  house: DEFAULT_HOUSE_RULES,
  at: "2026-01-05T09:00:00Z",
  by: "",
  heldElsewhere: {},
  asked: new Set(),
  stamp: "",
  stampButShelf: "",
  newId: () => "",
  weeks: [],
});

test("what the quick search cannot prove, the solver does; from then on that is the plan", async () => {
  const { catalogue, wants } = market(16, 14);
  const quick = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
  expect(quick.proved).toBe(false);
  // All the time there is: how long a solver takes on a busy machine is not what is asked.
  expect(await provePlan(quick, benchOf(catalogue), { deadlineMs: 250_000 })).toBe(true);
  const proved = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
  expect(proved.proved).toBe(true);
  expect(totalOf(proved)).toBeLessThanOrEqual(totalOf(quick));
  expect(proved.orders.flatMap((order) => order.lines).reduce((sum, line) => sum + line.quantity, 0)).toBe(28);
  expect(await provePlan(proved, benchOf(catalogue))).toBe(false);
});

test("what no solver settles in time is left as it was, and is not tried again", async () => {
  const { catalogue, wants } = market(18, 15);
  const quick = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
  expect(quick.proved).toBe(false);
  expect(await provePlan(quick, benchOf(catalogue), { deadlineMs: 0 })).toBe(false);
  const again = supplyPlan(wants, catalogue, DEFAULT_HOUSE_RULES);
  expect([again.proved, totalOf(again)]).toEqual([false, totalOf(quick)]);
  // With all the time there is it would be settled; it was tried in vain once.
  expect(await provePlan(again, benchOf(catalogue))).toBe(false);
});

test("where suppliers take no order under so much, what is learnt is never worse, and the proof holds against every order by hand", async () => {
  const easy = market(7, 24);
  let [learnt, better] = [0, 0];
  for (let seed = 1; seed <= 6; seed += 1) {
    const roll = dice(seed * 19);
    const sellers = [...easy.catalogue.suppliers.values()].map((one) => ({
      ...one,
      terms: { ...NO_TERMS, leastOrderMinor: roll(100, 900) * 100 },
    }));
    const books = new Catalogue([...easy.catalogue.parts.values()], sellers);
    const quick = supplyPlan(easy.wants, books, DEFAULT_HOUSE_RULES);
    if (quick.proved || !(await provePlan(quick, benchOf(books)))) continue;
    learnt += 1;
    const then = supplyPlan(easy.wants, books, DEFAULT_HOUSE_RULES);
    expect([seed, isBetter(quick, then)]).toEqual([seed, false]);
    if (isBetter(then, quick)) better += 1;
    for (const { supplier, lines, lacksMinor } of then.orders) {
      const goods = lines.reduce((sum, { offer: { priceMinor }, packs }) => sum + priceMinor * packs, 0);
      expect(lacksMinor).toBe(Math.max(0, supplier.terms!.leastOrderMinor! - goods));
    }
  }
  expect([learnt > 0, better > 0]).toEqual([true, true]);
});

test("given up early it may claim to be near: never further from the cheapest than it says", async () => {
  for (const [i, deadlineMs] of [150, 400].entries()) {
    const hard = () => {
      const { catalogue, wants } = market(16, 14);
      return { catalogue, wants: wants.map((want) => ({ ...want, quantity: 3 + i })) };
    };
    const early = hard();
    const quick = supplyPlan(early.wants, early.catalogue, DEFAULT_HOUSE_RULES);
    await provePlan(quick, benchOf(early.catalogue), { deadlineMs });
    const got = supplyPlan(early.wants, early.catalogue, DEFAULT_HOUSE_RULES);
    // In other words the same question, which nobody gave up on.
    const whole = hard();
    const asked = whole.wants.map((_, k) => whole.wants.at(-1 - k)!);
    await provePlan(supplyPlan(asked, whole.catalogue, DEFAULT_HOUSE_RULES), benchOf(whole.catalogue), { deadlineMs: 60_000 });
    const best = supplyPlan(asked, whole.catalogue, DEFAULT_HOUSE_RULES);
    expect([i, best.proved]).toEqual([i, true]);
    expect(totalOf(got)).toBeGreaterThanOrEqual(totalOf(best));
    expect(totalOf(got)).toBeLessThanOrEqual(totalOf(quick));
    if (got.proved) expect(totalOf(got)).toBe(totalOf(best));
    if (got.withinPercent !== undefined)
      expect(totalOf(got)).toBeLessThanOrEqual(totalOf(best) * (1 + got.withinPercent / 100) + 1);
  }
});
