import fc from "fast-check";
import { guessMapping, previewList, readList, type Mapping } from "@/core/supply/priceList";
import { MOST_OFFERS, type Offer, type Part } from "@/core/parts/part";
import { findRawPart, loadCatalogue } from "@/data/catalogue";
import { pricesSeen } from "@/data/pricesSeen";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { listsOf, previewPrices, takeListBack, takePrices } from "./priceLists";
import { openPart, storePart } from "./parts";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const offerOf = async (id: string) =>
  (await loadCatalogue(shop.db)).parts.get(id)!.offers.filter((offer) => offer.supplierId === "lowtide");
const look = async (text: string, mapping: Mapping | null = null) => {
  const made = await previewPrices(shop.db, { supplierId: "lowtide", text, mapping }, NOW);
  if (!made.ok) throw new Error(made.error);
  return made.value;
};
const take = (text: string, mapping: Mapping, seen: string) =>
  takePrices(shop.db, { supplierId: "lowtide", text, mapping, seen }, NOW, "Ida");

const LIST = `Item no;Our part number;Description;Net price;Pack;Delivery days
LT-7;chain-7;Chain, 7;12,60;1;2
LT-9;chain-9;Chain, 9;17.50;1;2
LT-J;joining-link;Links;11,00;4;3
LT-X;;Something else;4,00;1;2
`;

test("a list's columns are found by their heads, each row's change is told, and it is taken in as a whole", async () => {
  const first = await look(LIST);
  expect(first.heads[first.mapping.price!]).toBe("Net price");
  expect([first.mapping.theirs, first.mapping.ours, first.mapping.packSize, first.mapping.leadDays]).toEqual([0, 1, 4, 5]);
  // Their numbers are new to the books, so that every row that is known changes.
  expect(first.counts).toEqual({ new: 0, changed: 3, same: 0, unknown: 1, wrong: 0 });
  expect(first.rows.find((row) => row.row === 2)).toMatchObject({ partId: "chain-7", says: expect.stringContaining("+5.0 %") });
  const before = { seven: await offerOf("chain-7"), nine: await offerOf("chain-9") };
  const version = (await openPart(shop.db, "chain-7"))!.version;
  expect(await take(LIST, first.mapping, "another")).toMatchObject({ ok: false, error: expect.stringContaining("look again") });
  expect(await offerOf("chain-7")).toEqual(before.seven);
  expect(await take(LIST, first.mapping, first.seen)).toMatchObject({ ok: true, value: expect.stringContaining("3 changed") });
  expect(await offerOf("chain-7")).toMatchObject([{ priceMinor: 12_60, number: "LT-7" }]);
  expect(await offerOf("chain-9")).toMatchObject([{ priceMinor: before.nine[0]!.priceMinor, number: "LT-9" }]);
  // Who has the part's page open is told before they overwrite it.
  const open = (await openPart(shop.db, "chain-7"))!;
  expect(open.version).toBe(version + 1);
  const stale = await storePart(shop.db, { ...open.raw, name: "Mine" }, { at: NOW, by: "Tam", version });
  expect(stale).toMatchObject({ ok: false, error: { issues: [{ message: expect.stringContaining("price list") }] } });
  // Known by their number from now on; the same list changes nothing.
  const again = await look(LIST);
  expect(again.counts).toMatchObject({ same: 3, unknown: 1 });
  expect(await take(LIST, again.mapping, again.seen)).toMatchObject({
    ok: false,
    error: expect.stringContaining("changes nothing"),
  });
  const short = await look("Item no,Net price\nLT-7,13.00\n", { theirs: 0, price: 1 });
  expect(short.rows[0]).toMatchObject({ partId: "chain-7", what: "changed" });
  expect(await listsOf(shop.db, "lowtide")).toMatchObject([{ back: true, by: "Ida" }]);
  expect(await takeListBack(shop.db, "lowtide", NOW, "Ida")).toMatchObject({ ok: true });
  expect([await offerOf("chain-7"), await offerOf("chain-9")]).toEqual([before.seven, before.nine]);
  expect(await takeListBack(shop.db, "lowtide", NOW, "Ida")).toMatchObject({ ok: false });
});

