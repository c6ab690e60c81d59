import { randomUUID } from "node:crypto";
import { missingPieces } from "@/core/supply/pieces";
import { SHELF } from "@/core/supply/needs";
import { ledgerOf } from "@/core/supply/shelfMoves";
import { loadCatalogue, saveParts } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { listPurchases } from "@/data/purchases";
import { heldMovesOf, movesOf } from "@/data/shelfMoves";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { refusal } from "../../tests/refusal";
import { dice } from "../../tests/dice";
import { buyingPage, placeJoint, takeDelivery } from "./buying";
import { jobList } from "./jobList";
import { openJob } from "./jobView";
import { countPart, openPart, storePart } from "./parts";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

/**
 * Of every part the lines add up to what is there and to what each job holds, each line says what was there then, and nothing is ever
 * under nothing.
 */
async function addsUp(): Promise<void> {
  const held: Record<string, number> = {};
  for (const { part_id, job_id, pieces } of (await shop.db("held")) as { part_id: string; job_id: string; pieces: number }[])
    held[`${part_id} ${job_id}`] = pieces;
  const noted: Record<string, number> = {};

  for (const { id, inStock } of (await loadCatalogue(shop.db)).parts.values()) {
    const moves = await movesOf(shop.db, id);
    let there = 0;
    for (const move of moves) {
      there += move.pieces;
      expect([id, move.there]).toEqual([id, there]);
    }
    expect([id, there]).toEqual([id, inStock]);
    const holds = await heldMovesOf(shop.db, id);
    for (const { jobId, pieces } of holds) {
      const key = `${id} ${jobId}`;
      noted[key] = (noted[key] ?? 0) + pieces;
      expect([key, noted[key]! >= 0]).toEqual([key, true]);
    }
    const [last] = ledgerOf(moves, holds).slice(-1);
    if (last) expect([id, last.there, last.heldThen]).toEqual([id, inStock, holds.reduce((sum, one) => sum + one.pieces, 0)]);
  }
  expect(Object.fromEntries(Object.entries(noted).filter(([, pieces]) => pieces !== 0))).toEqual(held);
}
const idOf = async (customer: string) =>
  (await jobList(shop.db, "", 40, NOW)).rows.find((row) => row.customer.startsWith(customer))!.id;
const act = async (id: string, command: object) => {
  const { version } = (await findJob(shop.db, id))!;
  return perform(shop.db, { jobId: id, version, by: "Tam", command }, NOW);
};
const last = async (partId: string) => (await movesOf(shop.db, partId)).at(-1)!;
const count = async (partId: string, counted: number, why = "") =>
  countPart(shop.db, { partId, counted, why, version: (await openPart(shop.db, partId))!.version }, NOW, "Ida");

test("whatever is done in the shop, each part's lines add up to what lies there", async () => {
  const { db } = shop;
  const roll = dice(7);
  await addsUp();
  const ids = (await jobList(db, "", 40, NOW)).rows.map((row) => row.id);
  const parts = [...(await loadCatalogue(db)).parts.values()].filter((part) => part.inStock > 0).map((part) => part.id);
  for (let turn = 0; turn < 40; turn += 1) {
    const id = ids[roll(0, ids.length - 1)]!;
    const what = roll(0, 5);
    if (what === 0) {
      const steps = (await openJob(db, id, NOW))!.steps;
      const step = steps[roll(0, Math.max(0, steps.length - 1))];
      if (step) await act(id, { do: "tick", step: step.id, note: "", despite: "a reason of words" });
    } else if (what === 1) await act(id, { do: "undo" });
    else if (what === 2) {
      const ticked = Object.keys((await findJob(db, id))!.ticks);
      if (ticked.length > 0) await act(id, { do: "untick", step: ticked[roll(0, ticked.length - 1)]! });
    } else if (what === 5) {
      const lines = (await openJob(db, id, NOW))!.sheet.lines;
      const line = lines[roll(0, Math.max(0, lines.length - 1))];
      if (line) await act(id, { do: "source", line: line.key, source: line.source === "stock" ? "buy" : "stock" });
    } else if (what === 3) await count(parts[roll(0, parts.length - 1)]!, roll(0, 9));
    else {
      const [purchase] = (await listPurchases(db, { closed: false, limit: 9 })).rows;
      const delivery = (purchase?.lines ?? []).map((line, i) => ({ line: i, good: Math.min(1, missingPieces(line)), broken: 0 }));
      if (purchase) await takeDelivery(db, { purchaseId: purchase.id, version: purchase.version, delivery }, NOW, "Tam");
    }
  }
  await addsUp();
});

