import type { Knex } from "knex";
import { newJob, type Job } from "@/core/job/job";
import fc from "fast-check";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { ONLY, SORTS } from "@/core/job/listing";
import type { Listing, Summary } from "@/core/job/summary";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import { openDatabase } from "./connection";
import {
  appendEvent,
  findJob,
  history,
  insertJob,
  editsToStep,
  listJobs,
  markUndone,
  takeNumber,
  storeSummary,
  updateJob,
  type JobEvent,
} from "./jobs";

let db: Knex;
const bring = (id: string, summary: Summary) =>
  storeSummary(db, { id, version: 1 }, summary, { says: "brought up to date", at: "", by: "" });
beforeEach(async () => {
  db = await openDatabase(":memory:");
});
afterEach(() => db.destroy());

const AT = "2026-01-05T09:00:00.000Z";
const SUMMARY: Summary = {
  tookBy: {},
  frameKind: "diamond",
  verdicts: { clear: 3, adapt: 1, measure: 2, stop: 0 },
  stages: [{ name: "Ask", knot: "tied", undone: 0 }],
  allInMinor: 123_45,
  currency: "EUR",
  readyBy: "2026-02-01",
  budgetMinor: null,
  contact: "",
  late: false,
  aside: false,
  holds: { "hub-a": 1 },
  buys: {},
  buysNotYet: "",
  asks: ["hub-a"],
  stamp: "",
  took: {},
  outcome: null,
  log: null,
  parts: [],
  faults: [],
  signature: "none",
  bench: null,
  build: "A kit",
};
const order = (id: string, over: Partial<PlacedOrder> = {}): PlacedOrder => ({
  id,
  number: `0007-${id}`,
  supplierId: "quay",
  supplierName: "Quay Test Supply",
  placed: { at: AT, by: "Ida" },
  currency: "EUR",
  lines: [
    {
      partId: "tyre-1",
      name: "A tyre",
      kind: "tyre",
      quantity: 2,
      packs: 1,
      packSize: 2,
      packPriceMinor: 1800,
      offerCurrency: "EUR",
      totalMinor: 1800,
      because: ["Tyre"],
    },
  ],
  goodsMinor: 1800,
  carriageMinor: 500,
  landed: null,
  purchase: null,
  dangerousGoods: false,
  leadDays: 3,
  arrived: null,
  billed: null,
  off: null,
  ...over,
});
const whole = (over: Partial<Job> = {}): Job => ({
  ...newJob({ id: "j7", number: 7, customer: "Ida Quill", bike: "a tall bike" }),
  donor: {
    shellWidthMm: { value: 68.1, how: "caliper", plusMinus: 0.1, taken: { at: AT, by: "Ida" }, earlier: [] },
  },
  choices: { kit: "kit-1" },
  ticks: { survey: { at: AT, by: "Ida", note: "all there", despite: "", tookMinutes: null } },
  orders: [order("a"), order("b", { placed: { at: "2026-01-06T09:00:00.000Z", by: "" } })],
  ...over,
});

describe("a job", () => {
  test("reads back as it was written, its orders in the order of placing", async () => {
    await insertJob(db, whole({ orders: [...whole().orders].reverse() }), SUMMARY, AT);
    expect(await findJob(db, "j7")).toEqual(whole());
    expect(await db("purchase_order").select("id", "job_id", "supplier_id", "total_minor", "placed_at").orderBy("id")).toEqual([
      { id: "a", job_id: "j7", supplier_id: "quay", total_minor: 2300, placed_at: AT },
      { id: "b", job_id: "j7", supplier_id: "quay", total_minor: 2300, placed_at: "2026-01-06T09:00:00.000Z" },
    ]);
  });
  test("is stored over the version it was made from, and over no other", async () => {
    await insertJob(db, whole(), SUMMARY, AT);
    const next = whole({ version: 2, wish: { ...whole().wish, customer: "Ida Reed", bike: "a low bike" }, orders: [order("a")] });
    expect(await updateJob(db, next, 1, { ...SUMMARY, allInMinor: 5 }, "2026-01-07T09:00:00.000Z")).toBe(true);
    expect(await findJob(db, "j7")).toEqual(next);
    expect(await db("job").select("customer", "bike", "updated_at").first()).toEqual({
      customer: "Ida Reed",
      bike: "a low bike",
      updated_at: "2026-01-07T09:00:00.000Z",
    });
    // An order that the job does not hold any more is gone; somebody who was slower stores nothing, orders neither.
    expect(await db("purchase_order").select("id")).toEqual([{ id: "a" }]);
    expect(await updateJob(db, whole({ version: 2, orders: [] }), 1, SUMMARY, AT)).toBe(false);
    expect(await findJob(db, "j7")).toEqual(next);
  });
  test("an order that arrived is stored over itself; another job's orders stay", async () => {
    await insertJob(db, whole(), SUMMARY, AT);
    await insertJob(db, { ...whole({ orders: [order("c")] }), id: "j8", number: 8 }, SUMMARY, AT);
    const arrived = order("a", { arrived: { at: AT, by: "Ida" } });
    await updateJob(db, whole({ version: 2, orders: [arrived, order("b")] }), 1, SUMMARY, AT);
    expect((await findJob(db, "j7"))!.orders[0]!.arrived).toEqual({ at: AT, by: "Ida" });
    expect((await findJob(db, "j8"))!.orders.map((o) => o.id)).toEqual(["c"]);
  });
});