test("a price that leaps is asked about, told first after what does not read, and taken in only where somebody says that it is right", async () => {
  const asks = (priceOf: (minor: number) => number) =>
    offerOf("chain-7").then(([was]) => look(`Our part number,Price\nchain-7,${(priceOf(was!.priceMinor) / 100).toFixed(2)}\n`));
  for (const [priceOf, leaps] of [
    [(minor: number) => minor * 2, 0],
    [(minor: number) => minor * 2 + 2, 1],
    [(minor: number) => Math.ceil(minor / 2), 0],
    [(minor: number) => Math.floor(minor / 2) - 1, 1],
    [(minor: number) => minor * 100, 1],
  ] as const)
    expect([priceOf(1000), (await asks(priceOf)).leaps]).toEqual([priceOf(1000), leaps]);
  // In another currency it cannot be held against the old one; a new offer is held against the others of its part.
  expect((await look("Our part number,Price,Currency\nchain-7,12.60,GBP\n")).leaps).toBe(1);
  const [seven] = await offerOf("chain-7");
  const apiece = (pack: number, times: number) => ((seven!.priceMinor * pack * times) / 100).toFixed(2);
  expect((await look(`Our part number,Price,Pack\nchain-7,${apiece(10, 0.9)},10\n`)).leaps).toBe(0);
  expect((await look(`Our part number,Price,Pack\nchain-7,${apiece(1, 0.9)},10\n`)).leaps).toBe(1);
  const list = "Our part number,Price\nchain-8,14.00\nchain-7,912.60\nchain-9,0\n";
  const first = await look(list);
  expect(first.rows.map((row) => [row.row, row.what, row.leaps])).toEqual([
    [4, "wrong", false],
    [3, "changed", true],
    [2, "changed", false],
  ]);
  const right = list.replace("chain-9,0\n", "");
  const { mapping, seen } = await look(right);
  const before = await offerOf("chain-7");
  expect(await take(right, mapping, seen)).toMatchObject({ ok: false, error: expect.stringContaining("price of 1 row leaps") });
  expect(await offerOf("chain-7")).toEqual(before);
  const wish = { supplierId: "lowtide", text: right, mapping, seen, leapsAreRight: true };
  expect(await takePrices(shop.db, wish, NOW, "Ida")).toMatchObject({ ok: true });
  expect(await offerOf("chain-7")).toMatchObject([{ priceMinor: 912_60 }]);
  expect(await takeListBack(shop.db, "lowtide", NOW, "Ida")).toMatchObject({ ok: true });
});

test("what was changed by hand since a list came in is not taken back with it", async () => {
  const list = "Our part number,Price\nchain-7,14.00\nchain-12,40.00\n";
  const { mapping, seen } = await look(list);
  const before = await offerOf("chain-12");
  expect(await take(list, mapping, seen)).toMatchObject({ ok: true });
  const { raw, version } = (await openPart(shop.db, "chain-7"))!;
  const offers = (raw.offers as Part["offers"]).map((offer) =>
    offer.supplierId === "lowtide" ? { ...offer, priceMinor: 15_00 } : offer,
  );
  expect(await storePart(shop.db, { ...raw, offers }, { at: NOW, by: "Tam", version })).toMatchObject({ ok: true });
  const back = await takeListBack(shop.db, "lowtide", NOW, "Ida");
  expect(back).toMatchObject({ ok: true, value: expect.stringContaining("left as they are: Chain 7-speed") });
  expect(await offerOf("chain-7")).toMatchObject([{ priceMinor: 15_00 }]);
  expect(await offerOf("chain-12")).toEqual(before);
});

test.each([
  ["a price of nothing", "Our part number,Price\nchain-7,0.00\n", "0.00 is asked about"],
  ["a price with two readings", "Our part number,Price\nchain-7,12.505\n", "can be read two ways"],
  ["no price", "Our part number,Price\nchain-7,\n", "price: expected an amount"],
  ["a pack of nothing", "Our part number,Price,Pack\nchain-7,12.00,0\n", "no number from 1 to 1000"],
  ["an unknown currency", "Our part number,Price,Currency\nchain-7,12.00,DOL\n", "is none of EUR"],
  ["the same part twice", "Our part number,Price\nchain-7,12.00\nchain-7,13.00\n", "stands in row 2 already"],
  ["days that are none", "Our part number,Price,Lead time\nchain-7,12.00,soon\n", "is no number of days"],
])("%s keeps the whole list out, told with its row", async (_, list, says) => {
  const seen = await look(`${list}chain-8,13.00\n`);
  const wrong = seen.rows.filter((row) => row.what === "wrong");
  expect(wrong.length).toBeGreaterThan(0);
  expect(wrong[0]!.says).toContain(says);
  const before = await offerOf("chain-8");
  expect(await take(`${list}chain-8,13.00\n`, seen.mapping, seen.seen)).toMatchObject({ ok: false });
  expect(await offerOf("chain-8")).toEqual(before);
});

