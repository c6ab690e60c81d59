import type { Knex } from "knex";
import { customerView, type CustomerView } from "@/core/job/customerView";
import type { JobView } from "@/core/job/view";
import { endLinkSchema, linkSchema, type LinkView } from "@/core/people/links";
import { bad, good, type Result } from "@/core/result";
import { insertLink, linkByHash, linksOf, revokeLink } from "@/data/people";
import { jobExists, openJob } from "./jobView";
import { hashOfToken, newToken } from "./secrets";
import { DAY_MS } from "@/core/units/days";

/** 128 random bits: nobody guesses one. */
const TOKEN_BYTES = 16;
const TOKEN = /^[A-Za-z0-9_-]{22}$/;
const MOST_LINKS = 20;

/** Makes a link to one job. @returns its path, which is kept nowhere, and the job's links */
export async function linkFor(db: Knex, raw: unknown, now: string): Promise<Result<{ path: string; links: LinkView[] }>> {
  const asked = linkSchema.safeParse(raw);
  if (!asked.success) return bad(asked.error.issues.map((issue) => issue.message).join(" "));
  const { jobId, days, by } = asked.data;
  if (!(await jobExists(db, jobId))) return bad("This job does not exist any more.");
  if ((await linksOn(db, jobId, now)).filter((link) => link.ended === "open").length >= MOST_LINKS)
    return bad(`${MOST_LINKS} links to this job are open: end one first.`);
  const token = newToken(TOKEN_BYTES);
  const until = new Date(Date.parse(now) + days * DAY_MS).toISOString();
  await insertLink(db, { token_hash: hashOfToken(token), job_id: jobId, made_at: now, by, until });
  return good({ path: `/for/${token}`, links: await linksOn(db, jobId, now) });
}

/** The links to a job, the newest first. */
export async function linksOn(db: Knex, jobId: string, now: string): Promise<LinkView[]> {
  return (await linksOf(db, jobId.slice(0, 40))).map((row) => ({
    id: row.id,
    madeAt: row.made_at,
    by: row.by,
    until: row.until,
    ended: row.revoked_at !== null ? "revoked" : row.until <= now ? "expired" : "open",
  }));
}

/** Ends a link at once. @returns the job's links */
export async function unlink(db: Knex, raw: unknown, now: string): Promise<Result<LinkView[]>> {
  const asked = endLinkSchema.safeParse(raw);
  if (!asked.success) return bad("There is no such link.");
  await revokeLink(db, asked.data.jobId, asked.data.id, now);
  return good(await linksOn(db, asked.data.jobId, now));
}

/** What a link shows; null for one that never was, has ended or was revoked: they are told alike. */
export async function openLink(db: Knex, token: string, now: string): Promise<CustomerView | null> {
  const view = await jobOfLink(db, token, now);
  return view && customerView(view);
}

/** A finished bike's job by its customer's link, for the paper that they took home; null like that of no link while it is not handed over. */
export async function handedByLink(db: Knex, token: string, now: string): Promise<JobView | null> {
  const view = await jobOfLink(db, token, now);
  return view?.job.handed ? view : null;
}

async function jobOfLink(db: Knex, token: string, now: string): Promise<JobView | null> {
  if (!TOKEN.test(token)) return null;
  const link = await linkByHash(db, hashOfToken(token));
  if (!link || link.revoked_at !== null || link.until <= now) return null;
  return (await openJob(db, link.job_id, now)) ?? null;
}
