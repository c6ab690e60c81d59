import fc from "fast-check";
import { partOf } from "../../../tests/bench.fixture";
import { allocate, onShelfFor, piecesFromShelf, WHOLE_SHELF, type Source } from "./shelf";

const bell = (inStock: number, id = "bell") => partOf("bell", { barMm: 30 }, { id, inStock });
const line = (key: string, quantity: number, part = bell(0), source: Source = "buy") => ({ key, part, quantity, source });
const sources = (lines: ReturnType<typeof allocate>) => lines.map((one) => one.source);

test("each piece of the shelf goes to one line: in their order, those told to come from it first", () => {
  const part = bell(2);
  const lines = [line("a", 1, part), line("b", 1, part), line("c", 1, part)];
  expect(sources(allocate(lines, {}, WHOLE_SHELF))).toEqual(["stock", "stock", "buy"]);
  expect(sources(allocate(lines, { c: "stock" }, WHOLE_SHELF))).toEqual(["stock", "buy", "stock"]);
  expect(sources(allocate(lines, { a: "customer", b: "buy" }, WHOLE_SHELF))).toEqual(["customer", "buy", "stock"]);
});

test("a line is served whole or bought, and one that was told to come from the shelf says what the shelf has", () => {
  const part = bell(3);
  expect(sources(allocate([line("a", 4, part), line("b", 3, part)], {}, WHOLE_SHELF))).toEqual(["buy", "stock"]);
  expect(allocate([line("a", 4, part)], { a: "stock" }, WHOLE_SHELF)[0]).toMatchObject({ source: "buy", short: 3 });
});

test("what other jobs hold is not to be had, what this one took already is its own, what is in the kit takes none", () => {
  const part = bell(2);
  expect(onShelfFor(part, { heldElsewhere: { bell: 2 }, taken: {} })).toBe(0);
  expect(onShelfFor(part, { heldElsewhere: { bell: 5 }, taken: { bell: 1 } })).toBe(1);
  expect(sources(allocate([line("a", 1, part)], {}, { heldElsewhere: { bell: 2 }, taken: {} }))).toEqual(["buy"]);
  expect(sources(allocate([line("a", 1, bell(0))], {}, { heldElsewhere: {}, taken: { bell: 1 } }))).toEqual(["stock"]);
  expect(sources(allocate([line("k", 1, part, "in the kit"), line("a", 2, part)], {}, WHOLE_SHELF))).toEqual([
    "in the kit",
    "stock",
  ]);
});

test("no shelf is emptied under nothing, whatever was told", () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 12 }),
      fc.integer({ min: 0, max: 12 }),
      fc.array(fc.tuple(fc.integer({ min: 1, max: 5 }), fc.constantFrom("buy", "stock", "customer", undefined)), {
        maxLength: 8,
      }),
      (inStock, held, asked) => {
        const part = bell(inStock);
        const lines = asked.map(([quantity], i) => line(`l${i}`, quantity, part));
        const told = Object.fromEntries(asked.flatMap(([, source], i) => (source ? [[`l${i}`, source]] : [])));
        const shelf = { heldElsewhere: { bell: held }, taken: {} };
        const given = allocate(lines, told, shelf).map((one) => ({ ...one, partId: one.part.id }));
        expect(piecesFromShelf(given).bell ?? 0).toBeLessThanOrEqual(Math.max(0, inStock - held));
        for (const one of given) if (told[one.key] === "customer") expect(one.source).toBe("customer");
        // Nothing is bought that the shelf could still serve, unless somebody said to buy it.
        const left = Math.max(0, inStock - held) - (piecesFromShelf(given).bell ?? 0);
        for (const one of given) if (one.source === "buy" && told[one.key] !== "buy") expect(one.quantity).toBeGreaterThan(left);
      },
    ),
    { seed: 5, numRuns: 300 },
  ));