test("two currencies in one column, no columns, no rows, bytes of a picture, a file of another kind: a clear word", async () => {
  const told = async (text: string) => {
    const made = await previewPrices(shop.db, { supplierId: "lowtide", text, mapping: null }, NOW);
    return made.ok ? made.value.says : made.error;
  };
  expect(await told("Our part number,Price,Currency\nchain-7,1.00,EUR\nchain-8,1.00,GBP\n")).toContain("EUR and GBP");
  expect(await told("Name,Colour\nchain,blue\n")).toContain("which column holds the price");
  expect(await told("Name,Price\nchain,1.00\n")).toContain("known by one of them");
  expect(await told("Our part number,Price\n")).toContain("no row under the heads");
  expect(await told("nothing here")).toContain("no row");
  expect(await told("a\u0000b,c\n1,2\n")).toContain("no text");
  expect(await previewPrices(shop.db, { supplierId: "nobody", text: LIST, mapping: null }, NOW)).toMatchObject({ ok: false });
  for (const raw of [null, 7, {}, { supplierId: "lowtide", text: 7, mapping: null }])
    expect((await previewPrices(shop.db, raw, NOW)).ok).toBe(false);
});

test("whatever a list holds, every row is told once and nothing of it is invented", async () => {
  const { parts } = await loadCatalogue(shop.db);
  const books = {
    parts,
    supplierId: "lowtide",
    known: new Map<string, string>(),
    currency: "EUR" as const,
    leadDays: 7,
    day: NOW.slice(0, 10),
  };
  const cell = fc.oneof(
    fc.constantFrom("chain-7", "chain-8", "12.00", "0", "", "EUR", "-1", "1e9", "=1+1"),
    fc.string({ maxLength: 12 }),
  );
  fc.assert(
    fc.property(fc.array(fc.array(cell, { minLength: 1, maxLength: 6 }), { minLength: 1, maxLength: 20 }), (rows) => {
      const made = previewList({ heads: ["a", "b"], rows }, { ours: 0, price: 1, packSize: 2 }, books);
      if (!made.ok) return;
      expect(made.value.rows.map((row) => row.row)).toEqual(rows.map((_, i) => i + 2));
      expect(Object.values(made.value.counts).reduce((sum, n) => sum + n, 0)).toBe(rows.length);
      for (const { offer, partId, what } of made.value.rows) {
        if (what === "new" || what === "changed") expect(parts.has(partId!)).toBe(true);
        if (offer) expect(offer.priceMinor).toBeGreaterThan(0);
      }
    }),
    { numRuns: 200 },
  );
  expect(readList("a;b\n1;2\n")).toEqual({ ok: true, value: { heads: ["a", "b"], rows: [["1", "2"]] } });
  expect(guessMapping(["Currency", "Your part number", "Code", "Description", "Unit price"])).toEqual({
    currency: 0,
    ours: 1,
    theirs: 2,
    name: 3,
    price: 4,
  });
});

test("a price from so many packs on is an offer of its own, and one that was held to certain days is so no longer", async () => {
  const list = "Our part number,Price,From so many packs\nchain-8,13.40,\nchain-8,11.90,10\n";
  const seen = await look(list);
  expect(seen.mapping).toEqual({ ours: 0, price: 1, atLeast: 2 });
  expect(await take(list, seen.mapping, seen.seen)).toMatchObject({ ok: true });
  expect((await offerOf("chain-8")).map(({ priceMinor, atLeast }) => [priceMinor, atLeast])).toEqual([
    [1340, undefined],
    [1190, 10],
  ]);
  const { raw, version } = (await findRawPart(shop.db, "chain-8"))!;
  const ending = (raw.offers as Offer[]).map((one) => (one.supplierId === "lowtide" ? { ...one, validTo: "2026-01-31" } : one));
  expect(await storePart(shop.db, { ...raw, offers: ending }, { at: NOW, by: "Ida", version })).toMatchObject({ ok: true });
  const again = await look(list);
  expect(again.rows.map((row) => [row.what, row.says])).toEqual([
    ["changed", "no longer held to certain days"],
    ["changed", "no longer held to certain days"],
  ]);
  expect((await look("Our part number,Price,Valid from\nchain-8,13.40,2027-01-01\n")).mapping).toEqual({ ours: 0, price: 1 });
  const wrong = await look("Our part number,Price,From so many packs\nchain-8,13.40,0\n");
  expect(wrong.rows[0]).toMatchObject({ what: "wrong", says: expect.stringContaining("from so many packs") as string });
});

