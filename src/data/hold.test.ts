import { execFileSync, spawn, spawnSync } from "node:child_process";
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { findJob, listJobs } from "./jobs";
import { connect, lookAt, NoShop, openDatabase } from "./connection";
import { troubleOf } from "./trouble";
import { createJob } from "@/shop/createJob";
import { jobList } from "@/shop/jobList";
import { openJob } from "@/shop/jobView";
import { perform } from "@/shop/perform";
import { previewHouse } from "@/shop/houseRules";
import { NOW } from "../../tests/demoShop";
import { killAgainAndAgain } from "../../tests/torture/kills";

/** A shop among other programs, on a disk that has an end. */
const folder = mkdtempSync(join(tmpdir(), "gull-hold-"));
const file = join(folder, "shop.sqlite");
let db: Awaited<ReturnType<typeof openDatabase>>;
let id = "";
beforeAll(async () => {
  db = await openDatabase(file);
  for (const customer of ["Merryn", "Jory", "Tegen"]) {
    const made = await createJob(db, { customer, bike: "", by: "" }, NOW);
    if (made.ok) id = made.value;
  }
});
afterAll(async () => {
  await db.destroy();
  rmSync(folder, { recursive: true, force: true });
});

const version = async () => (await findJob(db, id))!.version;
const note = async (says: string) =>
  perform(db, { jobId: id, version: await version(), by: "", command: { do: "note call", says } }, NOW);

test("another program that holds the database for a moment is waited for, and nobody else waits meanwhile", async () => {
  const other = connect(file);
  await other.raw("begin immediate");
  const done = note("while it is held");
  // The process's own thread goes on: it is not SQLite that waits.
  let answered = false;
  void done.then(() => (answered = true));
  for (let i = 0; i < 5; i += 1) await new Promise((resolve) => setTimeout(resolve, 10));
  expect(answered).toBe(false);
  await other.raw("commit");
  await other.destroy();
  expect(await done).toMatchObject({ ok: true });
});

test("one that does not let go is told in words, nothing is stored, and afterwards all is as before", async () => {
  const other = connect(file);
  await other.raw("begin immediate");
  const before = await version();
  const error: unknown = await note("in vain").catch((thrown: unknown) => thrown);
  await other.raw("rollback");
  await other.destroy();
  expect(troubleOf(error)).toContain("Another program holds the shop's database: nothing was stored");
  expect(await version()).toBe(before);
  expect(await note("again")).toMatchObject({ ok: true });
});

test("killed in the middle, again and again: what was acknowledged is there, and the shop reads", async () => {
  const told = await killAgainAndAgain({ file, id, kills: 3, seed: 13 });
  expect(told.kills).toBe(3);
  expect(told.acknowledged).toBeGreaterThan(0);
  expect([told.lost, told.unreadable]).toEqual([0, 0]);
});

test("two processes write on one file: every edit is stored or told to be stale, and none is lost", async () => {
  const script = `
    import { openDatabase } from "@/data/connection";
    import { findJob } from "@/data/jobs";
    import { perform } from "@/shop/perform";
    const db = await openDatabase(process.argv[2]);
    let done = 0;
    for (let i = 0; done < 12 && i < 400; i += 1) {
      const job = await findJob(db, process.argv[3]);
      const answer = await perform(db, { jobId: job.id, version: job.version, by: process.argv[4], command: { do: "note call", says: process.argv[4] + i } }, "${NOW}");
      if (answer.ok) done += 1;
      else if (answer.error.kind !== "stale") throw new Error(answer.error.says);
    }
    await db.destroy();
    console.log(done);
  `;
  const program = join(process.cwd(), "src", `hold-${process.pid}.tmp.ts`);
  writeFileSync(program, script);
  try {
    const before = await version();
    const runs = ["one", "two"].map(
      (who) =>
        new Promise<string>((resolve, reject) => {
          const child = spawn("npx", ["tsx", program, file, id, who], { stdio: ["ignore", "pipe", "pipe"] });
          let [out, error] = ["", ""];
          child.stdout.on("data", (piece: Buffer) => (out += piece.toString()));
          child.stderr.on("data", (piece: Buffer) => (error += piece.toString()));
          child.on("exit", (code) => (code === 0 ? resolve(out.trim()) : reject(new Error(error))));
        }),
    );
    expect(await Promise.all(runs)).toEqual(["12", "12"]);
    expect(await version()).toBe(before + 24);
  } finally {
    rmSync(program, { force: true });
  }
});

test("a full disk is told by name, nothing is stored, and when there is room again it goes on", async () => {
  const [{ page_count }] = (await db.raw("pragma page_count")) as [{ page_count: number }];
  await db.raw(`pragma max_page_count = ${page_count + 1}`);
  let error: unknown;
  for (let i = 0; i < 200 && error === undefined; i += 1) {
    const answer: unknown = await createJob(db, { customer: "x".repeat(80), bike: "", by: "" }, NOW).catch(
      (thrown: unknown) => thrown,
    );
    if ((answer as { ok?: boolean }).ok !== true) error = answer;
  }
  expect(troubleOf(error)).toContain("The disk is full: nothing was stored");
  const after = await version();
  const jobs = (await listJobs(db, "", 1)).total;
  await db.raw("pragma max_page_count = 1073741823");
  expect(await note("room again")).toMatchObject({ ok: true });
  expect(await version()).toBe(after + 1);
  expect((await listJobs(db, "", 1)).total).toBe(jobs);
  await db("event")
    .where("job_id", "in", db("job").where("customer", "like", "xx%").select("id"))
    .delete();
  await db("job").where("customer", "like", "xx%").delete();
});

