import fc from "fast-check";
import { offer, partOf, QUAY } from "../../../tests/bench.fixture";
import { DEFAULT_HOUSE_RULES as house } from "../house/defaults";
import { Catalogue } from "../parts/catalogue";
import { isInForce, offerSchema, readPart } from "../parts/part";
import { priceLines } from "./seenPrices";
import { pieceCost, supplyPlan } from "./supplyPlan";

const INLET = { ...QUAY, id: "inlet", name: "Inlet" };
const day = (n: number) => new Date(Date.UTC(2026, 0, 1 + n)).toISOString().slice(0, 10);
const chain = (offers: ReturnType<typeof offer>[]) =>
  partOf("chain", { speeds: 8, links: 116 }, { id: "chain", name: "Chain", offers });

test("whatever offers hold when: nothing is bought, valued or ranked by one that does not hold on the day", () => {
  const dated = fc
    .record({
      seller: fc.constantFrom("quay", "inlet"),
      price: fc.integer({ min: 100, max: 900 }),
      from: fc.option(fc.integer({ min: 0, max: 20 })),
      to: fc.option(fc.integer({ min: 0, max: 20 })),
    })
    .map(({ seller, price, from, to }) =>
      offer(seller, price, {
        ...(from !== null && { validFrom: day(from) }),
        ...(to !== null && { validTo: day(Math.max(to, from ?? 0)) }),
      }),
    );
  fc.assert(
    fc.property(fc.array(dated, { minLength: 1, maxLength: 4 }), fc.integer({ min: 0, max: 20 }), (offers, n) => {
      const books = new Catalogue([chain(offers)], [{ ...QUAY, id: "quay" }, INLET]);
      const part = books.parts.get("chain")!;
      const on = books.on(day(n));
      const holds = offers.filter((one) => isInForce(one, day(n)));
      const least = Math.min(Infinity, ...holds.map((one) => one.priceMinor));
      const plan = supplyPlan([{ partId: "chain", quantity: 1 }], on, house);
      const bought = plan.orders.flatMap((order) => order.lines.map((line) => line.offer));
      expect(bought.every((one) => isInForce(one, day(n)))).toBe(true);
      expect(bought.length === 1).toBe(holds.length > 0);
      expect(pieceCost(part, 1, on, house).minor).toBe(holds.length > 0 ? least : null);
      expect(on.bestOffer(part)?.priceMinor ?? Infinity).toBe(least);
      if (holds.length === 0) expect(plan.unpriced[0]!.why).toMatch(/^its price (ended on|holds from) \w{3} \d/);
      // The books themselves are as they were, and asked twice for a day they are the same.
      expect(books.offersOf(part)).toHaveLength(offers.length);
      expect(books.on(day(n))).toBe(on);
    }),
  );
});

test("what follows a part that is sold no more is named where it is missing", () => {
  const old = chain([offer("quay", 900, { validTo: "2026-03-31", followedBy: "chain-new" })]);
  const next = { ...old, id: "chain-new", name: "Chain, the newer one", offers: [offer("quay", 990)] };
  const books = new Catalogue([old, next], [{ ...QUAY, id: "quay" }]);
  const wants = [{ partId: "chain", quantity: 1 }];
  expect(supplyPlan(wants, books.on("2026-03-31"), house).unpriced).toEqual([]);
  expect(supplyPlan(wants, books.on("2026-04-01"), house).unpriced[0]!.why).toBe(
    "its price ended on Tue 31 Mar 2026; it is followed by Chain, the newer one",
  );
});

test("days the wrong way round, and a follower of what has no end, are refused by their fields", () => {
  const at = (over: object) => offerSchema.safeParse({ ...offer("quay", 900), ...over }).error?.issues.map((one) => one.path[0]);
  expect(at({ validFrom: "2026-05-02", validTo: "2026-05-01" })).toEqual(["validTo"]);
  expect(at({ followedBy: "chain-new" })).toEqual(["followedBy"]);
  expect(at({ validFrom: "3.4.2026" })).toEqual(["validFrom"]);
  expect(at({ atLeast: 0 })).toEqual(["atLeast"]);
  expect(at({ validFrom: "2026-05-01", validTo: "2026-05-01", atLeast: 10 })).toBeUndefined();
  const read = readPart({ ...chain([]), offers: [{ ...offer("quay", 1), validTo: "soon" }] });
  expect(!read.ok && read.error).toEqual([
    { path: "offers.0.validTo", message: expect.stringContaining("such as 2026-12-31") as string },
  ]);
});

test("a price for many packs values no single piece, unless there is no other", () => {
  const many = offer("quay", 80, { atLeast: 10 });
  const books = new Catalogue([chain([many, offer("inlet", 100)])], [{ ...QUAY, id: "quay" }, INLET]);
  const [part] = [...books.parts.values()];
  expect(pieceCost(part!, 1, books, house).minor).toBe(100);
  expect(books.bestOffer(part!)?.supplierId).toBe("inlet");
  expect(pieceCost(chain([many]), 1, books, house).minor).toBe(80);
});

test("what a piece cost: by supplier and pack, at today's rate, without those that have none", () => {
  const seen = (supplierId: string, priceMinor: number, currency: "EUR" | "GBP" | "USD", at: string, packSize = 1) => ({
    supplierId,
    packSize,
    atLeast: 1,
    priceMinor,
    currency,
    at,
  });
  const lines = priceLines(
    [
      seen("a", 1000, "EUR", "2026-01-01"),
      seen("b", 400, "GBP", "2026-01-02", 4),
      seen("c", 1, "USD", "2026-01-02"),
      seen("a", 1100, "EUR", "2026-02-01"),
    ],
    { currency: "EUR", rates: { GBP: 1.15 } },
  );
  expect(lines).toEqual([
    {
      supplierId: "a",
      packSize: 1,
      atLeast: 1,
      points: [
        { at: "2026-01-01", pieceMinor: 1000 },
        { at: "2026-02-01", pieceMinor: 1100 },
      ],
    },
    { supplierId: "b", packSize: 4, atLeast: 1, points: [{ at: "2026-01-02", pieceMinor: 115 }] },
  ]);
});