describe("the list", () => {
  beforeEach(async () => {
    const rows: [number, string, string, string][] = [
      [101, "Ida Quill", "tall bike", "2026-01-05"],
      [102, "Odo 50% Reed", "low_bike", "2026-01-07"],
      [103, "Wilma Rusk", "low bike", "2026-01-07"],
    ];
    for (const [number, customer, bike, at] of rows)
      await insertJob(db, newJob({ id: `j${number}`, number, customer, bike }), SUMMARY, at);
  });
  const found = async (find: string, limit = 10) => {
    const { rows, total } = await listJobs(db, find, limit);
    return [rows.map((row) => row.number), total];
  };
  test("has the latest touched first, of one time the higher number, each with its summary", async () => {
    expect(await found("")).toEqual([[103, 102, 101], 3]);
    expect((await listJobs(db, "Ida", 1)).rows[0]).toEqual({
      id: "j101",
      broken: null,
      number: 101,
      customer: "Ida Quill",
      bike: "tall bike",
      summary: SUMMARY,
    });
  });
  test("finds by customer, bike or number, counts beyond what it shows, and takes marks as letters", async () => {
    expect(await found("rusk")).toEqual([[103], 1]);
    expect(await found("low bike")).toEqual([[103], 1]);
    expect(await found("102")).toEqual([[102], 1]);
    expect(await found("bike", 1)).toEqual([[103], 3]);
    expect(await found("50%")).toEqual([[102], 1]);
    expect(await found("%")).toEqual([[102], 1]);
    expect(await found("w_b")).toEqual([[102], 1]);
    expect(await found("\\")).toEqual([[], 0]);
  });
  test("is narrowed and sorted by what is asked, and finds a telephone number", async () => {
    const of = (over: Partial<Summary>) => ({ ...SUMMARY, ...over });
    await bring("j101", of({ allInMinor: 10, budgetMinor: 9, readyBy: null, contact: "01632 960 001" }));
    await bring("j102", of({ allInMinor: 30, budgetMinor: 30, readyBy: "2026-01-31", late: true, signature: "stands" }));
    await bring(
      "j103",
      of({
        allInMinor: 20,
        verdicts: { clear: 1, adapt: 0, measure: 0, stop: 0 },
        stages: [{ name: "Ask", knot: "half", undone: 1 }],
      }),
    );
    const numbers = async (listing: Partial<Listing>, find = "") =>
      (await listJobs(db, find, 10, listing)).rows.map((row) => row.number);
    expect(await numbers({ only: "over" })).toEqual([101]);
    expect(await numbers({ only: "late" })).toEqual([102]);
    expect(await numbers({ only: "signed" })).toEqual([102]);
    expect(await numbers({ only: "clear" })).toEqual([103]);
    expect(await numbers({ only: "measure" })).toEqual([102, 101]);
    expect(await numbers({ only: "adapt" })).toEqual([102, 101]);
    expect(await numbers({ only: "stop" })).toEqual([]);
    expect(await numbers({ at: "Ask" })).toEqual([103]);
    expect(await numbers({ at: "Survey" })).toEqual([]);
    expect(await numbers({ sort: "number" })).toEqual([103, 102, 101]);
    expect(await numbers({ sort: "customer" })).toEqual([101, 102, 103]);
    expect(await numbers({ sort: "promised" })).toEqual([102, 103, 101]);
    expect(await numbers({ sort: "price" })).toEqual([102, 103, 101]);
    expect(await numbers({}, "960 001")).toEqual([101]);
    expect(await numbers({ only: "late" }, "Wilma")).toEqual([]);
    await bring("j102", of({ aside: true }));
    expect(await numbers({})).toEqual([103, 101]);
    expect(await numbers({ aside: true })).toEqual([102]);
    expect((await listJobs(db, "", 1, { only: "measure" })).total).toBe(1);
  });
  test("numbers go on from the highest, and a summary alone is brought up to date", async () => {
    expect(await takeNumber(db)).toBe(104);
    await bring("j101", { ...SUMMARY, build: "Another kit" });
    expect((await listJobs(db, "Ida", 1)).rows[0]!.summary.build).toBe("Another kit");
    expect((await listJobs(db, "Rusk", 1)).rows[0]!.summary.build).toBe("A kit");
    expect((await findJob(db, "j101"))!.version).toBe(1);
  });
});

