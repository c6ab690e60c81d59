import type { Knex } from "knex";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEFAULT_HOUSE_RULES } from "@/core/house/houseRules";
import { newJob } from "@/core/job/job";
import { readPart } from "@/core/parts/part";
import { loadCatalogue, saveParts, saveSuppliers } from "./catalogue";
import { openDatabase } from "./connection";
import { DEMO_JOBS } from "./demo/jobs";
import { DEMO_BROKEN_PART, DEMO_PARTS } from "./demo/parts";
import { DEMO_SUPPLIERS } from "./demo/suppliers";
import { findJob, nextNumber, UnreadableJob } from "./jobs";
import { houseRules, writeSetting } from "./settings";

let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

describe("the demo's data", () => {
  test.each(DEMO_PARTS.map((part) => [part.id, part] as const))("%s reads", (_id, part) =>
    expect(readPart(part)).toMatchObject({ ok: true }),
  );
  test("numbers are given once, offers come from suppliers that exist, kits hold parts that exist", () => {
    const ids = new Set(DEMO_PARTS.map((part) => part.id));
    const suppliers = new Set(DEMO_SUPPLIERS.map((supplier) => supplier.id));
    expect(ids.size).toBe(DEMO_PARTS.length);
    expect(DEMO_PARTS.length).toBeGreaterThanOrEqual(250);
    for (const part of DEMO_PARTS) for (const offer of part.offers) expect(suppliers).toContain(offer.supplierId);
    for (const part of DEMO_PARTS)
      if (part.kind === "kit") for (const { partId } of part.spec.contents as { partId: string }[]) expect(ids).toContain(partId);
  });
  test("a lithium pack travels as dangerous goods, whoever sells it", () => {
    const packs = DEMO_PARTS.filter((part) => part.kind === "battery");
    expect(packs.length).toBeGreaterThan(3);
    for (const pack of packs) for (const offer of pack.offers) expect(offer.carriage).toBe("dangerous goods");
  });
  test("the broken part is broken, and the jobs choose parts that exist", () => {
    expect(readPart(DEMO_BROKEN_PART).ok).toBe(false);
    const ids = DEMO_PARTS.map((part) => part.id);
    for (const job of DEMO_JOBS) for (const id of Object.values(job.choices)) expect(ids).toContain(id);
  });
});

