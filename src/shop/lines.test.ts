import { asListed } from "@/core/job/summary";
import { randomUUID } from "node:crypto";
import { STAGE_NAMES } from "@/core/job/stageNames";
import { allJobIds, heldByOthers, findJob, lessOwn, listJobs } from "@/data/jobs";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { saveHouse } from "../../tests/saveHouse";
import { buyingPage, placeJoint } from "./buying";
import { bringLines, jobList, type BringLines } from "./jobList";
import { benchOf, lineStamp, summaryOf } from "./jobView";

/** Lines of the list of jobs, brought up to date beside whoever looks. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
});
afterAll(() => shop.close());

const here: BringLines = (ids, now) => bringLines(shop.db, ids, now);
/** Every line is stale after it. */
let tax = 3;
const otherRules = () => saveHouse(shop.db, { taxPercent: (tax += 1) });
const list = (bring?: BringLines, patienceMs = 50_000) => jobList(shop.db, "", 40, NOW, {}, bring, patienceMs);

test("done in time, the list is the same as one that brings its lines itself", async () => {
  await otherRules();
  const aside = await list(here);
  expect([aside.behind, aside.rows.length]).toEqual([0, aside.total]);
  for (const row of aside.rows)
    expect(row.summary).toEqual(asListed(summaryOf((await findJob(shop.db, row.id))!, await benchOf(shop.db, NOW, "", row.id))));
  expect(await list()).toEqual(aside);
  // The list is narrowed by a stage's place in it.
  for (const row of aside.rows) expect(row.summary.stages.map((stage) => stage.name)).toEqual(STAGE_NAMES);
  // Nothing is asked for that is up to date.
  expect(await list(() => Promise.reject(new Error("asked for nothing")))).toEqual(aside);
});

test("not done in time, it is shown as it was and counted, nobody waits, and the next look has it", async () => {
  const { db } = shop;
  const before = await list(here);
  await otherRules();
  let done = () => undefined as void;
  const late: BringLines = (ids, now) => new Promise((end) => (done = () => void bringLines(db, ids, now).then(end)));
  const shown = await list(late, 20);
  expect(shown.behind).toBe(before.rows.length);
  expect(shown.rows).toEqual(before.rows);
  const bought = await buyingPage(db, { jobs: null, days: null }, NOW, { bring: late });
  expect(bought.behind).toBe(before.rows.length);
  expect(bought.jobs.length).toBeGreaterThan(0);
  // What would be ordered is not known yet: nothing is proposed, and nothing is placed.
  expect([bought.says, bought.orders]).toEqual(["The proposal follows as soon as the needs are worked out.", []]);
  const wish = { supplierId: "lowtide", jobs: null, days: null, expectMinor: 1, request: randomUUID() };
  expect(await placeJoint(db, wish, NOW, "Ida", { bring: late })).toMatchObject({ ok: false });
  done();
  const after = await list(here);
  expect(after.behind).toBe(0);
  expect((await buyingPage(db, { jobs: null, days: null }, NOW, { bring: late })).behind).toBe(0);
  expect(after.rows.map((row) => row.summary.allInMinor)).not.toEqual(before.rows.map((row) => row.summary.allInMinor));
});

test("a job that does not read is named and holds up none; a sweep of all brings those put aside too", async () => {
  const { db } = shop;
  const [broken, sound] = (await list(here)).rows;
  const row = (await db("job").where({ id: broken!.id }).first("body")) as { body: string };
  await db("job").where({ id: broken!.id }).update({ body: '{"wish":7}' });
  await otherRules();
  const shown = await list(here);
  expect(shown.rows.find((one) => one.id === broken!.id)!.broken).toMatch(/does not read in the database/);
  expect([shown.behind, shown.rows.find((one) => one.id === sound!.id)!.broken]).toEqual([0, null]);
  await db("job").where({ id: broken!.id }).update({ body: row.body });
  await otherRules();
  expect(await bringLines(db, await allJobIds(db), NOW)).toEqual({});
  const bench = await benchOf(db, NOW, "", null);
  const held = await heldByOthers(db, "");
  for (const aside of [false, true])
    for (const { summary } of (await listJobs(db, "", 40, { aside })).rows)
      expect(summary.stamp).toBe(lineStamp(bench, lessOwn(held, summary.holds), summary.asks));
});
