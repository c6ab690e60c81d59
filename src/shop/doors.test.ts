import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { DONOR_KEYS, donorItem, type DonorKey, type NumberItem } from "@/core/donor/items";
import { readsOf } from "@/core/fit/engine";
import { fitOf } from "@/core/job/assess";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile } from "@/core/job/jobFile";
import type { Catalogue } from "@/core/parts/catalogue";
import { loadCatalogue } from "@/data/catalogue";
import { findJob, listJobs } from "@/data/jobs";
import { houseRules } from "@/data/settings";
import { run } from "@/cli/run";
import { NOW, openDemoShop } from "../../tests/demoShop";
import { openJob } from "./jobView";
import { perform } from "./perform";

/** What the survey asks about is asked about at every door, and enters no sum: form and action, job file, command line, database. */
let db: Knex;
let close: () => Promise<void>;
let jobs: Job[];
let catalogue: Catalogue;
const folder = mkdtempSync(join(tmpdir(), "gull-doors-"));

beforeAll(async () => {
  const shop = await openDemoShop();
  ({ db, close } = shop);
  catalogue = await loadCatalogue(db);
  jobs = await Promise.all((await listJobs(db, "", 50)).rows.map(async (row) => (await findJob(db, row.id))!));
});
afterAll(async () => {
  await close();
  rmSync(folder, { recursive: true });
});

const NUMBERS = DONOR_KEYS.filter((key) => donorItem(key).kind !== "choice");
const plausible = (key: DonorKey) => (donorItem(key) as NumberItem).plausible;
/** Ten times too much, and a tenth of the least. */
const nonsense = (key: DonorKey) => {
  const [low, high] = plausible(key);
  return [...(high > 0 ? [Math.ceil(high * 1.01) + 1, high * 5] : []), ...(low > 1 ? [low / 10] : [])].map((n) =>
    donorItem(key).kind === "count" ? Math.round(n) : n,
  );
};
const withFigure = (job: Job, key: DonorKey, value: number): Job => ({
  ...job,
  donor: { ...job.donor, [key]: { ...job.donor[key]!, value } },
});

test("a nonsense figure of any item, on every demo job that looks at it, is asked for by name and changes nothing else", async () => {
  const house = await houseRules(db);
  const wrong: string[] = [];
  const items = new Set<DonorKey>();
  for (const job of jobs) {
    const { build } = fitOf(job, catalogue, house);
    for (const key of readsOf(build)) {
      if (!NUMBERS.includes(key) || job.donor[key] === undefined) continue;
      items.add(key);
      const { [key]: _gone, ...rest } = job.donor;
      const without = fitOf({ ...job, donor: rest }, catalogue, house).findings;
      for (const value of nonsense(key)) {
        const { findings } = fitOf(withFigure(job, key, value), catalogue, house);
        // As if it had not been measured, but said so.
        const told = findings.filter((f) => f.settle.includes(key) && f.says.includes("is outside"));
        // A check that only this reading opens stays open for it; all others are as they were without.
        const rest = findings.filter((f) => !told.includes(f) || without.some((w) => w.key === f.key));
        const same =
          JSON.stringify(rest.map((f) => [f.key, f.verdict])) === JSON.stringify(without.map((f) => [f.key, f.verdict]));
        if (told.length === 0 || told.some((f) => f.verdict !== "measure") || !same)
          wrong.push(`${job.wish.customer}, ${key} of ${value}`);
      }
    }
  }
  expect(wrong).toEqual([]);
  expect(items.size).toBeGreaterThan(60);
});

test("the form asks about it, and refuses what cannot be whoever says yes", async () => {
  const view = (await openJob(db, jobs.find((job) => job.wish.customer.startsWith("Wenna"))!.id, NOW))!;
  const wrong: string[] = [];
  for (const key of NUMBERS)
    for (const value of nonsense(key)) {
      const { kind } = donorItem(key);
      const say = async (confirmed: boolean) => {
        const command = {
          do: "measure",
          key,
          text: kind === "count" ? String(value) : String(Math.round(value * 100) / 100),
          system: "metric",
          how: kind === "count" ? "seen" : "caliper",
          confirmed,
        } as const;
        const answer = await perform(db, { jobId: view.job.id, version: view.job.version, by: "", command }, NOW);
        return answer.ok ? "done" : answer.error.kind;
      };
      const asked = await say(false);
      if (asked !== "ask" && asked !== "refused") wrong.push(`${key} of ${value}: ${asked}`);
      if (value > plausible(key)[1] * 2 && (await say(true)) !== "refused") wrong.push(`${key} of ${value}, confirmed`);
    }
  expect(wrong).toEqual([]);
});

test("from a file it is read, named by its path, and measured; a confirmed one goes out and comes back as it was", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  const { build } = fitOf(job, catalogue, await houseRules(db));
  const parts = [...new Map(build.supplied.map(({ part }) => [part.id, part])).values()];
  const file = (on: Job) => JSON.stringify(writeJobFile(on, parts, build.house));
  process.env.GULL_DB = join(folder, "none.sqlite");
  const fit = async (on: Job) => {
    const told = await run(["fit"], { input: () => file(on), now: () => NOW });
    return { exit: told.exit, ...(JSON.parse(told.out!) as { doubted: { path: string; message: string }[] }) };
  };
  expect(await fit(job)).toMatchObject({ exit: 0, doubted: [] });
  expect(await fit(withFigure(job, "shellWidthMm", 681))).toMatchObject({
    exit: 3,
    doubted: [{ path: "donor.shellWidthMm", message: "Shell width of 681 mm is outside 60 to 140 mm: not used" }],
  });
  const table = await run(["fit", "--table"], { input: () => file(withFigure(job, "shellWidthMm", 681)), now: () => NOW });
  expect(table.error).toBe("donor.shellWidthMm: Shell width of 681 mm is outside 60 to 140 mm: not used\n");
  delete process.env.GULL_DB;
  const confirmed = {
    ...job,
    donor: { ...job.donor, loadLimitKg: { ...job.donor.loadLimitKg!, value: 600, confirmed: true as const } },
  };
  const back = readJobFile(JSON.parse(file(confirmed)));
  if (!back.ok) throw new Error(JSON.stringify(back.error));
  expect(back.value.job.donor).toEqual(confirmed.donor);
});

test("in the database it stands as it was written, and no promise is made from it", async () => {
  const job = jobs.find((one) => one.wish.customer.startsWith("Odo"))!;
  await db("job")
    .where({ id: job.id })
    .update({ body: JSON.stringify({ ...withFigure(job, "bikeMassKg", 900), orders: [] }) });
  const view = (await openJob(db, job.id, NOW))!;
  expect(view.job.donor.bikeMassKg!.value).toBe(900);
  expect(view.promises.find((promise) => promise.id === "mass")).toMatchObject({ predicted: null, note: "weigh the bike first" });
  expect(view.findings.find((f) => f.rule === "whole/load-limit")).toMatchObject({
    verdict: "measure",
    says: "Mass of the bike now of 900 kg is outside 5 to 80 kg: measure it again.",
  });
});
