import fc from "fast-check";
import { DEFAULT_HOUSE_RULES } from "../house/defaults";
import { Catalogue } from "../parts/catalogue";
import type { Part, Supplier } from "../parts/part";
import { offer, partOf } from "../../../tests/bench.fixture";
import { frontier, within } from "./frontier";
import { giveOut, needsOf, shelfNeeds, type JobNeeds } from "./needs";
import { isHere, missingPieces, orderedPieces } from "./pieces";
import { purchaseOf, receive } from "./purchase";
import type { Purchase } from "./purchaseSchema";
import { daysSeen, FEWEST_SEEN, seenLead } from "./seenLead";
import { supplyPlan, totalOf } from "./supplyPlan";

const house = DEFAULT_HOUSE_RULES;
const supplier = (id: string, carriageMinor: number): Supplier => ({
  id,
  name: id,
  currency: "EUR",
  carriageMinor,
  freeFromMinor: null,
  dangerousGoodsMinor: 0,
});
const stated = (one: { leadDays: number }) => one.leadDays;
const job = (jobId: string, wants: Record<string, number>, due: string | null = null): JobNeeds => ({
  jobId,
  number: Number(jobId.slice(1)),
  customer: jobId,
  bike: "",
  due,
  wants,
  notYet: "",
  stopped: false,
});

/** A few parts, each sold by some of three suppliers at prices, packs and days of their own; jobs that want them. */
const shop = fc
  .record({
    carriages: fc.array(fc.integer({ min: 0, max: 30_00 }), { minLength: 3, maxLength: 3 }),
    parts: fc.array(
      fc.uniqueArray(
        fc.record({
          at: fc.integer({ min: 0, max: 2 }),
          priceMinor: fc.integer({ min: 1, max: 50_00 }),
          packSize: fc.integer({ min: 1, max: 4 }),
          leadDays: fc.integer({ min: 0, max: 12 }),
        }),
        { minLength: 1, maxLength: 3, selector: (one) => `${one.at} ${one.packSize}` },
      ),
      { minLength: 1, maxLength: 4 },
    ),
    wants: fc.array(fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 4, maxLength: 4 }), { minLength: 1, maxLength: 4 }),
  })
  .map(({ carriages, parts, wants }) => ({
    catalogue: new Catalogue(
      parts.map(
        (offers, i) =>
          partOf(
            "bell",
            { barMm: 20 + i },
            {
              id: `p${i}`,
              offers: offers.map(({ at, priceMinor, packSize, leadDays }) => offer(`s${at}`, priceMinor, { packSize, leadDays })),
            },
          ) as Part,
      ),
      carriages.map((carriage, s) => supplier(`s${s}`, carriage)),
    ),
    jobs: wants.map((own, j) =>
      job(`j${j + 1}`, Object.fromEntries(own.slice(0, parts.length).map((pieces, i) => [`p${i}`, pieces]))),
    ),
  }));

test("a frontier falls from the earliest to the cheapest, ends at the plan of no hurry, and keeps every day that can be kept", () => {
  fc.assert(
    fc.property(shop, ({ catalogue, jobs }) => {
      const wants = needsOf(jobs);
      const points = frontier(wants, catalogue, house, stated);
      if (wants.length === 0) return expect(points).toEqual([]);
      for (let i = 1; i < points.length; i += 1) {
        expect(points[i]!.days).toBeGreaterThan(points[i - 1]!.days);
        expect(points[i]!.totalMinor).toBeLessThan(points[i - 1]!.totalMinor);
      }
      expect(points.at(-1)!.totalMinor).toBe(totalOf(supplyPlan(wants, catalogue, house)));
      for (const { days, plan, later } of points)
        for (const line of plan.orders.flatMap((order) => order.lines))
          expect(line.offer.leadDays <= days || later.includes(line.part.id)).toBe(true);
      // No day between two points is cheaper than the earlier of them.
      for (let days = 0; days <= 12; days += 1) {
        const at = points.findLast((one) => one.days <= days) ?? points[0]!;
        const limited = totalOf(supplyPlan(wants, within(wants, catalogue, house, days, stated).catalogue, house));
        if (at.days <= days) expect(at.totalMinor).toBeLessThanOrEqual(limited);
      }
    }),
    { numRuns: 150 },
  );
});

