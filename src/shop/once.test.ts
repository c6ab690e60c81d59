import fc from "fast-check";
import { findJob, history, listJobs } from "@/data/jobs";
import type { Job } from "@/core/job/job";
import type { writeJobFile } from "@/core/job/jobFile";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { createJob } from "./createJob";
import { exportJob, importJob } from "./jobFiles";
import { openJob } from "./jobView";
import { storeHouse } from "./houseRules";
import { openPart, storePart } from "./parts";
import { execute, perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const idOf = async (name: string) => (await listJobs(shop.db, name, 1)).rows[0]!.id;
const jobOf = async (id: string): Promise<Job> => (await findJob(shop.db, id))!;
async function act(id: string, command: object, more: object = {}) {
  const { version } = await jobOf(id);
  return perform(shop.db, { jobId: id, version, by: "Tam", command, ...more }, NOW);
}
const events = async (id: string) =>
  Number(((await shop.db("event").where({ job_id: id }).count({ n: "*" })) as { n: number }[])[0]!.n);

test("a wish that is sent twice is done once, whatever came between; another wish of the same words is done again", async () => {
  const id = await idOf("Odo");
  const { version } = await jobOf(id);
  const envelope = { jobId: id, version, by: "Tam", command: { do: "note call", says: "twice" }, request: "aaaaaaaaaaaaaaaa" };
  const first = await perform(shop.db, envelope, NOW);
  await act(id, { do: "note call", says: "between" });
  const again = await perform(shop.db, envelope, NOW);
  if (!first.ok || !again.ok) throw new Error("not done");
  expect(again.view.job.calls.filter((call) => call.says === "twice")).toHaveLength(1);
  expect(again.view.job.version).toBe(version + 2);
  await act(id, { do: "note call", says: "twice" }, { request: "bbbbbbbbbbbbbbbb" });
  expect((await jobOf(id)).calls.filter((call) => call.says === "twice")).toHaveLength(2);
  // A request of another job's is no answer for this one.
  expect(await act(await idOf("Maud"), { do: "note call", says: "twice" }, { request: "cccccccccccccccc" })).toMatchObject({
    ok: true,
  });
  for (const request of ["short", "X".repeat(16), "a".repeat(41), 7, null])
    expect([request, (await act(id, { do: "note call", says: "x" }, { request })).ok]).toEqual([request, false]);
});

test("the same wish from many at once is done once", async () => {
  const id = await idOf("Odo");
  const { version } = await jobOf(id);
  const before = await events(id);
  const envelope = {
    jobId: id,
    version,
    by: "Tam",
    command: { do: "note call", says: "all at once" },
    request: "dddddddddddddddd",
  };
  const answers = await Promise.all(Array.from({ length: 6 }, () => perform(shop.db, envelope, NOW)));
  expect(answers.map((answer) => answer.ok)).toEqual(Array.from({ length: 6 }, () => true));
  expect(await events(id)).toBe(before + 1);
});

test("a job and a job file that are sent twice are taken in once", async () => {
  const made = await createJob(shop.db, { customer: "Merryn", bike: "", by: "Tam", request: "eeeeeeeeeeeeeeee" }, NOW);
  expect(await createJob(shop.db, { customer: "Merryn", bike: "", by: "Tam", request: "eeeeeeeeeeeeeeee" }, NOW)).toEqual(made);
  const text = JSON.stringify((await exportJob(shop.db, await idOf("Maud"), NOW))!.file);
  const read = await importJob(shop.db, text, "Tam", NOW, "ffffffffffffffff");
  expect(await importJob(shop.db, text, "Tam", NOW, "ffffffffffffffff")).toEqual(read);
  expect((await listJobs(shop.db, "Merryn", 9)).total).toBe(1);
});

test("a whole job is a whole job: orders, ticks, signature, sheets given and calls go out and come back, and what is a shop's own does not", async () => {
  const id = await idOf("Maud");
  await act(id, { do: "note call", says: "she rang" });
  const job = await jobOf(id);
  const stock = await shop.db("part").select("id", "in_stock", "version").orderBy("id");
  const offers = await shop.db("offer").select().orderBy("id");
  const out = (await exportJob(shop.db, id, NOW))!;
  const read = await importJob(shop.db, JSON.stringify(out.file), "Tam", NOW);
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  const back = await jobOf(read.value);
  expect(job.orders.length).toBeGreaterThan(0);
  expect(back.orders.map(({ id: _id, number: _number, ...order }) => order)).toEqual(
    job.orders.map(({ id: _id, number: _number, ...order }) => order),
  );
  for (const order of back.orders) expect(order.number).toMatch(new RegExp(`^0${back.number}-\\d+$`));
  const same = ["wish", "donor", "choices", "accepted", "given", "taken", "ticks", "calls", "signed", "hand", "sources"] as const;
  for (const key of same) expect([key, back[key]]).toEqual([key, job[key]]);
  // It is as signed here as it was there, and the shelf and the prices of this shop are as they were.
  const [was, is] = [await openJob(shop.db, id, NOW), await openJob(shop.db, read.value, NOW)];
  expect([is!.work.changed, is!.sheet.allInMinor, is!.stages]).toEqual([was!.work.changed, was!.sheet.allInMinor, was!.stages]);
  expect(await shop.db("part").select("id", "in_stock", "version").orderBy("id")).toEqual(stock);
  expect(await shop.db("offer").select().orderBy("id")).toEqual(offers);
  expect(await act(read.value, { do: "note call", says: "in its new shop" })).toMatchObject({ ok: true });
  expect(await shop.db("part").select("id", "in_stock", "version").orderBy("id")).toEqual(stock);
  // Out again it is the same file, but for the numbers of its orders and what was said since.
  const again = (await exportJob(shop.db, read.value, NOW))!.file as ReturnType<typeof writeJobFile>;
  expect(again.ticks).toEqual(out.file.ticks);
  expect(again.signed).toEqual(out.file.signed);
});

test("a part from a file of another shop comes without its prices and without its shelf", async () => {
  const file = (await exportJob(shop.db, await idOf("Maud"), NOW))!.file;
  const strange = file.parts!.map((part) => ({ ...part, id: `x-${part.id}`, inStock: 7 })).filter((part) => part.kind !== "kit");
  const read = await importJob(shop.db, JSON.stringify({ format: file.format, customer: "Wenna", parts: strange }), "Tam", NOW);
  expect(read.ok).toBe(true);
  const rows = (await shop.db("part").where("id", "like", "x-%").select("in_stock")) as { in_stock: number }[];
  expect(rows.length).toBe(strange.length);
  expect(new Set(rows.map((row) => row.in_stock))).toEqual(new Set([0]));
  expect(await shop.db("offer").where("part_id", "like", "x-%").select()).toEqual([]);
});

test("an order's number is never given twice, be it taken back, done again or called off", async () => {
  const id = await idOf("Perran");
  const seen: string[] = [];
  const place = async () => {
    const { plan } = (await openJob(shop.db, id, NOW))!.sheet;
    const [order] = plan.orders;
    const done = await act(id, {
      do: "place order",
      supplierId: order!.supplier.id,
      expectMinor: order!.goodsMinor + order!.carriageMinor,
      overBudget: true,
    });
    if (!done.ok) throw new Error(done.error.says);
    seen.push(done.view.job.orders.at(-1)!.number);
  };
  await place();
  await act(id, { do: "undo", sure: true });
  await place();
  await act(id, { do: "undo", sure: true });
  await act(id, { do: "redo", sure: true });
  expect((await jobOf(id)).orders.at(-1)!.number).toBe(seen[1]);
  await act(id, { do: "undo", sure: true });
  await place();
  expect(new Set(seen).size).toBe(3);
});

test("a job's number is never given twice, be the job gone", async () => {
  const made = await createJob(shop.db, { customer: "Gone", bike: "", by: "" }, NOW);
  if (!made.ok) throw new Error(made.error);
  const { number } = await jobOf(made.value);
  await shop.db("event").where({ job_id: made.value }).delete();
  await shop.db("job").where({ id: made.value }).delete();
  const next = await createJob(shop.db, { customer: "Next", bike: "", by: "" }, NOW);
  if (!next.ok) throw new Error(next.error);
  expect((await jobOf(next.value)).number).toBe(number + 1);
});

test("any edits, taken back one by one and done again, lead back and forth to the same job", async () => {
  const id = await idOf("Bryher");
  const any = fc.oneof(
    fc.record({ do: fc.constant("edit wish"), wish: fc.record({ riderKg: fc.integer({ min: 50, max: 120 }) }) }),
    fc.record({ do: fc.constant("edit wish"), wish: fc.record({ notes: fc.string({ maxLength: 20 }).map((s) => s.trim()) }) }),
    fc.record({ do: fc.constant("note call"), says: fc.string({ minLength: 1, maxLength: 9 }).map((s) => `x${s}`) }),
    fc.record({
      do: fc.constant("add line"),
      line: fc.record({
        says: fc.constantFrom("bell", "paint", "mudguards"),
        quantity: fc.integer({ min: 1, max: 5 }),
        priceMinor: fc.integer({ min: 1, max: 9_999 }),
        group: fc.constantFrom("running" as const, "dressing" as const),
      }),
    }),
    fc.record({
      do: fc.constant("measure"),
      key: fc.constant("chainstayMm"),
      text: fc.integer({ min: 420, max: 460 }).map(String),
      system: fc.constant("metric"),
      how: fc.constant("tape"),
      confirmed: fc.constant(false),
    }),
    fc.record({ do: fc.constant("choose"), slot: fc.constant("battery"), partId: fc.constantFrom(null, "bat-36-10-dt") }),
  );
  const bare = async () => {
    const { version: _version, orderSerial: _serial, ...job } = await jobOf(id);
    return job;
  };
  await fc.assert(
    fc.asyncProperty(fc.array(any, { minLength: 1, maxLength: 6 }), async (commands) => {
      const states = [await bare()];
      for (const command of commands) if ((await act(id, command)).ok) states.push(await bare());
      for (let i = states.length - 2; i >= 0; i -= 1) {
        expect(await act(id, { do: "undo", sure: true })).toMatchObject({ ok: true });
        expect(await bare()).toEqual(states[i]);
      }
      for (let i = 1; i < states.length; i += 1) {
        expect(await act(id, { do: "redo", sure: true })).toMatchObject({ ok: true });
        expect(await bare()).toEqual(states[i]);
      }
    }),
    { numRuns: 8, seed: 13 },
  );
});

test("the history keeps what changed: a measurement is a line of it, not the survey twice", async () => {
  const id = await idOf("Perran");
  await act(id, { do: "measure", key: "chainstayMm", text: "431", system: "metric", how: "tape", confirmed: true });
  const row = (await shop.db("event").where({ job_id: id }).orderBy("id", "desc").first()) as { before: string; after: string };
  expect(row.before.length + row.after.length).toBeLessThan(2_000);
  expect(JSON.parse(row.after)).toEqual(
    expect.arrayContaining([expect.objectContaining({ path: expect.stringMatching(/^\/donor\/chainstayMm/) })]),
  );
});

test("an edit from before the history was kept short is taken back; one that an update has changed since says why it cannot be", async () => {
  const id = await idOf("Silas");
  await act(id, { do: "edit wish", wish: { loadKg: 3 } });
  const last = () => shop.db("event").where({ job_id: id }).orderBy("id", "desc").first("id") as Promise<{ id: number }>;
  const { wish } = await jobOf(id);
  await shop
    .db("event")
    .where(await last())
    .update({ before: JSON.stringify({ wish: { ...wish, loadKg: 9 } }) });
  expect(await act(id, { do: "undo" })).toMatchObject({ ok: true, view: { job: { wish: { loadKg: 9 } } } });
  await act(id, { do: "edit wish", wish: { loadKg: 4 } });
  for (const before of [
    { wish: { loadKg: 9 } },
    [{ op: "replace", path: "/wish/ownLoadKg", value: 1 }],
    [{ op: "test", path: "/wish/loadKg", value: 77 }],
    [{ op: "replace", path: "/wish/loadKg", value: "nine" }],
  ]) {
    await shop
      .db("event")
      .where(await last())
      .update({ before: JSON.stringify(before) });
    const stands = await jobOf(id);
    expect(await act(id, { do: "undo" })).toMatchObject({
      ok: false,
      error: { kind: "refused", says: expect.stringContaining("kept another way since an update") },
    });
    expect(await jobOf(id)).toEqual(stands);
  }
});

test("past what a job holds a command is refused in words, and nothing is lost", async () => {
  const id = await idOf("Keziah");
  const line = { says: "bell", quantity: 1, priceMinor: 100, group: "dressing" };
  for (let i = 0; i < 100; i += 1)
    await execute(shop.db, { jobId: id, version: (await jobOf(id)).version, by: "", command: { do: "add line", line } }, NOW);
  expect((await jobOf(id)).hand).toHaveLength(100);
  expect(await act(id, { do: "add line", line })).toMatchObject({
    ok: false,
    error: { kind: "refused", says: "Not stored: a sheet holds at most 100 lines by hand: take one out first." },
  });
  expect((await jobOf(id)).hand).toHaveLength(100);
});

test("a part is stored over what was seen of it, and over nothing else; the same thing twice is stored once", async () => {
  const at = { at: NOW, by: "Tam" };
  const page = (await openPart(shop.db, "hf250-622"))!;
  const mine = { ...page.raw, name: "Mine" };
  expect(await storePart(shop.db, mine, { ...at, version: null })).toMatchObject({
    ok: false,
    error: { issues: [{ path: "id", message: expect.stringContaining("is taken") }] },
  });
  expect(await storePart(shop.db, mine, { ...at, version: page.version })).toMatchObject({ ok: true });
  expect(await storePart(shop.db, mine, { ...at, version: page.version })).toMatchObject({ ok: true });
  const now = (await openPart(shop.db, "hf250-622"))!;
  expect([now.version, now.history.length]).toEqual([page.version + 1, 1]);
  expect(now.history[0]).toMatchObject({ by: "Tam", says: "Changed: name", before: page.raw });
  const theirs = await storePart(shop.db, { ...page.raw, massKg: 9 }, { ...at, version: page.version });
  expect(theirs).toMatchObject({
    ok: false,
    error: {
      stale: { version: now.version, now: now.raw },
      issues: [{ message: expect.stringContaining("Changed: name, Tam") }],
    },
  });
  // What a step takes off the shelf is a change too: whoever typed a count did not see it.
  await shop.db("part").where({ id: "hf250-622" }).increment("version", 1);
  expect(await storePart(shop.db, { ...mine, massKg: 9 }, { ...at, version: now.version })).toMatchObject({
    ok: false,
    error: { issues: [{ message: expect.stringContaining("pieces were taken off the shelf") }] },
  });
  expect(await storePart(shop.db, { ...mine, massKg: -1 }, { ...at, version: now.version + 1 })).toMatchObject({ ok: false });
  const fresh = { ...page.raw, id: "brand-new" };
  expect(await storePart(shop.db, fresh, { ...at, version: null })).toMatchObject({ ok: true });
  expect((await openPart(shop.db, "brand-new"))!.history).toMatchObject([{ says: "Put into the catalogue", before: null }]);
});

test("house rules are kept over what was seen of them; the history says who and what", async () => {
  const at = { at: NOW, by: "Tam" };
  const first = await storeHouse(shop.db, { taxPercent: 17 }, { ...at, version: 0 });
  expect(first).toMatchObject({ ok: true, value: { version: 1 } });
  expect(await storeHouse(shop.db, { taxPercent: 17 }, { ...at, version: 0 })).toMatchObject({ ok: true, value: { version: 1 } });
  expect(await storeHouse(shop.db, { taxPercent: 18 }, { ...at, version: 0 })).toMatchObject({
    ok: false,
    error: { stale: { version: 1, now: { taxPercent: 17 } }, says: expect.stringContaining("Changed:") },
  });
  expect(await storeHouse(shop.db, { taxPercent: -4 }, { ...at, version: 1 })).toMatchObject({ ok: false });
  expect((await history(shop.db, await idOf("Maud"))).length).toBeGreaterThan(0);
});
