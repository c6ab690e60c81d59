import { compareSet } from "@/core/job/compare";
import { isQuickRide, rideMade } from "@/core/job/rideMade";
import { promiseFigure } from "@/core/promise/promiseText";
import { CONSUMABLES } from "@/core/standards/consumables";
import { TASK_IDS } from "@/core/standards/tasks";
import type { JobView } from "@/core/job/view";
import { findJob } from "@/data/jobs";
import { sheetPaper } from "@/print/sheetPaper";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { saveHouse } from "../../tests/saveHouse";
import { jobList } from "./jobList";
import { benchOf, openJob } from "./jobView";
import { perform } from "./perform";
import { assessOn } from "./useCase";

/** All jobs worked out, without what their screens look ahead for. */
const assessed = async () =>
  Promise.all(
    (await jobList(shop.db, "", 40, NOW)).rows.map(async ({ id }) => {
      const job = (await findJob(shop.db, id))!;
      return { job, ...assessOn(job, await benchOf(shop.db, NOW, "", id)) };
    }),
  );

/** The same thing is said the same way wherever it stands: on screens, papers, given sheets and comparisons. */
let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeEach(async () => {
  shop = await openDemoShop();
});
afterEach(() => shop.close());

const views = async (): Promise<JobView[]> =>
  Promise.all((await jobList(shop.db, "", 40, NOW)).rows.map(async ({ id }) => (await openJob(shop.db, id, NOW))!));

test("a job's ride has one range and one speed up its hill: beside the string, on the sheet's paper, on a given sheet, compared", async () => {
  let ridden = 0;
  for (const view of await views()) {
    const made = rideMade(view.ride, view.job.wish);
    if (!made) continue;
    ridden += 1;
    const figures = made.promises.map((one) => `${one.title}: asked`).map((start, i) => [start, made.promises[i]!] as const);
    const paper = JSON.stringify(sheetPaper(view).content);
    for (const [start, promise] of figures) {
      expect(paper).toContain(start);
      expect(paper).toContain(`predicted ${promiseFigure(promise.id, promise.predicted, view.sheet.currency)} (${promise.note})`);
    }
    const bench = { ...(await benchOf(shop.db, NOW, "", view.job.id)), today: NOW.slice(0, 10) };
    // Compared sets have the first remedies in: only a build without open ones is the same bike.
    if (view.findings.every((finding) => finding.verdict !== "adapt" || finding.settled)) {
      const compared = compareSet(view.job, view.job.choices, bench);
      for (const { id, predicted } of made.promises)
        expect([id, compared.promises.find((one) => one.id === id)?.predicted]).toEqual([id, predicted]);
    }
    const job = (await findJob(shop.db, view.job.id))!;
    const given = await perform(
      shop.db,
      { jobId: job.id, version: job.version, by: "Tam", command: { do: "give sheet", overBudget: true } },
      NOW,
    );
    if (!given.ok || !isQuickRide(view.job.wish)) continue;
    const kept = (await openJob(shop.db, job.id, NOW))!.job.given.at(-1)!.whole!;
    for (const { id, predicted } of made.promises)
      expect([id, kept.promises.find((one) => one.id === id)?.predicted]).toEqual([id, predicted]);
    expect(
      JSON.stringify(sheetPaper((await openJob(shop.db, job.id, NOW))!, job.given.length).content).match(
        /Range on this road: asked/g,
      ),
    ).toHaveLength(made.promises.some((one) => one.id === "range") ? 1 : 0);
  }
  expect(ridden).toBeGreaterThan(3);
});

test("consumables by step are what the work order uses up, to the cent, and each step says what", async () => {
  const before = new Map((await assessed()).map((view) => [view.job.id, view]));
  await saveHouse(shop.db, { consumablesBy: "step" });
  let moved = 0;
  for (const view of await assessed()) {
    const was = before.get(view.job.id)!;
    // What was agreed or signed stands as it was.
    if (view.agreed || view.job.signed) {
      expect(view.sheet.allInMinor).toBe(was.sheet.allInMinor);
      continue;
    }
    const uses = view.steps.flatMap((step) => step.uses);
    expect(view.sheet.consumablesMinor).toBe(uses.reduce((sum, one) => sum + one.minor, 0));
    expect(uses.every((one) => one.minor > 0 && one.says.length > 3)).toBe(true);
    if (view.steps.length > 0) moved += 1;
  }
  expect(moved).toBeGreaterThan(5);
  expect(Object.keys(CONSUMABLES).filter((task) => !TASK_IDS.includes(task as never))).toEqual([]);
});

test("a rate of its own for work taxes the labour alone, and the sheet still adds up", async () => {
  await saveHouse(shop.db, { labourTaxPercent: 9 });
  let two = 0;
  for (const { sheet, agreed, job } of await assessed()) {
    expect(sheet.beforeTaxMinor + sheet.taxMinor).toBe(sheet.allInMinor);
    if (sheet.taxes.length !== 2) continue;
    two += 1;
    expect(agreed ?? job.signed).toBeNull();
    const [goods, work] = sheet.taxes;
    expect(work).toMatchObject({ of: "work", percent: 9, netMinor: sheet.labourMinor });
    expect(goods!.netMinor).toBe(sheet.beforeTaxMinor - sheet.labourMinor);
  }
  expect(two).toBeGreaterThan(5);
});
