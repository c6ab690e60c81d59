import type { Knex } from "knex";
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { asTold, BIKE_TEMPLATES, donorFrom, type TemplateId } from "@/core/donor/templates";
import { newJob, type Job } from "@/core/job/job";
import { bad, good, type Result } from "@/core/result";
import { appendEvent, findJob, insertJob, jobOfRequest, takeNumber } from "@/data/jobs";
import { requestSchema } from "./request";
import { benchOf, summaryOf } from "./jobView";

const newJobSchema = z.strictObject({
  customer: z.string().trim().min(1, "The customer's name is wanted.").max(80, "The name is too long: 80 letters at most."),
  bike: z.string().trim().max(80, "The bike's name is too long: 80 letters at most."),
  by: z.string().trim().max(40),
  /** What it begins from: a common kind of bike, or another job by its id. */
  start: z
    .union([
      z.strictObject({ template: z.enum(Object.keys(BIKE_TEMPLATES) as [TemplateId, ...TemplateId[]]) }),
      z.strictObject({ copyOf: z.string().max(40) }),
    ])
    .optional(),
  request: requestSchema.optional(),
});
type Start = z.output<typeof newJobSchema>["start"];

/** What a new job holds from the start: nothing, a usual bike as told, or another job's wish, build and bike, its readings as told. */
async function begun(db: Knex, job: Job, start: Start, at: string, by: string): Promise<Result<Job>> {
  if (!start) return good(job);
  if ("template" in start) return good({ ...job, donor: donorFrom(start.template, { at, by }) });
  const from = await findJob(db, start.copyOf);
  if (!from) return bad("The job to copy does not exist any more.");
  const { customer, bike } = job.wish;
  const { choices, also, accepted, overrides, refused, sources, hand } = from;
  return good({
    ...job,
    wish: { ...from.wish, customer, bike },
    donor: asTold(from.donor, { at, by }),
    ...{ choices, also, accepted, overrides, refused, sources, hand },
  });
}

/** Takes a request in: a job with a number of its own. @returns its id, or what is wrong in words */
export async function createJob(db: Knex, raw: unknown, now: string): Promise<Result<string>> {
  const request = newJobSchema.safeParse(raw);
  if (!request.success) return bad(request.error.issues.map((issue) => issue.message).join(" "));
  const { customer, bike, by, start, request: asked } = request.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const made = asked === undefined ? undefined : await jobOfRequest(trx, asked);
    if (made !== undefined) return good(made);
    const number = await takeNumber(trx);
    const empty = newJob({ id: `j${number}-${randomUUID().slice(0, 6)}`, number, customer, bike });
    const first = await begun(trx, empty, start, now, by);
    if (!first.ok) return first;
    const job = first.value;
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
      request: asked,
    });
    return good(job.id);
  });
}