describe("the database", () => {
  test("is brought up to date at each opening, and a second time is nothing new", async () => {
    const folder = mkdtempSync(join(tmpdir(), "gull-db-"));
    const file = join(folder, "deep", "shop.sqlite");
    const first = await openDatabase(file);
    await saveSuppliers(first, DEMO_SUPPLIERS);
    await first.destroy();
    const second = await openDatabase(file);
    expect(await second("supplier").count({ n: "*" })).toEqual([{ n: DEMO_SUPPLIERS.length }]);
    expect(await second("knex_migrations").count({ n: "*" })).toEqual([{ n: 4 }]);
    await second.destroy();
    rmSync(folder, { recursive: true });
  });
  test("a shop from before the whole bike was surveyed opens with everything it had", async () => {
    const folder = mkdtempSync(join(tmpdir(), "gull-old-"));
    const file = join(folder, "shop.sqlite");
    const first = await openDatabase(file);
    const { flangeOffsetLeftMm, flangeOffsetRightMm, ...spec } = DEMO_PARTS.find((part) => part.id === "hf250-622")!.spec;
    expect(flangeOffsetLeftMm).toBe(flangeOffsetRightMm);
    await saveSuppliers(first, DEMO_SUPPLIERS);
    await saveParts(first, [DEMO_PARTS.find((part) => part.id === "hf250-622")!]);
    await first("part")
      .where({ id: "hf250-622" })
      .update({ spec: JSON.stringify({ ...spec, flangeOffsetMm: flangeOffsetLeftMm }) });
    const { also, refused, photos, ...old } = newJob({ id: "j1", number: 101, customer: "Ida", bike: "an old bike" });
    expect([also, refused, photos]).toEqual([[], [], []]);
    const { hillPercent, hillKm, coldestC, tows, gives, route, rangeKm, hillKmh, ...wish } = old.wish;
    expect(gives).toEqual([]);
    expect([route, rangeKm, hillKmh]).toEqual([null, null, null]);
    expect([hillPercent, hillKm, coldestC, tows]).toEqual([null, null, null, "nothing"]);
    const row = {
      id: "j1",
      number: 101,
      version: 1,
      customer: "Ida",
      bike: "an old bike",
      summary: "{}",
      updated_at: "2026-01-01",
    };
    await first("job").insert({ ...row, body: JSON.stringify({ ...old, wish: { ...wish, givesFirst: "weight" } }) });
    await first("knex_migrations").whereIn("name", ["002_whole_bike", "003_road", "004_gives"]).delete();
    await first.destroy();
    const second = await openDatabase(file);
    expect(await findJob(second, "j1")).toMatchObject({
      also: [],
      refused: [],
      photos: [],
      wish: { customer: "Ida", tows: "nothing", route: null, gives: ["mass"] },
    });
    const catalogue = await loadCatalogue(second);
    expect(catalogue.broken.size).toBe(0);
    expect(catalogue.parts.get("hf250-622")!.spec).toMatchObject({ flangeOffsetLeftMm, flangeOffsetRightMm });
    await second.destroy();
    rmSync(folder, { recursive: true });
  });
  test("writes ahead, holds foreign keys and syncs fully", async () => {
    const pragma = async (name: string) => Object.values((await db.raw(`pragma ${name}`))[0] as object)[0];
    expect([await pragma("foreign_keys"), await pragma("synchronous"), await pragma("busy_timeout")]).toEqual([1, 2, 5000]);
  });
  test("parts read back as they were written, and a change is seen at once", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, [...DEMO_PARTS, DEMO_BROKEN_PART]);
    const before = await loadCatalogue(db);
    expect(before.parts.size).toBe(DEMO_PARTS.length);
    expect([...before.broken.keys()]).toEqual([DEMO_BROKEN_PART.id]);
    for (const part of DEMO_PARTS)
      expect(before.parts.get(part.id)).toMatchObject({
        name: part.name,
        spec: part.spec,
        massKg: part.massKg,
        inStock: part.inStock,
      });
    expect(await loadCatalogue(db)).toBe(before);
    await saveParts(db, [{ ...DEMO_PARTS[0]!, name: "Renamed" }]);
    expect((await loadCatalogue(db)).parts.get(DEMO_PARTS[0]!.id)!.name).toBe("Renamed");
  });
  test("a part's spec that was damaged from outside is kept apart, not trusted", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, DEMO_PARTS.slice(0, 3));
    await db("part").where({ id: DEMO_PARTS[0]!.id }).update({ spec: '{"end":"sideways"}' });
    await saveParts(db, [DEMO_PARTS[1]!]);
    expect((await loadCatalogue(db)).broken.get(DEMO_PARTS[0]!.id)!.issues.length).toBeGreaterThan(3);
  });
  test("a job's document that was damaged from outside says so", async () => {
    await db("job").insert({
      id: "j",
      number: 1,
      version: 1,
      customer: "x",
      bike: "",
      body: '{"wish":7}',
      summary: "{}",
      updated_at: "2026-01-05",
    });
    await expect(findJob(db, "j")).rejects.toThrow(UnreadableJob);
    expect(await findJob(db, "none")).toBeUndefined();
  });
  test("house rules fall back to the defaults where they do not read", async () => {
    expect(await houseRules(db)).toEqual(DEFAULT_HOUSE_RULES);
    await writeSetting(db, "house", { taxPercent: 7, rates: { GBP: 1.2 } });
    expect(await houseRules(db)).toMatchObject({ taxPercent: 7, rates: { GBP: 1.2 }, currency: "EUR" });
    await writeSetting(db, "house", { taxPercent: -7 });
    expect(await houseRules(db)).toEqual(DEFAULT_HOUSE_RULES);
  });
  test("numbers go on from the highest", async () => {
    expect(await nextNumber(db)).toBe(101);
    await db("job").insert({
      id: "j",
      number: 640,
      version: 1,
      customer: "x",
      bike: "",
      body: "{}",
      summary: "{}",
      updated_at: "2026-01-05",
    });
    expect(await nextNumber(db)).toBe(641);
  });
});
