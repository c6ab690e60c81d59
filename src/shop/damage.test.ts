import { randomUUID } from "node:crypto";
import { missingPieces, orderedPieces } from "@/core/supply/pieces";
import { receive } from "@/core/supply/purchase";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { isNumbered } from "@/core/supply/serials";
import { sendBack } from "@/core/supply/sendBack";
import { toSendBack } from "@/core/supply/pieces";
import { returnPaper } from "@/print/purchasePaper";
import { listPurchases, serialsOf } from "@/data/purchases";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { takeDelivery } from "./buying";
import { keepPurchasePhoto, sendBackBroken } from "./damage";
import { openPart } from "./parts";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const HEAD = { shop: { name: "The Slip", address: "3 Slip", deliverTo: "3 Slip", billTo: "3 Slip" }, customerNumber: "" };
const open = async () => (await listPurchases(shop.db, { closed: false, limit: 50 })).rows;
/** The demo's order of packs, of which one came whole and one broken. */
const packs = async (): Promise<Purchase> => (await open()).find((one) => one.lines.some((line) => line.kind === "battery"))!;

test("a pack's serial number comes with it, stands with its part, and no second piece may have it", async () => {
  const order = await packs();
  const line = order.lines.findIndex((one) => isNumbered(one.kind));
  const { partId, serials } = order.lines[line]!;
  expect(serials.map((one) => one.serial)).toEqual(["VP-26-004417", "VP-26-004421"]);
  expect(missingPieces(order.lines[line]!)).toBe(1);
  const take = (more: object) =>
    takeDelivery(
      shop.db,
      { purchaseId: order.id, version: order.version, delivery: [{ line, good: 1, broken: 0, ...more }] },
      NOW,
      "Tam",
    );
  expect(await take({ serials: ["a", "b"] })).toMatchObject({
    ok: false,
    error: expect.stringContaining("2 serial numbers") as string,
  });
  expect(await take({ serials: [" vp-26-004417"] })).toMatchObject({
    ok: false,
    error: expect.stringContaining(`came with ${order.number} already`) as string,
  });
  expect(await take({ serials: [""] })).toMatchObject({
    ok: false,
    error: expect.stringContaining("must not be empty") as string,
  });
  expect(await packs()).toEqual(order);
  expect(await take({ serials: ["VP-26-005002"], lot: "26-40" })).toMatchObject({ ok: true });
  const known = await serialsOf(shop.db, [partId]);
  expect(known.map((one) => [one.serial, one.lot])).toContainEqual(["VP-26-005002", "26-40"]);
  expect((await openPart(shop.db, partId))!.serials.map((one) => one.serial)).toContain("VP-26-005002");
});

test("what came broken goes back once, with the way it took; its paper tells what is in the parcel, and of packs that none carries them as ordinary goods", async () => {
  const all = [...(await open()), ...(await listPurchases(shop.db, { closed: true, limit: 50 })).rows];
  const order = all.find((one) => one.lines.some((line) => toSendBack(line) > 0))!;
  const text = JSON.stringify(returnPaper(order, HEAD)!.content);
  expect(text).toContain("VP-26-004421");
  expect(text).toContain("by no ordinary carrier");
  const wish = { purchaseId: order.id, version: order.version, how: "fetched by their own driver", request: randomUUID() };
  expect(await sendBackBroken(shop.db, { ...wish, how: "x" }, NOW, "Tam")).toMatchObject({ ok: false });
  expect(await sendBackBroken(shop.db, { ...wish, version: order.version - 1 }, NOW, "Tam")).toMatchObject({
    ok: false,
    error: expect.stringContaining("has changed meanwhile") as string,
  });
  const sent = await sendBackBroken(shop.db, wish, NOW, "Tam");
  expect(sent).toMatchObject({ ok: true, value: expect.stringContaining("sent back: 1 ×") as string });
  // The same wish again is the same answer; another one has nothing left to send.
  const again = await sendBackBroken(shop.db, wish, NOW, "Tam");
  expect(again.ok).toBe(true);
  const next = await sendBackBroken(shop.db, { ...wish, version: order.version + 1, request: randomUUID() }, NOW, "Tam");
  expect(next).toMatchObject({ ok: false, error: expect.stringContaining("Nothing of") as string });
  for (const raw of [null, 7, {}, { ...wish, version: "1" }])
    expect((await sendBackBroken(shop.db, raw, NOW, "Tam")).ok).toBe(false);
});

test("an order of which nothing came broken has no return", async () => {
  const whole = (await open()).find((one) => one.lines.every((line) => line.broken === 0))!;
  expect(orderedPieces(whole.lines[0]!)).toBeGreaterThan(0);
  expect(returnPaper(whole, HEAD)).toBeNull();
});

test("pictures of what came stand with the order, at most forty, and disturb nobody's count", async () => {
  const [order] = await open();
  const photo = () => ({ id: randomUUID(), widthPx: 10, heightPx: 10 });
  for (let i = 0; i < 40; i += 1) expect((await keepPurchasePhoto(shop.db, order!.number, photo(), NOW, "Tam")).ok).toBe(true);
  expect(await keepPurchasePhoto(shop.db, order!.number, photo(), NOW, "Tam")).toMatchObject({ ok: false });
  expect(await keepPurchasePhoto(shop.db, "B-9999", photo(), NOW, "Tam")).toMatchObject({ ok: false });
  const now = (await open()).find((one) => one.id === order!.id)!;
  expect(now.photos).toHaveLength(40);
  expect(now.version).toBe(order!.version);
});

test("the hundred and first delivery of an order is refused in words, and so is a return", async () => {
  const [order] = await open();
  const full: Purchase = { ...order!, receipts: Array.from({ length: 100 }, () => ({ at: NOW, by: "", says: "one" })) };
  const broken: Purchase = { ...full, closed: null, lines: full.lines.map((line) => ({ ...line, broken: 1, sentBack: 0 })) };
  const of = { at: NOW, by: "Tam", nameOf: () => "it" };
  for (const answer of [
    receive({ ...full, closed: null }, [{ line: 0, good: 1, broken: 0 }], of),
    sendBack(broken, { at: NOW, by: "Tam", how: "by van" }),
  ])
    expect(answer).toMatchObject({ ok: false, error: expect.stringContaining("100 deliveries and returns") as string });
});