test("one row that was altered from outside is named and stepped around: jobs, their lines, settings, suppliers", async () => {
  const broken = (await listJobs(db, "Jory", 1)).rows[0]!.id;
  await db("job").where({ id: broken }).update({ body: "{}" });
  // A line is worked out anew on another day, and then what it stands for is read.
  const list = await jobList(db, "", 24, "2026-01-06T09:00:00.000Z");
  expect(list.total).toBe(3);
  expect(list.rows.find((row) => row.id === broken)!.broken).toContain("Jory does not read in the database");
  expect(list.rows.filter((row) => row.broken === null)).toHaveLength(2);
  await expect(openJob(db, broken, NOW)).rejects.toThrow("does not read");
  const act = { jobId: broken, version: 1, by: "", command: { do: "note call", says: "x" } };
  expect(await perform(db, act, NOW)).toMatchObject({
    ok: false,
    error: { kind: "refused", says: expect.stringContaining("does not read") },
  });
  expect(await previewHouse(db, { taxPercent: 5 }, NOW)).toMatchObject({ ok: true });
  for (const summary of ["", "nonsense", "[]", '{"verdicts":7}', "null"]) {
    await db("job").where({ id }).update({ summary });
    expect([summary, (await jobList(db, "", 24, NOW, { sort: "price" })).rows.length]).toEqual([summary, 3]);
    expect([summary, (await openJob(db, id, NOW))?.job.id]).toEqual([summary, id]);
  }
  await db("setting").insert({ key: "house", value: "{" }).onConflict("key").merge();
  expect((await openJob(db, id, NOW))?.job.id).toBe(id);
  await db("setting").where({ key: "house" }).delete();
});

test("a shop of an older application is copied before it is brought up to date, and one of a newer is refused as it is", async () => {
  const old = join(folder, "old", "shop.sqlite");
  mkdirSync(join(folder, "old"));
  await db.raw("vacuum into ?", [old]);
  const raw = connect(old);
  for (const step of [
    "delete from knex_migrations where name in ('009_versions', '010_job_line')",
    "drop index job_line",
    "drop table record_event",
    "alter table part drop column version",
    "drop index event_job_id_request_unique",
    "drop index event_request_index",
    "alter table event drop column request",
  ])
    await raw.raw(step);
  await raw.destroy();
  await expect(lookAt(old)).rejects.toThrow("written by an older Gull Bench");
  const opened = await openDatabase(old);
  expect((await listJobs(opened, "", 9)).total).toBe(3);
  await opened.destroy();
  expect(readdirSync(join(folder, "old", "backups"))).toEqual(["before-009_versions.sqlite"]);
  const copy = connect(join(folder, "old", "backups", "before-009_versions.sqlite"), true);
  expect(await copy("job").count({ n: "*" })).toEqual([{ n: 3 }]);
  expect(await copy.schema.hasColumn("part", "version")).toBe(false);
  await copy.destroy();
  const newer = connect(old);
  await newer.raw("insert into knex_migrations (name, batch, migration_time) values ('999_from_tomorrow', 9, '')");
  await newer.destroy();
  await expect(openDatabase(old)).rejects.toThrow(NoShop);
  await expect(lookAt(old)).rejects.toThrow("999_from_tomorrow");
});

test("what the process wrote is in the named file when it ends by itself: a copy of that file alone is the whole shop", async () => {
  const own = join(folder, "own.sqlite");
  const program = join(process.cwd(), "src", `ends-${process.pid}.tmp.ts`);
  writeFileSync(
    program,
    `import { openDatabase } from "@/data/connection"; import { createJob } from "@/shop/createJob";
     const db = await openDatabase(process.argv[2]); await createJob(db, { customer: "Last", bike: "", by: "" }, "${NOW}"); process.exit(0);`,
  );
  try {
    execFileSync("npx", ["tsx", program, own], { stdio: ["ignore", "ignore", "inherit"] });
  } finally {
    rmSync(program, { force: true });
  }
  const alone = join(folder, "alone.sqlite");
  copyFileSync(own, alone);
  expect(existsSync(`${alone}-wal`)).toBe(false);
  const read = connect(alone, true);
  expect(await read("job").select("customer")).toEqual([{ customer: "Last" }]);
  await read.destroy();
});

test("a folder that cannot be made is one line", async () => {
  writeFileSync(join(folder, "a-file"), "");
  await expect(openDatabase(join(folder, "a-file", "shop.sqlite"))).rejects.toThrow(NoShop);
  const told = spawnSync("npx", ["tsx", "src/cli/gull.ts", "migrate"], {
    env: { ...process.env, GULL_DB: join(folder, "a-file", "shop.sqlite") },
    encoding: "utf8",
  });
  expect([told.status, told.stderr.split("\n").filter((line) => /^\s+at /.test(line))]).toEqual([2, []]);
});

test.each([
  ["SQLITE_FULL", "The disk is full"],
  ["ENOSPC", "The disk is full"],
  ["SQLITE_BUSY_SNAPSHOT", "Another program"],
  ["SQLITE_READONLY_DBMOVED", "cannot be written"],
  ["EROFS", "cannot be written"],
  ["SQLITE_IOERR_WRITE", "The disk does not"],
])("%s in words", (code, says) => expect(troubleOf({ code })).toContain(says));
test("a fault of the program is none of those", () => {
  for (const error of [new Error("x"), null, undefined, "x", { code: "ERR_X" }]) expect(troubleOf(error)).toBeNull();
});