test("how many they sell in one order comes with a list that says so, and stays where another says nothing of it", async () => {
  const most = async () => (await offerOf("chain-8")).map(({ atLeast = 1, atMost }) => [atLeast, atMost]);
  const list = "Our part number,Price,From so many packs,Max. order\nchain-8,13.40,,40\nchain-8,11.90,10,\n";
  const seen = await look(list);
  expect(seen.mapping).toEqual({ ours: 0, price: 1, atLeast: 2, atMost: 3 });
  expect(seen.rows[0]).toMatchObject({ says: expect.stringContaining("at most 40 in an order") as string });
  expect(await take(list, seen.mapping, seen.seen)).toMatchObject({ ok: true });
  expect(await most()).toEqual([
    [1, 40],
    [10, undefined],
  ]);
  const dearer = "Our part number,Price\nchain-8,13.90\n";
  const then = await look(dearer);
  expect(await take(dearer, then.mapping, then.seen)).toMatchObject({ ok: true });
  expect(await most()).toContainEqual([1, 40]);
  for (const bad of ["0", "-1", "many", "10.5", "12345"]) {
    const wrong = await look(`Our part number,Price,At most\nchain-8,13.40,${bad}\n`);
    expect(wrong.rows[0]).toMatchObject({ what: "wrong", says: expect.stringContaining("at most so many packs") as string });
  }
  for (const head of ["Available", "Available from", "Max. price", "Maximum load", "Stock"])
    expect((await look(`Our part number,Price,${head}\nchain-8,13.40,0\n`)).mapping).not.toHaveProperty("atMost");
  const under = await look("Our part number,Price,From so many packs,At most\nchain-8,11.90,10,9\n");
  expect(under.rows[0]).toMatchObject({ what: "wrong" });
});

test("whichever way a price comes into the books, it stands among what was asked, and the last of each is what is asked now", async () => {
  for (const { id, offers } of (await loadCatalogue(shop.db)).parts.values()) {
    const last = new Map<string, string>();
    for (const one of await pricesSeen(shop.db, id)) {
      const key = `${one.supplierId} ${one.packSize} ${one.atLeast}`;
      const asked = `${one.priceMinor} ${one.currency}`;
      // A price that is stored again as it is makes no line.
      expect([id, key, asked]).not.toEqual([id, key, last.get(key)]);
      last.set(key, asked);
    }
    for (const offer of offers)
      expect([id, last.get(`${offer.supplierId} ${offer.packSize} ${offer.atLeast ?? 1}`)]).toEqual([
        id,
        `${offer.priceMinor} ${offer.currency}`,
      ]);
  }
  const seen = await pricesSeen(shop.db, "chain-8");
  expect(seen.filter((one) => one.supplierId === "lowtide" && one.atLeast === 10).map((one) => one.priceMinor)).toEqual([1190]);
  expect(seen.map((one) => one.at)).toEqual([...seen.map((one) => one.at)].sort());
});

test("no list makes a part that cannot be read any more: more offers than a part may have are told", async () => {
  const list = (many: number) =>
    `Our part number,Price,From so many packs\n${Array.from({ length: many }, (_, i) => `chain-9,13.${String(99 - i).padStart(2, "0")},${i + 1}`).join("\n")}\n`;
  const others = (await loadCatalogue(shop.db)).parts.get("chain-9")!.offers.filter((one) => one.supplierId !== "lowtide").length;
  const most = MOST_OFFERS - others;
  const seen = await look(list(most));
  expect(seen.counts!.wrong).toBe(0);
  expect((await look(list(most + 1))).rows[0]).toMatchObject({ what: "wrong", says: expect.stringContaining("20 offers") });
  expect(await take(list(most), seen.mapping, seen.seen)).toMatchObject({ ok: true });
  const { parts, broken } = await loadCatalogue(shop.db);
  expect([parts.get("chain-9")?.offers.length, broken.has("chain-9")]).toEqual([MOST_OFFERS, false]);
  expect(await takeListBack(shop.db, "lowtide", NOW, "Ida")).toMatchObject({ ok: true });
});
