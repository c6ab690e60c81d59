import { countVerdicts } from "@/core/fit/finding";
import { createHash, randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { assess } from "@/core/job/assess";
import { viewOf, type JobView } from "@/core/job/view";
import type { Job } from "@/core/job/job";
import { loadCatalogue } from "@/data/catalogue";
import type { Summary } from "@/core/job/summary";
import { findJob, history } from "@/data/jobs";
import { catalogueRevision, houseRules } from "@/data/settings";
import type { HouseRules } from "@/core/house/houseRules";
import { changedSince } from "@/core/work/signature";
import type { Bench } from "./useCase";

export async function benchOf(db: Knex, at: string, by: string): Promise<Bench> {
  return { catalogue: await loadCatalogue(db), house: await houseRules(db), at, by, newId: randomUUID };
}

export const viewFrom = async (db: Knex, job: Job, bench: Bench): Promise<JobView> =>
  viewOf(job, bench.catalogue, bench.house, bench.at.slice(0, 10), await history(db, job.id));

/** A job as its screens show it today; undefined for an unknown id. */
export async function openJob(db: Knex, id: string, now: string): Promise<JobView | undefined> {
  const job = await findJob(db, id);
  return job && viewFrom(db, job, await benchOf(db, now, ""));
}

/** Changes with every change of parts, suppliers, house rules or day. */
export const stampOf = async (db: Knex, house: HouseRules, now: string): Promise<string> =>
  `${await catalogueRevision(db)} ${createHash("sha256").update(JSON.stringify(house)).digest("hex").slice(0, 12)} ${now.slice(0, 10)}`;

/** What the list of jobs keeps beside the job, so that a list of hundreds need not assess them all. */
export function summaryOf(job: Job, bench: Bench): Summary {
  const now = assess(job, bench.catalogue, bench.house, bench.at.slice(0, 10));
  return {
    verdicts: countVerdicts(now.fit.findings),
    stages: [...now.stages],
    allInMinor: now.sheet.lines.length > 0 ? now.sheet.allInMinor : 0,
    currency: now.sheet.currency,
    readyBy: job.wish.readyBy,
    budgetMinor: job.wish.budgetMinor,
    build: bench.catalogue.parts.get(job.choices.kit ?? job.choices.motor ?? "")?.name ?? "",
    stamp: "",
    signature: !job.signed ? "none" : changedSince(job.signed, now.steps).length > 0 ? "changed" : "stands",
  };
}
