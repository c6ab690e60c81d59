import { setImmediate } from "node:timers/promises";
import type { Knex } from "knex";
import { inThreePoints } from "@/core/recipes/olderRecipes";
import { houseRulesSchema, type HouseRules } from "@/core/house/houseRules";
import { houseSentence, houseTitle } from "@/core/house/schools";
import { countVerdicts, isOpen, type Verdict } from "@/core/fit/finding";
import { bad, good, type Result } from "@/core/result";
import { findJob, heldByOthers, lessOwn, listJobs, UnreadableJob } from "@/data/jobs";
import { houseRules, writeSetting } from "@/data/settings";
import { benchOf, holding } from "./jobView";
import { appendRecord, recordHistory, recordVersion, type RecordLine } from "@/data/records";
import { workChanges } from "@/core/work/workChanges";
import type { Lessons } from "@/core/work/learned";
import { lessonsOf } from "./lessons";
import type { Storing } from "./parts";
import { opensUnder } from "./reopen";
import { reopenUnder } from "./reopenUnder";
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
  /** What is another in its work order, in sentences. */
  readonly work: readonly string[];
};
/** @property left jobs that were not gone through: the time was over */
export type HousePreview = {
  readonly changed: readonly JobChange[];
  readonly unchanged: number;
  readonly signed: number;
  readonly left: number;
};

/** Works a preview out, wherever that is done; none where whoever asked has gone. */
export type Preview = (raw: unknown, now: string, left: AbortSignal) => Promise<Result<HousePreview>>;

const MOST_JOBS = 1000;

function read(raw: unknown, now: HouseRules): Result<HouseRules> {
  const rules = houseRulesSchema.safeParse({
    ...now,
    ...(typeof raw === "object" && raw !== null ? (inThreePoints(raw) as object) : {}),
  });
  return rules.success ? good(rules.data) : bad(houseSentence(rules.error.issues));
}

/**
 * Runs every job under other rules that is not signed off, or of which something that is done would be open again, those touched last
 * first, and lists what would change. Nothing is stored.
 * @param isLeft whether whoever asked has gone: nobody waits for the rest
 * @param budgetMs after so long it is told how many were not gone through
 */
export async function previewHouse(
  db: Knex,
  raw: unknown,
  now: string,
  { isLeft = () => false, budgetMs = Infinity }: { readonly isLeft?: () => boolean; readonly budgetMs?: number } = {},
): Promise<Result<HousePreview>> {
  const until = performance.now() + budgetMs;
  const shop = await benchOf(db, now, "", null);
  const rules = read(raw, shop.house);
  if (!rules.ok) return rules;
  const { rows: tickets, total } = await listJobs(db, "", MOST_JOBS);
  const held = await heldByOthers(db, "");
  const changed: JobChange[] = [];
  let [unchanged, signed, left] = [0, 0, total - tickets.length];
  for (const [i, ticket] of tickets.entries()) {
    if (performance.now() > until) {
      left += tickets.length - i;
      break;
    }
    // Other requests have their turn between two jobs.
    await setImmediate();
    if (isLeft()) return bad("Nobody waits for this any more.");
    const job = await findJob(db, ticket.id).catch((error: unknown) => {
      if (error instanceof UnreadableJob) return undefined;
      throw error;
    });
    // Gone meanwhile, or altered from outside: nothing can be said of it.
    if (!job) continue;
    const bench = holding(shop, lessOwn(held, ticket.summary.holds));
    const under = { ...bench, house: rules.value };
    const opens = opensUnder(job, bench, under);
    if (job.signed && opens.length === 0) {
      signed += 1;
      continue;
    }
    const [was, then] = [assessOn(job, bench), assessOn(job, under)];
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
    const work = [
      ...workChanges(was.steps, then.steps),
      ...(opens.length > 0 ? [`No longer done: ${opens.map(({ title }) => title).join("; ")}`] : []),
    ];
    if (all.length === 0 && priceMinor === 0 && work.length === 0) unchanged += 1;
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
        work,
      });
  }
  return good({ changed, unchanged, signed, left });
}

/** The house rules with their version and what was changed of them. */
export async function openHouse(
  db: Knex,
): Promise<{ rules: HouseRules; version: number; history: RecordLine[]; lessons: Lessons }> {
  const [rules, version, lines] = await Promise.all([
    houseRules(db),
    recordVersion(db, "house", HOUSE),
    recordHistory(db, "house", HOUSE),
  ]);
  return { rules, version, history: lines, lessons: await lessonsOf(db, rules) };
}

const HOUSE = "house";

/** Why rules were not kept; where somebody else was first, what stands now. */
export type HouseNotStored = { readonly says: string; readonly stale?: { readonly version: number; readonly now: HouseRules } };

/** Stores the rules as what they were seen as: what somebody else changed meanwhile is told first. The same thing sent twice is stored once. */
export async function storeHouse(
  db: Knex,
  raw: unknown,
  { at, by, version }: Storing,
): Promise<Result<{ rules: HouseRules; version: number }, HouseNotStored>> {
  return db.transaction(async (trx): Promise<Result<{ rules: HouseRules; version: number }, HouseNotStored>> => {
    const [before, now] = [await houseRules(trx), await recordVersion(trx, "house", HOUSE)];
    const rules = read(raw, before);
    if (!rules.ok) return bad({ says: rules.error });
    const changed = (Object.keys(rules.value) as (keyof HouseRules)[]).filter(
      (key) => JSON.stringify(rules.value[key]) !== JSON.stringify(before[key]),
    );
    if (changed.length === 0) return good({ rules: before, version: now });
    if (typeof version === "number" && version !== now) {
      const since = await recordHistory(trx, "house", HOUSE, version);
      const what = since.map((line) => `${line.says}${line.by && `, ${line.by}`}`).join("; ");
      return bad({
        says: `Changed meanwhile: ${what}. Yours still stand here, the rest is as it is now: look, then keep them again.`,
        stale: { version: now, now: before },
      });
    }
    const books = await benchOf(trx, at, by, null);
    await writeSetting(trx, "house", rules.value);
    const says = changed.map((key) => houseTitle(key).toLowerCase()).join(", ");
    await reopenUnder(trx, books, { at, by, says: `House rules became others: ${says}` });
    await appendRecord(trx, {
      kind: "house",
      recordId: HOUSE,
      version: now + 1,
      at,
      by,
      says: `Changed: ${says}`,
      before,
      after: rules.value,
    });
    return good({ rules: rules.value, version: now + 1 });
  });
}

export { houseRules } from "@/data/settings";
