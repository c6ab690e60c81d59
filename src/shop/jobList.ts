import { setTimeout as sleep } from "node:timers/promises";
import type { Knex } from "knex";
import { asListed, type JobList, type JobTicket, type Listing } from "@/core/job/summary";
import { findJob, heldByOthers, lessOwn, linesOf, listJobs, storeSummary, UnreadableJob } from "@/data/jobs";
import { benchOf, hashOf, holding, lineStamp, summaryOf } from "./jobView";

/** Jobs that do not read, and why, by their ids. */
export type Broken = Readonly<Record<string, string>>;
/** Brings the lines of these jobs up to date beside the server's own thread, and ends when it is done or given up. */
export type BringLines = (ids: readonly string[], now: string) => Promise<Broken>;

/** So long a list waits for lines that are being brought up to date; then it is shown as it is, and says so. */
const PATIENCE_MS = 400;
/** More than these take longer than anybody waits: the list is shown at once. */
const SOON_DONE = 24;

/**
 * The list of jobs as it is today. What a line shows is kept beside the job, with the stamp of the parts, rules and day that it was
 * worked out with; a line of another stamp is worked out again.
 *
 * @param bring where that is done elsewhere: lines that are not done in time are shown as they were, and counted
 */
export async function jobList(
  db: Knex,
  find: string,
  limit: number,
  now: string,
  listing: Partial<Listing> = {},
  bring?: BringLines,
  patienceMs = PATIENCE_MS,
): Promise<JobList> {
  const list = await listJobs(db, find, limit, listing);
  if (!bring) return { ...list, rows: await upToDate(db, list.rows, now), behind: 0 };
  const stale = await staleOf(db, list.rows, now);
  if (stale.length === 0) return list;
  const ids = stale.map((row) => row.id);
  if (ids.length > SOON_DONE) {
    // Who brings them tells nobody: the next look at the list does.
    void bring(ids, now).catch(() => undefined);
    return { ...list, behind: ids.length };
  }
  const broken = await Promise.race([bring(ids, now), sleep(patienceMs, {} as Broken, { ref: false })]);
  const again = await listJobs(db, find, limit, listing);
  const rows = again.rows.map((row) => ({ ...row, broken: broken[row.id] ?? null }));
  const behind = await staleOf(
    db,
    rows.filter((row) => row.broken === null),
    now,
  );
  return { ...again, rows, behind: behind.length };
}

/** Those of these lines that are not what they would be worked out as today. */
async function staleOf(db: Knex, rows: readonly JobTicket[], now: string): Promise<JobTicket[]> {
  const bench = await benchOf(db, now, "", null);
  const held = await heldByOthers(db, "");
  return rows.filter(({ summary }) => lineStamp(bench, lessOwn(held, summary.holds), summary.asks) !== summary.stamp);
}

/** These lines, each worked out again that is stale: one at a time, for what one lets go another may take. */
async function upToDate(db: Knex, lines: readonly JobTicket[], now: string): Promise<JobTicket[]> {
  const bench = await benchOf(db, now, "", null);
  // What a job can have from the shelf depends on what all the others hold of it.
  let held = await heldByOthers(db, "");
  const rows: JobTicket[] = [];
  for (const row of lines) {
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
  return rows;
}

/** Brings the lines of these jobs up to date. @returns those that do not read */
export async function bringLines(db: Knex, ids: readonly string[], now: string): Promise<Broken> {
  const rows = await upToDate(db, await linesOf(db, ids), now);
  return Object.fromEntries(rows.flatMap((row) => (row.broken === null ? [] : [[row.id, row.broken]])));
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
    // As lists read it.
    return { summary: asListed(summary) };
  } catch (error) {
    // A job that was altered from outside is named; its line stays as it was, and so do the others.
    if (error instanceof UnreadableJob) return { broken: error.message };
    throw error;
  }
}