describe("what was done", () => {
  const event = (version: number, over: Partial<JobEvent> = {}): JobEvent => ({
    jobId: "j7",
    version,
    at: `2026-01-0${version}T09:00:00.000Z`,
    by: "Ida",
    kind: "edit wish",
    says: `edit ${version}`,
    before: { number: version },
    after: {},
    ...over,
  });
  beforeEach(async () => {
    await insertJob(db, whole(), SUMMARY, AT);
    await insertJob(db, { ...whole({ orders: [] }), id: "j8", number: 8 }, SUMMARY, AT);
    for (const one of [event(1, { kind: "create" }), event(2), event(3), event(4, { kind: "undo" }), event(9, { jobId: "j8" })])
      await appendEvent(db, one);
  });
  test("is read newest first, since a version, so many lines, of this job alone", async () => {
    expect((await history(db, "j7")).map((line) => line.version)).toEqual([4, 3, 2, 1]);
    expect((await history(db, "j7", 2)).map((line) => line.version)).toEqual([4, 3]);
    expect((await history(db, "j7", 0, 2)).map((line) => line.version)).toEqual([4, 3]);
    expect((await history(db, "j7", 2, 1))[0]).toEqual({
      version: 4,
      at: "2026-01-04T09:00:00.000Z",
      by: "Ida",
      says: "edit 4",
      undone: false,
    });
  });
  test("what is undone and done again is what a stack would give, whatever was done in whichever order", async () => {
    // After edits 2 and 3 and one undo.
    expect((await editsToStep(db, "j7")).undo).toMatchObject({ says: "edit 2", before: { number: 2 } });
    expect((await editsToStep(db, "j7")).redo).toMatchObject({ says: "edit 3" });
    await appendEvent(db, event(5, { kind: "undo" }));
    expect((await editsToStep(db, "j7")).undo).toBeUndefined();
    await appendEvent(db, event(6, { kind: "redo" }));
    expect(await editsToStep(db, "j7")).toMatchObject({ undo: { says: "edit 2" }, redo: { says: "edit 3" } });
    await appendEvent(db, event(7));
    // A new edit leaves nothing to do again.
    expect(await editsToStep(db, "j7")).toMatchObject({ undo: { says: "edit 7" }, redo: undefined });
    await appendEvent(db, event(8, { kind: "undo" }));
    expect(await editsToStep(db, "j7")).toMatchObject({ undo: { says: "edit 2" }, redo: { says: "edit 7" } });
    const { undo } = await editsToStep(db, "j7");
    await markUndone(db, undo!.id, true);
    expect((await history(db, "j7")).find((line) => line.version === 2)!.undone).toBe(true);
    await markUndone(db, undo!.id, false);
    expect((await history(db, "j7")).find((line) => line.version === 2)!.undone).toBe(false);
  });
});

