import { NOW, openDemoShop } from "../../tests/demoShop";
import { findRawPart, loadCatalogue } from "@/data/catalogue";
import { labelsOf, toCount } from "./counting";
import { countPart, storePart } from "./parts";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

test("a label's code leads to its part and to no other, however a reader writes it; then it is counted by what it says", async () => {
  const labels = await labelsOf(shop.db, null);
  expect(labels.length).toBeGreaterThan(20);
  expect(new Set(labels.map((label) => label.code)).size).toBe(labels.length);
  const { parts } = await loadCatalogue(shop.db);
  for (const { code, name } of labels) {
    const found = (await toCount(shop.db, ` ${code.toUpperCase()} `))!;
    expect([code, found.name, found.there]).toEqual([code, name, parts.get(code)!.inStock]);
    expect(found.there).toBeGreaterThan(0);
  }
  const { id, there, version } = (await toCount(shop.db, labels[0]!.code))!;
  const counted = await countPart(shop.db, { partId: id, counted: there + 1, why: "", version }, NOW, "Ida");
  expect(counted).toEqual({ ok: true, value: `Counted: ${there + 1} instead of ${there}.` });
  // Counted again from what was seen before: refused, nothing moves.
  expect(await countPart(shop.db, { partId: id, counted: there, why: "", version }, NOW, "Ida")).toMatchObject({ ok: false });
  expect((await toCount(shop.db, id))!.there).toBe(there + 1);
  expect(await toCount(shop.db, "no such")).toBeUndefined();
  expect(await toCount(shop.db, "")).toBeUndefined();
});

test("where a part lies stands on its label, is stored and told in its history; labels come in the order of the places", async () => {
  const { raw, version } = (await findRawPart(shop.db, "chain-8"))!;
  expect(await storePart(shop.db, { ...raw, bin: " A 1 " }, { at: NOW, by: "Ida", version })).toMatchObject({ ok: true });
  expect((await findRawPart(shop.db, "chain-8"))!.raw.bin).toBe("A 1");
  expect(await labelsOf(shop.db, ["chain-8", "nothing", "chain-7"])).toEqual([
    expect.objectContaining({ code: "chain-8", note: "lies in A 1" }),
    expect.objectContaining({ code: "chain-7" }),
  ]);
  expect(await storePart(shop.db, { ...raw, bin: "x".repeat(21) }, { at: NOW, by: "Ida" })).toMatchObject({ ok: false });
});
