import type { Knex } from "knex";
import { randomUUID } from "node:crypto";
import { orderNumber } from "@/core/cost/orderOf";
import { fitOf } from "@/core/job/assess";
import type { Job } from "@/core/job/job";
import { readJobFile, writeJobFile, type FileIssue } from "@/core/job/jobFile";
import type { Part } from "@/core/parts/part";
import { bad, good, type Result } from "@/core/result";
import { saveParts } from "@/data/catalogue";
import { appendEvent, findJob, insertJob, jobOfRequest, takeNumber } from "@/data/jobs";
import { requestSchema } from "./request";
import { takenElsewhere } from "./serials";
import { benchOf, summaryOf } from "./jobView";

/** A job whole, as an open file; undefined for an unknown id. */
export async function exportJob(db: Knex, id: string, now: string) {
  const job = await findJob(db, id);
  if (!job) return undefined;
  const bench = await benchOf(db, now, "", id);
  const used = new Map<string, Part>();
  for (const { part } of fitOf(job, bench.catalogue, bench.house).build.supplied) used.set(part.id, part);
  for (const id of Object.values(job.choices)) {
    const part = bench.catalogue.parts.get(id ?? "");
    if (part) used.set(part.id, part);
  }
  return { number: job.number, file: writeJobFile(job, [...used.values()], bench.house) };
}

const MOST_BYTES = 4_000_000;

/** Takes a job file in as a new job. Parts that the shop does not have are added without offers; those it has stay as they are. */
export async function importJob(
  db: Knex,
  text: string,
  by: string,
  now: string,
  request?: unknown,
): Promise<Result<string, FileIssue[]>> {
  if (text.length > MOST_BYTES) return bad([{ path: "", message: "the file is larger than 4 MB" }]);
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return bad([{ path: "", message: "not JSON" }]);
  }
  const read = readJobFile(raw);
  if (!read.ok) return read;
  const asked = requestSchema.safeParse(request).data;
  return db.transaction(async (trx) => {
    const made = asked === undefined ? undefined : await jobOfRequest(trx, asked);
    if (made !== undefined) return good(made);
    const before = await benchOf(trx, now, by, null);
    const fresh = read.value.parts.filter(
      (part) => !before.catalogue.parts.has(part.id) && !before.catalogue.broken.has(part.id),
    );
    const number = await takeNumber(trx);
    const id = `j${number}-${randomUUID().slice(0, 6)}`;
    const { serials } = read.value.job;
    const elsewhere = await takenElsewhere(trx, { id, serials });
    const job: Job = {
      ...read.value.job,
      id,
      number,
      serials: serials.filter(({ partId, serial }) => !elsewhere.some((one) => one.partId === partId && one.serial === serial)),
      // An order of another job is not this one's: it has a number here, and another key.
      orders: read.value.job.orders.map((order, i) => ({
        ...order,
        id: randomUUID(),
        number: orderNumber(number, i + 1),
        purchase: null,
      })),
      orderSerial: read.value.job.orders.length,
    };
    if (fresh.length > 0)
      await saveParts(
        trx,
        fresh.map((part) => ({
          ...part,
          spec: { ...part.spec },
          inStock: 0,
          // What its customer brought there is this job's customer's here.
          ...(part.onlyFor !== undefined && { onlyFor: job.id }),
          // What it costs there is not what it costs here.
          offers: [],
        })),
      );
    await insertJob(trx, job, summaryOf(job, await benchOf(trx, now, by, job.id)), now);
    await appendEvent(trx, {
      jobId: job.id,
      version: 1,
      at: now,
      by,
      kind: "create",
      says: `Job ${number} read from a file${elsewhere.length > 0 ? `, without ${elsewhere.map((one) => `the number ${one.serial}, which is in ${one.bike}`).join("; ")}` : ""}`,
      before: {},
      after: {},
      request: asked,
    });
    return good(job.id);
  });
}