test("a step that is ticked takes pieces for its job, and opened again or undone puts as many back", async () => {
  const { db } = shop;
  const id = await idOf("Perran");
  const taken = async () => {
    const parts = [...(await loadCatalogue(db)).parts.values()];
    return Object.fromEntries(parts.map((part) => [part.id, part.inStock]));
  };
  for (const line of (await openJob(db, id, NOW))!.sheet.lines)
    if (line.partId !== null && line.source === "buy") await count(line.partId, 5);
  const before = await taken();
  let moved = 0;
  for (const step of (await openJob(db, id, NOW))!.steps) {
    const was = await taken();
    const done = await act(id, { do: "tick", step: step.id, note: "", despite: "a reason of words" });
    if (!done.ok) continue;
    const now = await taken();
    for (const partId of Object.keys(now)) {
      if (now[partId] === was[partId]) continue;
      moved += 1;
      expect(await last(partId)).toMatchObject({
        pieces: now[partId]! - was[partId]!,
        says: expect.stringMatching(/^Job 0110, Perran Lusk: /),
        by: "Tam",
        at: NOW,
      });
    }
    await act(id, { do: "undo" });
    expect(await taken()).toEqual(was);
  }
  expect(await taken()).toEqual(before);
  expect(moved).toBeGreaterThan(2);
  await addsUp();
});

test("what comes for the shelf comes with its cost, and the moving average is of what was paid", async () => {
  const { db } = shop;
  await saveParts(
    db,
    [...(await loadCatalogue(db)).parts.values()]
      .filter((part) => part.id === "chain-7")
      .map((part) => ({ ...part, keepAtLeast: 9 })),
  );
  const page = await buyingPage(db, { jobs: [SHELF], days: null }, NOW);
  const order = page.orders.find((one) => one.lines.some((line) => line.partId === "chain-7"))!;
  const wish = { supplierId: order.supplierId, jobs: [SHELF], days: null, expectMinor: order.totalMinor, request: randomUUID() };
  expect(await placeJoint(db, wish, NOW, "Ida")).toMatchObject({ ok: true });
  const purchase = (await listPurchases(db, { closed: false, limit: 9 })).rows.find(
    (one) => one.supplierId === order.supplierId && one.lines.some((line) => line.partId === "chain-7"),
  )!;
  const line = purchase.lines.find((one) => one.partId === "chain-7")!;
  const was = (await openPart(db, "chain-7"))!.shelf!.worth;
  const delivery = purchase.lines.map((one, i) => ({ line: i, good: missingPieces(one), broken: 0 }));
  expect(await takeDelivery(db, { purchaseId: purchase.id, version: purchase.version, delivery }, NOW, "Ida")).toMatchObject({
    ok: true,
  });
  const pieces = line.packs * line.packSize;
  expect(await last("chain-7")).toMatchObject({
    pieces,
    costMinor: line.totalMinor,
    says: `Came with ${purchase.number} from ${purchase.supplierName}`,
  });
  const { worth } = (await openPart(db, "chain-7"))!.shelf!;
  const value = (was.averageMinor ?? line.totalMinor / pieces) * was.pieces + line.totalMinor;
  expect(worth.averageMinor).toBeCloseTo(value / (was.pieces + pieces), 6);
});

test("a count says what it changed; an older window counts nothing; storing or undoing a part's page moves nothing", async () => {
  const { db } = shop;
  const part = [...(await loadCatalogue(db)).parts.values()].find((one) => one.inStock > 1)!;
  const page = (await openPart(db, part.id))!;
  expect(await count(part.id, part.inStock)).toMatchObject({ ok: true, value: expect.stringContaining("as was thought") });
  expect(await count(part.id, 1, "one bent")).toMatchObject({
    ok: true,
    value: `Counted: 1 instead of ${part.inStock}, one bent.`,
  });
  expect(await last(part.id)).toMatchObject({ pieces: 1 - part.inStock, there: 1, by: "Ida", at: NOW });
  const old = { partId: part.id, counted: 7, why: "", version: page.version };
  expect(await countPart(db, old, NOW, "Tam")).toMatchObject({ ok: false, error: expect.stringContaining("changed meanwhile") });
  for (const [wrong, says] of [
    [{ counted: -1 }, /0 or more/],
    [{ counted: 1.5 }, /whole number/],
    [{ counted: 10_001 }, /at most/],
    [{ why: "x".repeat(121) }, /at most 120/],
    [{ partId: "nope" }, /no such part/],
  ] as const)
    expect(await countPart(db, { ...old, ...wrong }, NOW, "")).toMatchObject({ ok: false, error: expect.stringMatching(says) });
  const now = (await openPart(db, part.id))!;
  const renamed = { ...now.raw, name: "Renamed", inStock: 99 };
  expect(await storePart(db, renamed, { at: NOW, by: "Ida", version: now.version })).toMatchObject({ ok: true });
  // The page of before the count, put back as an undo does it.
  const after = (await openPart(db, part.id))!;
  expect(await storePart(db, { ...page.raw, name: "Again" }, { at: NOW, by: "Ida", version: after.version })).toMatchObject({
    ok: true,
  });
  expect((await openPart(db, part.id))!.raw).toMatchObject({ name: "Again", inStock: 1 });
  expect(await refusal(db("shelf_move").where({ part_id: part.id }).update({ pieces: 5 }))).toContain("stands");
  expect(await refusal(db("shelf_move").where({ part_id: part.id }).delete())).toContain("stands");
  await addsUp();
});
