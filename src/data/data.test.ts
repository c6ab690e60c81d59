import type { Knex } from "knex";
import { existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEFAULT_HOUSE_RULES } from "@/core/house/defaults";
import { newJob } from "@/core/job/job";
import { readPart } from "@/core/parts/part";
import { findRawPart, loadCatalogue, saveParts, saveSuppliers } from "./catalogue";
import { openDatabase } from "./connection";
import { DEMO_JOBS } from "./demo/jobs";
import { DEMO_BROKEN_PART, DEMO_PARTS } from "./demo/parts";
import { DEMO_SUPPLIERS } from "./demo/suppliers";
import { findJob, heldByOthers, takeNumber, UnreadableJob } from "./jobs";
import { migrationSource } from "./migrations";
import { up as roadUp } from "./migrations/003_road";
import { up as givesUp } from "./migrations/004_gives";
import { up as heldUp } from "./migrations/011_held";
import { readPhotoFile, storePhotoFile } from "./photos";
import { bumpCatalogue, catalogueRevision, houseRules, writeSetting } from "./settings";

type DemoPart = (typeof DEMO_PARTS)[number];
let db: Knex;
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

describe("the demo's data", () => {
  test("every part reads", () =>
    expect(DEMO_PARTS.flatMap((part) => (readPart(part).ok ? [] : [[part.id, readPart(part)]]))).toEqual([]));
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
    expect(await second("knex_migrations").count({ n: "*" })).toEqual([{ n: 29 }]);
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
    const { hillPercent, hillKm, coldestC, chargeHours, riderW, tows, gives, route, rangeKm, hillKmh, ...wish } = old.wish;
    expect(gives).toEqual([]);
    expect([route, rangeKm, hillKmh]).toEqual([null, null, null]);
    expect([hillPercent, hillKm, coldestC, chargeHours, riderW, tows]).toEqual([null, null, null, null, null, "nothing"]);
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
    await first("knex_migrations").whereIn("name", ["002_whole_bike", "003_road", "004_gives", "005_riders_and_plugs"]).delete();
    await first.destroy();
    const second = await openDatabase(file);
    const fresh = newJob({ id: "j1", number: 101, customer: "Ida", bike: "an old bike" });
    expect(await findJob(second, "j1")).toEqual({ ...fresh, wish: { ...fresh.wish, gives: ["mass"] } });
    const catalogue = await loadCatalogue(second);
    expect(catalogue.broken.size).toBe(0);
    expect(catalogue.parts.get("hf250-622")!.spec).toMatchObject({ flangeOffsetLeftMm, flangeOffsetRightMm });
    await second.destroy();
    rmSync(folder, { recursive: true });
  });
  test("writes ahead in its file, holds foreign keys, syncs fully, and never waits inside SQLite", async () => {
    const folder = mkdtempSync(join(tmpdir(), "gull-wal-"));
    const file = join(folder, "shop.sqlite");
    const shop = await openDatabase(file);
    const pragma = async (name: string) => Object.values((await shop.raw(`pragma ${name}`))[0] as object)[0];
    expect([await pragma("journal_mode"), await pragma("foreign_keys"), await pragma("synchronous")]).toEqual(["wal", 1, 2]);
    expect(await pragma("busy_timeout")).toBe(0);
    await writeSetting(shop, "x", 1);
    expect(existsSync(`${file}-wal`)).toBe(true);
    await shop.destroy();
    rmSync(folder, { recursive: true });
  });
  test("parts read back as they were written, and a change is seen at once", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, [...DEMO_PARTS, DEMO_BROKEN_PART]);
    const before = await loadCatalogue(db);
    expect(before.parts.size).toBe(DEMO_PARTS.length);
    expect([...before.broken.keys()]).toEqual([DEMO_BROKEN_PART.id]);
    for (const part of DEMO_PARTS) {
      const read = readPart(part);
      expect(before.parts.get(part.id)).toEqual(read.ok && read.value);
      expect((await findRawPart(db, part.id))!.raw).toEqual(part);
    }
    expect([...before.suppliers.values()]).toEqual(DEMO_SUPPLIERS);
    expect(await findRawPart(db, "no-such-part")).toBeUndefined();
    expect(await loadCatalogue(db)).toBe(before);
    await saveParts(db, [{ ...DEMO_PARTS[0]!, name: "Renamed" }]);
    expect((await loadCatalogue(db)).parts.get(DEMO_PARTS[0]!.id)!.name).toBe("Renamed");
  });
  test("storing a part again replaces its offers and leaves the others' alone; a supplier is stored over itself", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    const [one, other] = DEMO_PARTS.filter((part) => part.offers.length > 1) as [DemoPart, DemoPart];
    await saveParts(db, [one, other]);
    await saveParts(db, [{ ...one, offers: one.offers.slice(1) }]);
    const catalogue = await loadCatalogue(db);
    expect(catalogue.parts.get(one.id)!.offers).toEqual(one.offers.slice(1));
    expect(catalogue.parts.get(other.id)!.offers).toEqual(other.offers);
    const supplier = {
      ...DEMO_SUPPLIERS[0]!,
      name: "Other Name",
      carriageMinor: 123,
      freeFromMinor: null,
      dangerousGoodsMinor: 456,
    };
    await saveSuppliers(db, [supplier]);
    expect((await loadCatalogue(db)).suppliers.get(supplier.id)).toEqual(supplier);
  });
  test("more parts than one statement takes are stored, all of them", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, DEMO_PARTS.slice(0, 101));
    expect((await loadCatalogue(db)).parts.size).toBe(101);
  });
  test("another database is not answered from the copy of this one", async () => {
    await saveSuppliers(db, DEMO_SUPPLIERS);
    await saveParts(db, DEMO_PARTS.slice(0, 5));
    const here = await loadCatalogue(db);
    const other = await openDatabase(":memory:");
    await saveSuppliers(other, DEMO_SUPPLIERS);
    await saveParts(other, DEMO_PARTS.slice(0, 7));
    expect([(await loadCatalogue(other)).parts.size, here.parts.size]).toEqual([7, 5]);
    await other.destroy();
  });
  test.each([
    ["price", ["price"]],
    ["date", ["ready"]],
    ["weight", ["mass"]],
    ["nothing", []],
    [undefined, []],
  ])("what gave first, %s, is an order of promises now; what stands already is kept", async (givesFirst, gives) => {
    const { gives: _none, ...wish } = newJob({ id: "j1", number: 101, customer: "Ida", bike: "" }).wish;
    await db("job").insert({
      id: "j1",
      number: 101,
      version: 1,
      customer: "Ida",
      bike: "",
      body: JSON.stringify({ wish: { ...wish, givesFirst, rangeKm: 30 } }),
      summary: "{}",
      updated_at: "2026-01-01",
    });
    await roadUp(db);
    await givesUp(db);
    const { wish: after } = JSON.parse(((await db("job").first()) as { body: string }).body) as { wish: object };
    expect(after).toEqual({ ...wish, gives, rangeKm: 30 });
  });
  test("what jobs hold of the shelf follows their lines, whichever way these are written, and what was held before counts", async () => {
    const held = async () =>
      (await db("held").orderBy(["job_id", "part_id"])) as { job_id: string; part_id: string; pieces: number }[];
    const line = (holds: unknown) => JSON.stringify({ holds });
    const row = { number: 1, version: 1, customer: "Ida", bike: "", body: "{}", updated_at: "2026-01-01" };
    await db("job").insert({ ...row, id: "a", summary: line({ hub: 2, 'a "quoted" part': 1, none: 0, less: -3, text: "7" }) });
    await db("job").insert({ ...row, id: "b", number: 2, summary: line({ hub: 1 }) });
    expect(await held()).toEqual([
      { job_id: "a", part_id: 'a "quoted" part', pieces: 1 },
      { job_id: "a", part_id: "hub", pieces: 2 },
      { job_id: "b", part_id: "hub", pieces: 1 },
    ]);
    expect([await heldByOthers(db, "b"), await heldByOthers(db, "")]).toEqual([
      { hub: 2, 'a "quoted" part': 1 },
      { hub: 3, 'a "quoted" part': 1 },
    ]);
    for (const summary of ["", "nonsense", "[]", "null", line([1, 2]), line(7), line(null), "{}"]) {
      await db("job").where({ id: "a" }).update({ summary });
      expect([summary, await held()]).toEqual([summary, [{ job_id: "b", part_id: "hub", pieces: 1 }]]);
    }
    await db("job")
      .where({ id: "a" })
      .update({ summary: line({ pack: 4 }) });
    for (const name of ["job_holds", "job_holds_otherwise", "job_gone"]) await db.raw(`drop trigger ${name}`);
    await db.raw("drop table held");
    await heldUp(db);
    expect(await heldByOthers(db, "")).toEqual({ hub: 1, pack: 4 });
    await db("job").where({ id: "a" }).delete();
    expect(await heldByOthers(db, "")).toEqual({ hub: 1 });
  });
  test("migrations run forwards only", async () => {
    for (const migration of await migrationSource.getMigrations())
      await expect(migration.down(db)).rejects.toThrow(/forwards only/);
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
    await writeSetting(db, "house", { taxPercent: -7, spareSpokes: 4, gone: true });
    expect(await houseRules(db)).toEqual({ ...DEFAULT_HOUSE_RULES, spareSpokes: 4 });
    await writeSetting(db, "house", { taxPercent: -7 });
    expect(await houseRules(db)).toEqual(DEFAULT_HOUSE_RULES);
  });
  test("numbers go on from the highest", async () => {
    expect(await takeNumber(db)).toBe(101);
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
    expect(await takeNumber(db)).toBe(641);
  });
  test("says with each change of parts or suppliers a number of its own; what was rolled back is never taken for what stands", async () => {
    const seen = new Set([await catalogueRevision(db)]);
    const changes = [
      () => saveSuppliers(db, DEMO_SUPPLIERS),
      () => saveParts(db, DEMO_PARTS.slice(0, 2)),
      () => bumpCatalogue(db),
    ];
    for (const change of changes) {
      await change();
      seen.add(await catalogueRevision(db));
    }
    expect(seen.size).toBe(changes.length + 1);
    const [first] = DEMO_PARTS;
    const named = (name: string) => [{ ...first!, name }];
    const nameNow = async (on = db) => (await loadCatalogue(on)).parts.get(first!.id)!.name;
    for (const turn of [1, 2, 3]) {
      await db
        .transaction(async (trx) => {
          await saveParts(trx, named(`never ${turn}`));
          expect(await nameNow(trx)).toBe(`never ${turn}`);
          throw new Error("rolled back");
        })
        .catch(() => undefined);
      if (turn === 2) await saveParts(db, named("kept"));
      expect(await nameNow()).toBe(turn === 1 ? first!.name : "kept");
    }
  });
});

