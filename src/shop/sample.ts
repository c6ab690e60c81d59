import type { Knex } from "knex";
import { randomUUID } from "node:crypto";
import { newJob, type Job } from "@/core/job/job";
import { bad, good, type Result } from "@/core/result";
import { saveParts, saveSuppliers } from "@/data/catalogue";
import { DEMO_JOBS } from "@/data/demo/jobs";
import { DEMO_PARTS } from "@/data/demo/parts";
import { DEMO_SUPPLIERS } from "@/data/demo/suppliers";
import { appendEvent, insertJob, takeNumber } from "@/data/jobs";
import { dropParts, dropSampleJob, isEmptyShop, keepSampleJob, sampleJob } from "@/data/sample";
import { carryOut } from "./commands";
import { benchOf, summaryOf } from "./jobView";
import { beginningOf } from "./loadDemo";

/** The bike of the sample: measured through, with a drive chosen, its findings open. */
const SAMPLE = "Tegen Marsh";

/**
 * Puts an invented job to try into an empty shop, with the parts and suppliers that it is built from.
 * @returns the job's id, or why not
 */
export async function loadSample(db: Knex, by: string, now: string): Promise<Result<string>> {
  return db.transaction(async (trx): Promise<Result<string>> => {
    if (!(await isEmptyShop(trx))) return bad("The sample goes into an empty shop only: this one has jobs or parts of its own.");
    await saveSuppliers(trx, DEMO_SUPPLIERS);
    await saveParts(trx, DEMO_PARTS);
    const demo = DEMO_JOBS.find(({ customer }) => customer === SAMPLE)!;
    const number = await takeNumber(trx);
    const id = `j${number}-${randomUUID().slice(0, 6)}`;
    const bench = await benchOf(trx, now, by, id);
    const empty = newJob({ id, number, customer: demo.customer, bike: demo.bike });
    const job = beginningOf(demo, now).reduce<Job>((before, command) => {
      const done = carryOut(before, command, bench);
      if (!done.ok) throw new Error(`sample job, ${command.do}: ${done.error.says}`);
      return { ...before, ...done.value.job };
    }, empty);
    await insertJob(trx, job, summaryOf(job, bench), now);
    const says = `Sample job ${number} put in`;
    await appendEvent(trx, { jobId: id, version: 1, at: now, by, kind: "create", says, before: {}, after: {} });
    await keepSampleJob(trx, id);
    return good(id);
  });
}

/** Whether the sample is in the shop. */
export const hasSample = async (db: Knex): Promise<boolean> => (await sampleJob(db)) !== undefined;

/**
 * Takes the sample out again: its job, and its parts and suppliers too where no other job may stand on them.
 * @returns what was taken out, in words
 */
export async function clearSample(db: Knex): Promise<Result<string>> {
  return db.transaction(async (trx): Promise<Result<string>> => {
    const id = await sampleJob(trx);
    if (id === undefined) return bad("There is no sample to take out.");
    const left = await dropSampleJob(trx, id);
    if (left > 0) return good("The sample job is taken out. Its parts stay: other jobs may stand on them.");
    await dropParts(
      trx,
      DEMO_PARTS.map((part) => part.id),
      DEMO_SUPPLIERS.map((supplier) => supplier.id),
    );
    return good("The sample is taken out: its job, its parts and its suppliers.");
  });
}