/** A plan's orders as purchases, and what each job pays of them. */
function placed(catalogue: Catalogue, jobs: readonly JobNeeds[]) {
  const needs = needsOf(jobs);
  const { orders } = supplyPlan(needs, catalogue, house);
  let ids = 0;
  return {
    needs,
    made: orders.map((order, at) =>
      purchaseOf(order, needs, {
        id: `b${at}`,
        number: `B-${at}`,
        at: "2026-12-01T09:00:00Z",
        by: "Ida",
        dueDay: "2026-12-04",
        leadDays: 3,
        currency: "EUR",
        newId: () => `o${(ids += 1)}`,
        because: () => ["wanted"],
        before: (partId) =>
          orders
            .slice(0, at)
            .flatMap((one) => one.lines)
            .reduce((sum, line) => sum + (line.part.id === partId ? line.quantity : 0), 0),
      }),
    ),
  };
}

test("every piece that a job wants is bought for it once, and the shares of an order add up to it to the cent", () => {
  fc.assert(
    fc.property(shop, ({ catalogue, jobs }) => {
      const { needs, made } = placed(catalogue, jobs);
      for (const { purchase, shares } of made) {
        expect(shares.reduce((sum, one) => sum + one.order.goodsMinor, 0)).toBe(purchase.goodsMinor);
        expect(shares.reduce((sum, one) => sum + one.order.carriageMinor, 0)).toBe(purchase.carriageMinor);
        for (const { order } of shares)
          expect(order.lines.reduce((sum, line) => sum + line.totalMinor, 0)).toBe(order.goodsMinor);
      }
      for (const need of needs)
        for (const share of need.by) {
          const got = made
            .flatMap(({ shares }) => shares)
            .filter((one) => one.jobId === share.jobId)
            .flatMap((one) => one.order.lines)
            .reduce((sum, line) => sum + (line.partId === need.partId ? line.quantity : 0), 0);
          expect([need.partId, share.jobId, got]).toEqual([need.partId, share.jobId, share.quantity]);
        }
    }),
    { numRuns: 200 },
  );
});

test("however a delivery is split, the same jobs have their parts at its end and the same pieces go to the shelf; none is taken twice", () => {
  fc.assert(
    fc.property(shop, fc.infiniteStream(fc.integer({ min: 0, max: 3 })), ({ catalogue, jobs }, rolls) => {
      for (const { purchase } of placed(catalogue, jobs).made) {
        const of = { at: "2026-12-05T09:00:00Z", by: "Tam", nameOf: (line: number) => `line ${line}` };
        const all = purchase.lines.map((line, i) => ({ line: i, good: orderedPieces(line), broken: 0 }));
        const once = receive(purchase, all, of);
        if (!once.ok) throw new Error(once.error);
        let now: Purchase = purchase;
        const shelf: Record<string, number> = {};
        const here: string[] = [];
        for (let turn = 0; now.closed === null && turn < 400; turn += 1) {
          const part = now.lines.map((line, i) => ({
            line: i,
            good: Math.min(missingPieces(line), rolls.next().value ?? 0),
            broken: turn % 7 === 0 ? 1 : 0,
          }));
          const took = receive(now, part, of);
          if (!took.ok) continue;
          here.push(...took.value.nowHere);
          for (const [partId, pieces] of Object.entries(took.value.toShelf)) shelf[partId] = (shelf[partId] ?? 0) + pieces;
          now = took.value.purchase;
        }
        expect(now.closed?.how).toBe("complete");
        expect(shelf).toEqual(once.value.toShelf);
        expect([...here].sort()).toEqual([...once.value.nowHere].sort());
        expect(new Set(here).size).toBe(here.length);
        for (const id of here) expect(isHere(now, id)).toBe(true);
        expect(receive(now, [{ line: 0, good: 1, broken: 0 }], of).ok).toBe(false);
      }
    }),
    { numRuns: 100 },
  );
});

