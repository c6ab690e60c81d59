import type { Knex } from "knex";
import { randomUUID } from "node:crypto";
import { z } from "zod";
import { asTold, BIKE_TEMPLATES, donorFrom, type TemplateId } from "@/core/donor/templates";
import { upgradeOf } from "@/core/job/upgrade";
import { FATES, type Fate } from "@/core/fit/fates";
import { newJob, type Job } from "@/core/job/job";
import { bad, good, type Result } from "@/core/result";
import { appendEvent, findJob, insertJob, jobOfRequest, takeNumber } from "@/data/jobs";
import { tagNumber } from "@/core/units/tagNumber";
import { requestSchema } from "./request";
import { benchOf, summaryOf } from "./jobView";
import { assessOn } from "./useCase";

const newJobSchema = z.strictObject({
  customer: z.string().trim().min(1, "The customer's name is wanted.").max(80, "The name is too long: 80 letters at most."),
  bike: z.string().trim().max(80, "The bike's name is too long: 80 letters at most."),
  by: z.string().trim().max(40),
  /** What it begins from: a common kind of bike, or another job by its id. */
  start: z
    .union([
      z.strictObject({ template: z.enum(Object.keys(BIKE_TEMPLATES) as [TemplateId, ...TemplateId[]]) }),
      z.strictObject({ copyOf: z.string().max(40) }),
      /** A finished bike by its job, and what comes off it, by part. */
      z.strictObject({ renews: z.string().max(40), off: z.record(z.string().max(60), z.enum(FATES)) }),
    ])
    .optional(),
  request: requestSchema.optional(),
});
type Start = z.output<typeof newJobSchema>["start"];

/** What a new job holds from the start: nothing, a usual bike as told, or another job's wish, build and bike, its readings as told. */
async function begun(db: Knex, job: Job, start: Start, at: string, by: string): Promise<Result<Job>> {
  if (!start) return good(job);
  if ("template" in start) return good({ ...job, donor: donorFrom(start.template, { at, by }) });
  if ("renews" in start) return renewing(db, job, start, at, by);
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

/** A finished bike as it is, less what comes off: what stays is not bought again, and what was done on it not done again. */
async function renewing(
  db: Knex,
  job: Job,
  { renews, off }: { readonly renews: string; readonly off: Readonly<Record<string, Fate>> },
  at: string,
  by: string,
): Promise<Result<Job>> {
  const was = await findJob(db, renews);
  if (!was) return bad("The bike's job does not exist any more.");
  if (!was.handed) return bad("This bike is not handed over yet: change its own job.");
  const bench = await benchOf(db, at, by, job.id);
  const begun = { ...job, ...upgradeOf(was, assessOn(was, bench), off) };
  const wrong = Object.keys(off).filter((partId) => !begun.renews!.off.some((one) => one.partId === partId));
  if (wrong.length > 0)
    return bad(
      `${wrong.map((partId) => bench.catalogue.parts.get(partId)?.name ?? partId).join(", ")}: not in this bike, or not to be put on the shelf. Look again.`,
    );
  return good(begun);
}

/**
 * Takes a request in: a job with a number of its own. @returns its id, or what is wrong in words
 * @param take where its number comes from
 */
export async function createJob(
  db: Knex,
  raw: unknown,
  now: string,
  take: (trx: Knex) => Promise<number> = takeNumber,
): Promise<Result<string>> {
  const request = newJobSchema.safeParse(raw);
  if (!request.success) return bad(request.error.issues.map((issue) => issue.message).join(" "));
  const { customer, bike, by, start, request: asked } = request.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const made = asked === undefined ? undefined : await jobOfRequest(trx, asked);
    if (made !== undefined) return good(made);
    const number = await take(trx);
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
      says: `Job ${number} taken in${job.renews ? `: the bike of job ${tagNumber(job.renews.number)} is upgraded` : ""}`,
      before: {},
      after: {},
      request: asked,
    });
    return good(job.id);
  });
}
