import { viewOf, type JobView } from "@/core/job/view";
import { DEMO_PARTS } from "@/data/demo/parts";
import { saveParts } from "@/data/catalogue";
import { findJob, history, listJobs } from "@/data/jobs";
import { sheetPaper } from "@/print/sheetPaper";
import { walkPaper } from "@/print/walkPaper";
import { workPaper } from "@/print/workPaper";
import { sheetCsv } from "@/print/csv";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { saveHouse } from "../../tests/saveHouse";
import { benchOf, openJob } from "./jobView";
import { perform } from "./perform";

let shop: Awaited<ReturnType<typeof openDemoShop>>;
beforeAll(async () => {
  shop = await openDemoShop();
}, 120_000);
afterAll(() => shop.close());

/** Worked out anew, nothing kept looked at. */
async function anew(id: string, at: string): Promise<JobView> {
  const job = (await findJob(shop.db, id))!;
  const bench = await benchOf(shop.db, at, "", id);
  return viewOf(job, bench.catalogue, bench.house, at.slice(0, 10), await history(shop.db, id), bench.heldElsewhere);
}
const frozen = (value: unknown): void => {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return;
  Object.freeze(value);
  Object.values(value).forEach(frozen);
};

test("what is kept of a job is what would be worked out anew, whatever changed: the job, a part, the house, the day, another job", async () => {
  const { db } = shop;
  const idOf = async (customer: string) => (await listJobs(db, customer, 1)).rows[0]!.id;
  const [perran, hester] = [await idOf("Perran"), await idOf("Hester")];
  const same = async (at = NOW) => {
    const [first, second] = [await openJob(db, perran, at), await openJob(db, perran, at)];
    const fresh = await anew(perran, at);
    expect(first).toEqual(fresh);
    expect(second).toEqual(fresh);
    return fresh;
  };
  const act = async (id: string, command: object) => {
    const job = (await findJob(db, id))!;
    const done = await perform(db, { jobId: id, version: job.version, by: "Tam", command }, NOW);
    expect(done).toMatchObject({ ok: true });
  };
  const before = await same();
  await act(perran, { do: "edit wish", wish: { riderKg: 95 } });
  expect((await same()).job.wish.riderKg).toBe(95);
  await act(perran, { do: "undo" });
  expect((await same()).job.wish.riderKg).toBe(before.job.wish.riderKg);

  const line = before.sheet.lines.find((one) => one.partId !== null && one.source === "buy")!;
  const part = DEMO_PARTS.find((one) => one.id === line.partId)!;
  await saveParts(db, [{ ...part, offers: part.offers.map((offer) => ({ ...offer, priceMinor: offer.priceMinor + 5_000 })) }]);
  expect((await same()).sheet.allInMinor).toBeGreaterThan(before.sheet.allInMinor);
  await saveHouse(db, { taxPercent: 3 });
  const taxed = await same();
  await saveHouse(db, { taxPercent: 19 });
  expect((await same()).sheet.allInMinor).toBeGreaterThan(taxed.sheet.allInMinor);
  await same("2026-12-24T09:00:00.000Z");
  // Another job puts its hand on what this one would take from the shelf.
  const shelf = DEMO_PARTS.find((one) => one.inStock > 0 && one.kind === "consumable")!;
  await act(hester, { do: "put in", partId: shelf.id, quantity: shelf.inStock });
  await same();
}, 60_000);

test("nobody changes a kept view in place: the papers are made of it, and it is answered again", async () => {
  const { db } = shop;
  for (const { id } of (await listJobs(db, "", 20)).rows) {
    const view = (await openJob(db, id, NOW))!;
    frozen(view);
    for (const paper of [sheetPaper, walkPaper, workPaper]) expect(paper(view).content).not.toHaveLength(0);
    expect(sheetCsv(view)).not.toBe("");
    expect(JSON.stringify(await openJob(db, id, NOW))).toBe(JSON.stringify(view));
  }
}, 60_000);
