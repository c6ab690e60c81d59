import type { Knex } from "knex";
import { recordMerged } from "@/core/figures/merged";
import { tellSupplierIssue } from "@/core/supply/supplierChanges";
import { NO_TERMS } from "@/core/parts/noTerms";
import { loadCatalogue } from "@/data/catalogue";
import { openDatabase } from "@/data/connection";
import { listSuppliers, newSupplier, openSupplier, storeSupplier } from "./suppliers";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

const GANNET = {
  id: "gannet",
  name: "Gannet Freight",
  currency: "CHF",
  carriageMinor: 12_50,
  freeFromMinor: null,
  dangerousGoodsMinor: 0,
  terms: { ...NO_TERMS, orderDays: ["Tue"], cutOff: "12:00" },
};
const store = (raw: unknown, version: number | null = null, by = "Ida") =>
  storeSupplier(db, raw, { at: "2026-12-01T09:00:00Z", by, version });

test("an empty shop has none; one that is stored has its terms, its version and its history, and says when it has no rate", async () => {
  expect((await listSuppliers(db)).rows).toEqual([]);
  expect((await newSupplier(db)).raw).toMatchObject({ id: "", currency: "EUR" });
  expect(await store(GANNET)).toEqual({ ok: true, value: "gannet" });
  expect((await loadCatalogue(db)).suppliers.get("gannet")).toEqual(GANNET);
  expect((await listSuppliers(db)).rows).toMatchObject([{ offers: 0, seen: null, unrated: true }]);
  const page = (await openSupplier(db, "gannet"))!;
  expect([page.version, page.history.map((line) => line.says)]).toEqual([1, ["Put into the books"]]);
  expect(await openSupplier(db, "nobody")).toBeUndefined();
});

test("the same thing twice is stored once; a taken short name, and what somebody else changed, are told", async () => {
  await store(GANNET);
  expect(await store(GANNET)).toMatchObject({ ok: true });
  expect((await openSupplier(db, "gannet"))!.version).toBe(1);
  expect(await store({ ...GANNET, name: "Another" })).toMatchObject({ ok: false, error: { issues: [{ path: "id" }] } });
  expect(await store({ ...GANNET, name: "Gannet and Sons" }, 1, "Tam")).toMatchObject({ ok: true });
  const mine = { ...GANNET, terms: { ...GANNET.terms, payment: "30 days net" } };
  const late = await store(mine, 1);
  if (late.ok || !late.error.stale) throw new Error("a stale supplier was stored");
  expect(late.error.issues[0]!.message).toContain("Changed: name, Tam");
  const merged = recordMerged(GANNET, mine, late.error.stale.now, "terms");
  expect(merged).toMatchObject({ name: "Gannet and Sons", terms: { payment: "30 days net", cutOff: "12:00" } });
  expect(await store(merged, 2)).toMatchObject({ ok: true });
  const { history } = (await openSupplier(db, "gannet"))!;
  expect(history.map((line) => line.says)).toEqual(["Changed: terms of payment", "Changed: name", "Put into the books"]);
  // Undo is to store what stood before.
  expect(await store(history[0]!.before, 3)).toMatchObject({ ok: true });
  expect((await loadCatalogue(db)).suppliers.get("gannet")!.terms!.payment).toBe("");
});

test.each([
  [{ carriageMinor: -1 }, "Carriage of an order"],
  [{ carriageMinor: 1.5 }, "Carriage of an order"],
  [{ carriageMinor: "12,50" }, "Carriage of an order"],
  [{ name: " " }, "Name must not be empty"],
  [{ id: "new" }, "Short name must be another"],
  [{ id: "Gannet Freight" }, "Short name must be small letters"],
  [{ currency: "XXX" }, "Currency must be one of"],
  [{ terms: { ...NO_TERMS, cutOff: "25:00" } }, "Orders of the day until must be a time of day"],
  [{ terms: { ...NO_TERMS, paymentPercent: 11 } }, "Fee for paying must be 0 to 10 %"],
  [{ terms: { ...NO_TERMS, orderDays: ["Someday"] } }, "Days on which they take orders"],
  [{ terms: { ...NO_TERMS, carriageSteps: [{ fromMinor: 0, carriageMinor: 1 }] } }, "Step 1:"],
  [{ terms: { ...NO_TERMS, more: 1 } }, ""],
])("%j is refused at its field, by its label", async (over, says) => {
  const answer = await store({ ...GANNET, ...over });
  if (answer.ok) throw new Error("it was stored");
  expect(answer.error.issues.map(tellSupplierIssue).join("; ")).toContain(says);
  expect(await db("supplier").count({ n: "*" })).toEqual([{ n: 0 }]);
});

test("one that was altered from outside is named, opened with what is wrong, and mended by storing it", async () => {
  await store(GANNET);
  await db("supplier").where({ id: "gannet" }).update({ terms: "{" });
  await db("setting").where({ key: "catalogue revision" }).update({ value: "99" });
  expect(await listSuppliers(db)).toMatchObject({ rows: [], broken: ["gannet"] });
  const page = (await openSupplier(db, "gannet"))!;
  expect(page.issues.map((issue) => issue.path)).toEqual(["terms"]);
  expect(await store(GANNET, page.version)).toMatchObject({ ok: true });
  expect((await listSuppliers(db)).broken).toEqual([]);
});