describe("the list of thousands", () => {
  const WORDS = [
    "Perran",
    "PERRAN",
    "Löwe",
    "löwe",
    "O'Brien",
    '"quoted"',
    "100 % wool",
    "under_score",
    "back\\slash",
    "0110",
    "Ä",
    "a",
  ];
  beforeEach(async () => {
    for (const number of [101, 110, 1102])
      await insertJob(db, newJob({ id: `j${number}`, number, customer: "", bike: "" }), SUMMARY, AT);
  });
  /** The list's questions as they went to the database, each with how it would be answered. */
  async function plansOf(work: () => Promise<unknown>): Promise<string[]> {
    const asked: { sql: string; bindings: readonly Knex.RawBinding[] }[] = [];
    const note = (query: (typeof asked)[number]) => void asked.push(query);
    db.on("query", note);
    await work();
    db.off("query", note);
    const plans: string[] = [];
    for (const { sql, bindings } of asked) {
      const steps = (await db.raw(`explain query plan ${sql}`, bindings)) as { detail: string }[];
      plans.push(steps.map((step) => step.detail).join("; "));
    }
    return plans;
  }
  test("every order and every narrowing is read from an index, and nothing is sorted", async () => {
    for (const sort of SORTS)
      for (const plan of await plansOf(() => listJobs(db, "", 24, { sort })))
        expect([sort, plan]).toEqual([
          sort,
          expect.stringMatching(/^SEARCH job USING (COVERING )?INDEX job_by_\w+ \(<expr>=\?\)$/),
        ]);
    for (const only of ONLY.filter((one) => one !== "all"))
      for (const plan of await plansOf(() => listJobs(db, "", 24, { only })))
        expect([only, plan]).toEqual([
          only,
          expect.stringMatching(/^SEARCH job USING (COVERING )?INDEX job_only_\w+ \(<expr>=\? AND <expr>=\?\)$/),
        ]);
    for (const at of STAGE_NAMES)
      for (const plan of await plansOf(() => listJobs(db, "", 24, { at })))
        expect([at, plan]).toEqual([at, expect.stringMatching(/^SEARCH job USING (COVERING )?INDEX job_at_\w+ \(<expr>=\?\)$/)]);
    const [list] = await plansOf(() => listJobs(db, "Perran", 24));
    expect(list).toMatch(/SCAN job_find VIRTUAL TABLE INDEX/);
    expect(list).not.toMatch(/SCAN job(;|$)/);
  });
  test("what is found is what a look at every line finds, whatever is typed and however the lines were changed", async () => {
    const word = fc.oneof(fc.constantFrom(...WORDS), fc.string({ maxLength: 6 }), fc.string({ unit: "grapheme", maxLength: 4 }));
    const text = fc.array(word, { maxLength: 3 }).map((all) => all.join(" "));
    const line = fc.record({ customer: text, bike: text, contact: text });
    await fc.assert(
      fc.asyncProperty(
        fc.array(line, { minLength: 1, maxLength: 4 }),
        fc.array(word, { minLength: 1, maxLength: 6 }),
        async (lines, finds) => {
          const rows = (await db("job").orderBy("number").select("id")) as { id: string }[];
          for (const [i, { customer, bike, contact }] of lines.entries())
            await db("job")
              .where({ id: rows[i % rows.length]!.id })
              .update({ customer, bike, summary: JSON.stringify({ ...SUMMARY, contact }) });
          const all = (await listJobs(db, "", 99)).rows;
          const asLike = (one: string) => one.replace(/[A-Z]/g, (letter) => letter.toLowerCase());
          for (const find of finds) {
            const wanted = all.filter((row) =>
              [row.customer, row.bike, row.summary.contact, String(row.number)].some((held) =>
                asLike(held).includes(asLike(find)),
              ),
            );
            const found = await listJobs(db, find, 99);
            expect([find, found.rows.map((row) => row.number), found.total]).toEqual([
              find,
              find === "" ? all.map((row) => row.number) : wanted.map((row) => row.number),
              find === "" ? all.length : wanted.length,
            ]);
          }
        },
      ),
      { numRuns: 150 },
    );
    const [gone] = (await db("job").orderBy("number").select("id", "number")) as { id: string; number: number }[];
    await db("purchase_order").where({ job_id: gone!.id }).delete();
    await db("event").where({ job_id: gone!.id }).delete();
    await db("job").where({ id: gone!.id }).delete();
    expect((await db.raw("select count(*) as n from job_find where rowid = ?", [gone!.number])) as { n: number }[]).toEqual([
      { n: 0 },
    ]);
  });
});
