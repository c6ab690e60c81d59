import type { Knex } from "knex";
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { newJob } from "@/core/job/job";
import { bad, good, type Result } from "@/core/result";
import { appendEvent, insertJob, nextNumber } from "@/data/jobs";
import { benchOf, summaryOf } from "./jobView";

const newJobSchema = z.strictObject({
  customer: z.string().trim().min(1, "The customer's name is wanted.").max(80, "The name is too long: 80 letters at most."),
  bike: z.string().trim().max(80, "The bike's name is too long: 80 letters at most."),
  by: z.string().trim().max(40),
});

/** Takes a request in: a job with a number of its own. @returns its id, or what is wrong in words */
export async function createJob(db: Knex, raw: unknown, now: string): Promise<Result<string>> {
  const request = newJobSchema.safeParse(raw);
  if (!request.success) return bad(request.error.issues.map((issue) => issue.message).join(" "));
  const { customer, bike, by } = request.data;
  return db.transaction(async (trx) => {
    const number = await nextNumber(trx);
    const job = newJob({ id: `j${number}-${randomUUID().slice(0, 6)}`, number, customer, bike });
    await insertJob(trx, job, summaryOf(job, await benchOf(trx, now, by, job.id)), now);
    await appendEvent(trx, {
      jobId: job.id,
      version: 1,
      at: now,
      by,
      kind: "create",
      says: `Job ${number} taken in`,
      before: {},
      after: {},
    });
    return good(job.id);
  });
}
