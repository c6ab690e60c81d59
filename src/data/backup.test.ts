import { copyFileSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createJob } from "@/shop/createJob";
import { backUp, checkBackup, restore } from "./backup";
import { connect, openDatabase } from "./connection";
import { photosBeside, storePhotoFile } from "./photos";

const NOW = "2026-01-05T09:00:00.000Z";
let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "gull-backup-"));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => join(folder, name);
const takeIn = (db: Awaited<ReturnType<typeof openDatabase>>, customer: string) =>
  createJob(db, { customer, bike: "", by: "Tam" }, NOW);
/** Every row of every table, so that two shops can be held against each other. */
async function contents(file: string): Promise<Record<string, unknown[]>> {
  const db = connect(file);
  const tables = ((await db("sqlite_master").where({ type: "table" }).select("name").orderBy("name")) as { name: string }[]).map(
    (t) => t.name,
  );
  const all: Record<string, unknown[]> = {};
  for (const table of tables.filter((name) => !name.startsWith("sqlite_") && !name.startsWith("backup_")))
    all[table] = await db(table).select();
  await db.destroy();
  return all;
}

test("what is backed up comes back as it was, photographs too; the shop that stood there is kept", async () => {
  const shop = await openDatabase(at("shop.sqlite"));
  await takeIn(shop, "Ada Fenn");
  await storePhotoFile("11111111-aaaa", new Uint8Array([1, 2, 3]), photosBeside(at("shop.sqlite")));
  const before = await contents(at("shop.sqlite"));
  expect(await backUp(at("shop.sqlite"), at("one.backup"), NOW)).toEqual({
    ok: true,
    value: { at: NOW, jobs: 1, parts: 0, photos: 1 },
  });
  // It stands alone: no journal of its own, and none beside it.
  expect([...readFileSync(at("one.backup")).subarray(18, 20)]).toEqual([1, 1]);
  expect(readdirSync(folder).filter((name) => name.startsWith("one.backup"))).toEqual(["one.backup"]);
  await takeIn(shop, "Came after");
  await shop.destroy();

  rmSync(photosBeside(at("shop.sqlite")), { recursive: true });
  const back = await restore(at("one.backup"), at("shop.sqlite"), "2026-01-06T10:00:00.000Z");
  if (!back.ok) throw new Error(back.error);
  expect(await contents(at("shop.sqlite"))).toEqual(before);
  expect([...readFileSync(join(photosBeside(at("shop.sqlite")), "11111111-aaaa.webp"))]).toEqual([1, 2, 3]);
  expect((await contents(back.value.kept!)).job).toHaveLength(2);
  // And into a folder where no shop was.
  expect(await restore(at("one.backup"), at("new.sqlite"), NOW)).toMatchObject({ ok: true, value: { kept: null } });
  expect(await contents(at("new.sqlite"))).toEqual(before);
  expect(readdirSync(folder).filter((name) => name.includes(".part"))).toEqual([]);
});

test("taken at any moment while somebody writes, it is one moment of the shop: every job of it reads", async () => {
  const shop = await openDatabase(at("shop.sqlite"));
  let writing = true;
  const writer = (async () => {
    for (let i = 0; writing; i += 1) {
      await takeIn(shop, `Customer ${i}`);
      await new Promise(setImmediate);
    }
  })();
  const sizes: number[] = [];
  for (let n = 0; n < 5; n += 1) {
    await new Promise((resolve) => setTimeout(resolve, 7 * n + 5));
    const made = await backUp(at("shop.sqlite"), at(`${n}.backup`), NOW);
    if (!made.ok) throw new Error(made.error);
    sizes.push(made.value.jobs);
    // Jobs are numbered in their order: one moment has no gap, and each has the event that made it.
    const { job, event } = (await contents(at(`${n}.backup`))) as { job: { number: number }[]; event: unknown[] };
    expect(job.map((row) => row.number).sort((a, b) => a - b)).toEqual(job.map((_, i) => 101 + i));
    expect(event).toHaveLength(job.length);
  }
  writing = false;
  await writer;
  expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
  await shop.destroy();
});

test("a shop that is open is not replaced, and nothing is changed", async () => {
  const shop = await openDatabase(at("shop.sqlite"));
  await takeIn(shop, "Ada Fenn");
  await backUp(at("shop.sqlite"), at("one.backup"), NOW);
  await takeIn(shop, "Came after");
  expect(await restore(at("one.backup"), at("shop.sqlite"), NOW)).toMatchObject({
    ok: false,
    error: expect.stringContaining("stop it first"),
  });
  expect(await shop("job").select()).toHaveLength(2);
  await shop.destroy();
  expect(await restore(at("one.backup"), at("shop.sqlite"), NOW)).toMatchObject({ ok: true });
});

test("what is no whole backup is refused in words, and the shop stays", async () => {
  const shop = await openDatabase(at("shop.sqlite"));
  for (let i = 0; i < 40; i += 1) await takeIn(shop, `Customer ${i}`);
  await storePhotoFile("11111111-aaaa", new Uint8Array(5_000).fill(7), photosBeside(at("shop.sqlite")));
  await backUp(at("shop.sqlite"), at("good.backup"), NOW);
  await shop.destroy();
  const whole = readFileSync(at("good.backup"));
  writeFileSync(at("empty"), "");
  writeFileSync(at("text"), "a shop");
  writeFileSync(at("half"), whole.subarray(0, Math.floor(whole.length / 2)));
  copyFileSync(at("shop.sqlite"), at("plain.sqlite"));
  const scratched = Buffer.from(whole);
  scratched.fill(8, scratched.indexOf(Buffer.alloc(500, 7)), scratched.indexOf(Buffer.alloc(500, 7)) + 3);
  writeFileSync(at("scratched"), scratched);
  const before = await contents(at("shop.sqlite"));
  for (const [name, says] of [
    ["nowhere", /no file/],
    ["empty", /no backup/],
    ["text", /no backup/],
    ["half", /damaged|does not read/],
    ["plain.sqlite", /no backup of a shop/],
    ["scratched", /damaged: photograph/],
  ] as const) {
    expect([name, await checkBackup(at(name))]).toEqual([name, { ok: false, error: expect.stringMatching(says) }]);
    expect(await restore(at(name), at("shop.sqlite"), NOW)).toMatchObject({ ok: false });
  }
  expect(await contents(at("shop.sqlite"))).toEqual(before);
  expect(await backUp(at("nowhere"), at("x.backup"), NOW)).toMatchObject({ ok: false });
  expect(existsSync(at("x.backup"))).toBe(false);
});

test("the shop's files are its owner's alone", async () => {
  const shop = await openDatabase(join(folder, "deep", "shop.sqlite"));
  await takeIn(shop, "Ada Fenn");
  await storePhotoFile("11111111-aaaa", new Uint8Array([1]), photosBeside(join(folder, "deep", "shop.sqlite")));
  const mode = (path: string) => (statSync(path).mode & 0o777).toString(8);
  expect([
    mode(join(folder, "deep")),
    mode(join(folder, "deep", "shop.sqlite")),
    mode(join(folder, "deep", "photos")),
    mode(join(folder, "deep", "photos", "11111111-aaaa.webp")),
  ]).toEqual(["700", "600", "700", "600"]);
  await shop.destroy();
});
