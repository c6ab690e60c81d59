import type { Knex } from "knex";
import type { JobList, JobTicket, Listing } from "@/core/job/summary";
import { findJob, heldByOthers, lessOwn, listJobs, storeSummary, UnreadableJob } from "@/data/jobs";
import { benchOf, hashOf, holding, lineStamp, summaryOf } from "./jobView";

/**
 * The list of jobs as it is today. What a line shows is kept beside the job, with the stamp of the parts, rules and day that it was
 * worked out with; a line of another stamp is worked out again, one at a time, so that the list is never staler than the job.
 */
export async function jobList(
  db: Knex,
  find: string,
  limit: number,
  now: string,
  listing: Partial<Listing> = {},
): Promise<JobList> {
  const list = await listJobs(db, find, limit, listing);
  const bench = await benchOf(db, now, "", null);
  // What a job can have from the shelf depends on what all the others hold of it.
  let held = await heldByOthers(db, "");
  const rows: JobTicket[] = [];
  for (const row of list.rows) {
    const { holds: own, asks, stamp } = row.summary;
    const elsewhere = lessOwn(held, own);
    if (stamp === lineStamp(bench, elsewhere, asks)) {
      rows.push(row);
      continue;
    }
    // Others are served between two jobs: a list of many stale lines holds up nobody.
    await new Promise((resolve) => setImmediate(resolve));
    const fresh = { ...row, ...(await freshSummary(db, row, holding(bench, elsewhere))) };
    rows.push(fresh);
    // What this one holds otherwise than its line said is not to be had for those that follow.
    if (hashOf(fresh.summary.holds) !== hashOf(own)) held = await heldByOthers(db, "");
  }
  return { rows, total: list.total };
}

async function freshSummary(
  db: Knex,
  row: JobTicket,
  bench: Awaited<ReturnType<typeof benchOf>>,
): Promise<Partial<Pick<JobTicket, "summary" | "broken">>> {
  try {
    const job = await findJob(db, row.id);
    if (!job) return {};
    const summary = summaryOf(job, bench);
    await storeSummary(db, job, summary, { says: "what there is for it changed", at: bench.at, by: "" });
    return { summary };
  } catch (error) {
    // A job that was altered from outside is named; its line stays as it was, and so do the others.
    if (error instanceof UnreadableJob) return { broken: error.message };
    throw error;
  }
}
