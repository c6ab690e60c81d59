import { setImmediate } from "node:timers/promises";
import type { Knex } from "knex";
import { houseRulesSchema, type HouseRules } from "@/core/house/houseRules";
import { houseSentence } from "@/core/house/schools";
import { countVerdicts, isOpen, type Verdict } from "@/core/fit/finding";
import { bad, good, type Result } from "@/core/result";
import { findJob, listJobs } from "@/data/jobs";
import { houseRules, writeSetting } from "@/data/settings";
import { benchOf } from "./jobView";
import { assessOn } from "./useCase";

/** What other house rules would change in one job: findings that read otherwise, and the price. */
export type JobChange = {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  readonly before: Record<Verdict, number>;
  readonly after: Record<Verdict, number>;
  readonly findings: readonly {
    readonly title: string;
    readonly from: Verdict | "none";
    readonly to: Verdict | "none";
    readonly says: string;
  }[];
  readonly priceMinor: number;
  readonly currency: string;
};
export type HousePreview = { readonly changed: readonly JobChange[]; readonly unchanged: number; readonly signed: number };

const MOST_JOBS = 1000;

function read(raw: unknown, now: HouseRules): Result<HouseRules> {
  const rules = houseRulesSchema.safeParse({ ...now, ...(typeof raw === "object" && raw !== null ? raw : {}) });
  return rules.success ? good(rules.data) : bad(houseSentence(rules.error.issues));
}

/** Runs every job that is not signed off under other rules, and lists what would change. Nothing is stored. */
export async function previewHouse(db: Knex, raw: unknown, now: string): Promise<Result<HousePreview>> {
  const shop = await benchOf(db, now, "", null);
  const rules = read(raw, shop.house);
  if (!rules.ok) return rules;
  const tickets = (await listJobs(db, "", MOST_JOBS)).rows;
  const changed: JobChange[] = [];
  let [unchanged, signed] = [0, 0];
  for (const ticket of tickets) {
    // Other requests have their turn between two jobs.
    await setImmediate();
    const job = (await findJob(db, ticket.id))!;
    if (job.signed) {
      signed += 1;
      continue;
    }
    const bench = await benchOf(db, now, "", job.id);
    const was = assessOn(job, bench);
    const then = assessOn(job, { ...bench, house: rules.value });
    const findings = then.fit.findings.flatMap((finding) => {
      const old = was.fit.findings.find((f) => f.key === finding.key);
      const same = old && old.verdict === finding.verdict && isOpen(old) === isOpen(finding) && old.says === finding.says;
      return same
        ? []
        : [{ title: finding.title, from: old?.verdict ?? ("none" as const), to: finding.verdict, says: finding.says }];
    });
    const gone = was.fit.findings.filter((f) => !then.fit.findings.some((g) => g.key === f.key));
    const all = [
      ...findings,
      ...gone.map((f) => ({ title: f.title, from: f.verdict, to: "none" as const, says: "no longer looked at" })),
    ];
    const priceMinor = then.sheet.allInMinor - was.sheet.allInMinor;
    if (all.length === 0 && priceMinor === 0) unchanged += 1;
    else
      changed.push({
        id: job.id,
        number: job.number,
        customer: job.wish.customer,
        bike: job.wish.bike,
        before: countVerdicts(was.fit.findings),
        after: countVerdicts(then.fit.findings),
        findings: all,
        priceMinor,
        currency: then.sheet.currency,
      });
  }
  return good({ changed, unchanged, signed });
}

/** Stores the rules; the list of jobs works its lines out anew when it is next shown. */
export async function saveHouse(db: Knex, raw: unknown): Promise<Result<HouseRules>> {
  return db.transaction(async (trx) => {
    const rules = read(raw, await houseRules(trx));
    if (!rules.ok) return rules;
    await writeSetting(trx, "house", rules.value);
    return rules;
  });
}

export { houseRules } from "@/data/settings";