test("pieces go to those who are due first", () => {
  expect(giveOut(5, [2, 2, 3])).toEqual({ given: [2, 2, 1], over: 0 });
  expect(giveOut(9, [2, 2, 3])).toEqual({ given: [2, 2, 3], over: 2 });
  const [need] = needsOf([
    job("j1", { hub: 1 }),
    job("j2", { hub: 2 }, "2026-12-24"),
    job("j3", { hub: 3, none: 0 }, "2026-12-01"),
  ]);
  expect(need).toEqual({
    partId: "hub",
    quantity: 6,
    by: [
      { jobId: "j3", quantity: 3 },
      { jobId: "j2", quantity: 2 },
      { jobId: "j1", quantity: 1 },
    ],
  });
});

test("the shelf is filled up once it is under its least, and wants nothing before; what is on its way counts", () => {
  const few = fc.integer({ min: 0, max: 12 });
  fc.assert(
    fc.property(few, few, few, few, fc.option(few, { nil: undefined }), (inStock, held, coming, keepAtLeast, more) => {
      const keepUpTo = more === undefined ? undefined : keepAtLeast + more;
      const { bell = 0 } = shelfNeeds([{ id: "bell", inStock, keepAtLeast, keepUpTo }], { bell: held }, { bell: coming });
      const free = Math.max(0, inStock - held) + coming;
      if (free >= keepAtLeast) expect(bell).toBe(0);
      else expect(free + bell).toBe(keepUpTo ?? keepAtLeast);
      // Filled up, it wants nothing more.
      expect(shelfNeeds([{ id: "bell", inStock: free + bell, keepAtLeast, keepUpTo }], {}, {})).toEqual({});
    }),
  );
  expect(shelfNeeds([{ id: "bell", inStock: 0 }], {}, {})).toEqual({});
});

test("lead times are seen from three orders on, with their sample spread, and count where they are longer than stated", () => {
  const order = (from: string, to: string) => ({ placedAt: `2026-11-${from}T09:00:00Z`, arrivedAt: `2026-11-${to}T15:00:00Z` });
  const three = [order("02", "06"), order("09", "15"), order("16", "24")];
  expect(seenLead(three.slice(0, FEWEST_SEEN - 1))).toBeNull();
  // 4, 6 and 8 days: mean 6, sample standard deviation 2.
  expect(seenLead(three)).toEqual({ count: 3, meanDays: 6, spreadDays: 2 });
  expect(daysSeen(seenLead(three)!)).toBe(8);
});

test("who has some of it sooner does not make it sooner: it is here when enough of it is", () => {
  const part = partOf(
    "bell",
    { barMm: 22 },
    {
      id: "bell-a",
      offers: [
        offer("near", 9_00, { leadDays: 1, atMost: 2 }),
        offer("mid", 5_00, { leadDays: 4, atMost: 9 }),
        offer("far", 3_00, { leadDays: 8 }),
      ],
    },
  ) as Part;
  const books = new Catalogue(
    [part],
    ["near", "mid", "far"].map((id) => supplier(id, 0)),
  );
  const of = (quantity: number) =>
    frontier([{ partId: "bell-a", quantity }], books, house, stated).map(({ days, totalMinor, plan }) => [
      days,
      totalMinor,
      plan.unpriced.length,
    ]);
  expect(of(2)).toEqual([
    [1, 18_00, 0],
    [4, 10_00, 0],
    [8, 6_00, 0],
  ]);
  // Four are nowhere sooner than in four days: whoever asks for it sooner is told that, and gets these. No point buys two of four.
  const laterIn = (quantity: number, days: number) => within([{ partId: "bell-a", quantity }], books, house, days, stated).later;
  expect(of(4).map(([, total, missing]) => [total, missing])).toEqual([
    [20_00, 0],
    [12_00, 0],
  ]);
  expect([laterIn(2, 1), laterIn(4, 1), laterIn(4, 4)]).toEqual([[], ["bell-a"], []]);
  // Two of the near and nine of the others: eleven within four days, twelve within eight alone.
  expect(of(11).map(([, total]) => total)).toEqual([63_00, 33_00]);
  expect([laterIn(11, 4), laterIn(12, 4)]).toEqual([[], ["bell-a"]]);
  expect(of(12).map(([, total]) => total)).toEqual([36_00]);
});
