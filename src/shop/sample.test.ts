import { openDatabase } from "@/data/connection";
import { listJobs } from "@/data/jobs";
import { createJob } from "./createJob";
import { openJob } from "./jobView";
import { perform } from "./perform";
import { clearSample, loadSample } from "./sample";
import { savePart } from "./parts";

const NOW = "2026-01-05T09:00:00.000Z";
const count = async (db: Awaited<ReturnType<typeof openDatabase>>, table: string) =>
  Number((await db(table).count<{ n: number }[]>({ n: "*" }))[0]!.n);

test("an empty shop takes the sample in, a job with findings to answer, and is empty again when it is taken out", async () => {
  const db = await openDatabase(":memory:");
  expect(await clearSample(db)).toMatchObject({ ok: false, error: expect.stringContaining("no sample") });
  const made = await loadSample(db, "Tam", NOW);
  if (!made.ok) throw new Error(made.error);
  const view = (await openJob(db, made.value, NOW))!;
  expect(view.findings.filter((one) => one.verdict === "adapt" && !one.settled).length).toBeGreaterThan(3);
  expect(view.findings.filter((one) => one.verdict === "stop")).toEqual([]);
  expect(view.sheet.allInMinor).toBeGreaterThan(0);
  expect(view.history.map((line) => [line.by, line.says])).toEqual([["Tam", `Sample job ${view.job.number} put in`]]);
  expect((await listJobs(db, "", 10)).rows.map((row) => row.id)).toEqual([made.value]);
  // What is done to it is taken out with it.
  const remedy = view.findings.find((one) => one.remedies.length > 0)!;
  const command = { do: "accept", finding: remedy.key, remedy: remedy.remedies[0]!.id };
  expect(await perform(db, { jobId: made.value, version: 1, by: "Tam", command }, NOW)).toMatchObject({ ok: true });
  expect(await loadSample(db, "Tam", NOW)).toMatchObject({ ok: false, error: expect.stringContaining("empty shop only") });
  expect(await clearSample(db)).toMatchObject({ ok: true, value: expect.stringContaining("its parts and its suppliers") });
  for (const table of ["job", "event", "purchase_order", "part", "offer", "supplier"])
    expect([table, await count(db, table)]).toEqual([table, 0]);
  await db.destroy();
});

test("what was entered beside the sample stays: another job keeps its parts, a part of one's own its supplier", async () => {
  const db = await openDatabase(":memory:");
  const made = await loadSample(db, "Tam", NOW);
  const own = {
    id: "own-ring",
    kind: "washer",
    name: "Ring of our own",
    maker: "",
    massKg: null,
    inStock: 1,
    spec: { use: "axle spacer", boreMm: 12.2, thicknessMm: 1 },
    offers: [{ supplierId: "saltmarsh", priceMinor: 240, currency: "EUR", packSize: 1, leadDays: 3, carriage: "ordinary" }],
  };
  expect(await savePart(db, own)).toMatchObject({ ok: true });
  const other = await createJob(db, { customer: "Ada Fenn", bike: "", by: "Tam" }, NOW);
  const parts = await count(db, "part");
  expect(await clearSample(db)).toMatchObject({ ok: true, value: expect.stringContaining("Its parts stay") });
  expect(await count(db, "part")).toBe(parts);
  expect((await listJobs(db, "", 10)).rows.map((row) => row.id)).toEqual([other.ok && other.value]);
  expect(made.ok && (await openJob(db, made.value, NOW))).toBeUndefined();
  await db.destroy();

  const alone = await openDatabase(":memory:");
  await loadSample(alone, "Tam", NOW);
  await savePart(alone, own);
  expect((await clearSample(alone)).ok).toBe(true);
  expect([await count(alone, "part"), await count(alone, "offer")]).toEqual([1, 1]);
  expect((await alone("supplier").select("id")).map((row: { id: string }) => row.id)).toEqual(["saltmarsh"]);
  await alone.destroy();
});