/** The driver's errors are of the first test file that loaded it in this process, so no instance of this one's `Error`. */
const refusal = (says: RegExp) => ({ message: expect.stringMatching(says) });

describe("what the database itself refuses", () => {
  const supplier = (over: object) => ({
    id: "s",
    name: "S",
    currency: "EUR",
    carriage_minor: 1,
    free_from_minor: null,
    dangerous_goods_minor: 1,
    ...over,
  });
  const part = (over: object) => ({
    id: "p",
    kind: "tyre",
    name: "P",
    maker: "",
    mass_kg: null,
    in_stock: 0,
    spec: "{}",
    ...over,
  });
  const offer = (over: object) => ({
    part_id: "p",
    supplier_id: "s",
    price_minor: 1,
    currency: "EUR",
    pack_size: 1,
    lead_days: 1,
    carriage: "ordinary",
    ...over,
  });
  const order = (over: object) => ({
    id: "o",
    job_id: "j",
    number: "1-1",
    supplier_id: "s",
    placed_at: "2026",
    currency: "EUR",
    total_minor: 1,
    body: "{}",
    ...over,
  });
  const job = (over: object) => ({
    id: "j",
    number: 1,
    version: 1,
    customer: "x",
    bike: "",
    body: "{}",
    summary: "{}",
    updated_at: "2026",
    ...over,
  });
  const MOST = 100_000_000;
  const rows: [table: string, column: string, make: (over: object) => object, goes: unknown[], refused: unknown[]][] = [
    ["supplier", "carriage_minor", supplier, [0, MOST], [-1, MOST + 1, null]],
    ["supplier", "dangerous_goods_minor", supplier, [0, MOST], [-1, MOST + 1, null]],
    ["supplier", "currency", supplier, ["EUR", "GBP", "USD", "CHF"], ["XXX", null]],
    ["part", "in_stock", part, [0, MOST], [-1, MOST + 1, null]],
    ["part", "spec", part, ["{}"], ["{", null]],
    ["offer", "price_minor", offer, [0, MOST], [-1, MOST + 1, null]],
    ["offer", "pack_size", offer, [1], [0, -1, null]],
    ["offer", "lead_days", offer, [0, MOST], [-1, MOST + 1, null]],
    ["offer", "carriage", offer, ["ordinary", "dangerous goods"], ["by hand", null]],
    ["job", "version", job, [1], [0, -1, null]],
    ["job", "body", job, ["{}"], ["no", null]],
    ["purchase_order", "total_minor", order, [0, MOST], [-1, MOST + 1, null]],
    ["purchase_order", "body", order, ["{}"], ["no", null]],
  ];
  test.each(rows)("%s.%s", async (table, column, make, goes, refused) => {
    if (table !== "supplier") await db("supplier").insert(supplier({}));
    if (table === "offer") await db("part").insert(part({}));
    if (table === "purchase_order") await db("job").insert(job({}));
    for (const value of goes) {
      await db(table).insert(make({ [column]: value }));
      await db(table).delete();
    }
    for (const value of refused)
      await expect(db(table).insert(make({ [column]: value }))).rejects.toMatchObject(refusal(/CHECK|NOT NULL/));
  });
  test("an offer of no part, of no supplier, or twice of one pack size", async () => {
    await db("supplier").insert(supplier({}));
    await db("part").insert(part({}));
    await expect(db("offer").insert(offer({ part_id: "none" }))).rejects.toMatchObject(refusal(/FOREIGN KEY/));
    await expect(db("offer").insert(offer({ supplier_id: "none" }))).rejects.toMatchObject(refusal(/FOREIGN KEY/));
    await db("offer").insert(offer({}));
    await expect(db("offer").insert(offer({}))).rejects.toMatchObject(refusal(/UNIQUE/));
    await db("part").delete();
    expect(await db("offer").select()).toEqual([]);
  });
});

describe("photographs beside the database", () => {
  const folder = mkdtempSync(join(tmpdir(), "gull-photo-"));
  const before = process.env.GULL_DB;
  beforeAll(() => {
    process.env.GULL_DB = join(folder, "shop.sqlite");
  });
  afterAll(() => {
    if (before === undefined) delete process.env.GULL_DB;
    else process.env.GULL_DB = before;
    rmSync(folder, { recursive: true });
  });
  test("are read back byte for byte, nothing half written stays, and one that is not there is none", async () => {
    await storePhotoFile("photo-0001", new Uint8Array([1, 2, 3]));
    expect(await readPhotoFile("photo-0001")).toEqual(new Uint8Array([1, 2, 3]));
    expect(readdirSync(join(folder, "photos"))).toEqual(["photo-0001.webp"]);
    expect(await readPhotoFile("photo-0002")).toBeUndefined();
  });
  test.each(["../../etc/passwd", "short", "", "UPPER-CASE-NAME", "a".repeat(41), "photo.0001"])(
    "no file is written or read under the name “%s”",
    async (id) => {
      await expect(storePhotoFile(id, new Uint8Array([1]))).rejects.toThrow("not a photograph's name");
      expect(await readPhotoFile(id)).toBeUndefined();
    },
  );
});
