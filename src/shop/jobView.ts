import { countVerdicts } from "@/core/fit/finding";
import { createHash, randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { heldOf, NO_PIECES, type Pieces, piecesFromShelf, watched } from "@/core/cost/shelf";
import { overBudget } from "@/core/cost/overBudget";
import { lacks } from "@/core/promise/promises";
import type { Assessment } from "@/core/job/assess";
import { viewOf, type JobView } from "@/core/job/view";
import { overrunPercent, type Afterwards } from "@/core/cost/afterwards";
import { cameOutOf, wholly } from "@/core/job/cameOut";
import type { Job } from "@/core/job/job";
import type { Catalogue } from "@/core/parts/catalogue";
import { loadCatalogue } from "@/data/catalogue";
import { shopFloor } from "@/data/bench";
import type { ShopFloor } from "@/core/bench/shopFloor";
import { benchLineOf } from "@/core/job/benchLine";
import { faultsOf, logLineOf, partsIn } from "@/core/job/logLine";
import { surveyOf, withSurvey } from "@/core/job/surveyOf";
import type { Summary } from "@/core/job/summary";
import { invoicesOf } from "@/data/invoices";
import { findJob, heldByOthers, history } from "@/data/jobs";
import { catalogueRevision, houseRules, offersRevision } from "@/data/settings";
import type { HouseRules } from "@/core/house/houseRules";
import { minutesOf } from "@/core/work/steps";
import { changedSince } from "@/core/work/signature";
import { provePlan } from "./provePlan";
import { assessOn, type Bench } from "./useCase";

/** @param jobId whose bench it is: what the others hold of the shelf is not to be had */
export async function benchOf(db: Knex, at: string, by: string, jobId: string | null): Promise<Bench> {
  const [books, house, floor, held] = await Promise.all([
    loadCatalogue(db),
    houseRules(db),
    shopFloor(db),
    jobId === null ? NO_PIECES : heldByOthers(db, jobId),
  ]);
  const catalogue = books.on(at.slice(0, 10));
  const rules = `${hashOf([house, [...catalogue.seenDays].sort()])} ${at.slice(0, 10)}`;
  const [stamp, stampButShelf] = [`${await catalogueRevision(db)} ${rules}`, `${await offersRevision(db)} ${rules}`];
  return holding({ catalogue, house, at, by, newId: randomUUID, weeks: weeksOf(floor), stamp, stampButShelf }, held);
}

const weeksOf = ({ people }: ShopFloor): Bench["weeks"] => people.map(({ name, week }) => ({ name, week }));

/** The same bench for a job of which others hold these pieces. */
export function holding(bench: Omit<Bench, "heldElsewhere" | "asked">, held: Pieces): Bench {
  const { pieces, asked } = watched(held);
  return { ...bench, heldElsewhere: pieces, asked };
}

/**
 * What a job comes to depends on the job, the parts, the house's rules, the day and what others hold of the parts it asks for, and on
 * nothing else: it is worked out once for each of these and kept, the last ones, as long as the parts stay as they are.
 */
const kept = new WeakMap<Catalogue, Map<string, Kept>>();
type Kept = { readonly view: JobView; readonly asked: readonly string[]; readonly held: string };
const MOST_KEPT = 256;

async function keptView(job: Job, bench: Bench, now?: Assessment): Promise<JobView> {
  const { catalogue, house, at, heldElsewhere } = bench;
  const today = at.slice(0, 10);
  const views = kept.get(catalogue) ?? new Map<string, Kept>();
  kept.set(catalogue, views);
  const key = hashOf([job, house, today]);
  const before = views.get(key);
  const known = before && JSON.stringify(heldOf(heldElsewhere, before.asked)) === before.held ? before : undefined;
  views.delete(key);
  const shown = (from?: Assessment) => viewOf(job, catalogue, house, today, [], heldElsewhere, from);
  let view = known?.view ?? shown(now);
  if (!known && (await provePlan(view.sheet.plan, bench))) view = shown();
  // The one that was not asked for the longest goes.
  const asked = known?.asked ?? [...bench.asked];
  views.set(key, known ?? { view, asked, held: JSON.stringify(heldOf(heldElsewhere, asked)) });
  for (const oldest of views.keys()) {
    if (views.size <= MOST_KEPT) break;
    views.delete(oldest);
  }
  return view;
}

/** @param now the job as it was just assessed on this bench, where it was */
export async function viewFrom(db: Knex, job: Job, bench: Bench, now?: Assessment): Promise<JobView> {
  const view = await keptView(job, bench, now);
  return { ...view, history: await history(db, job.id), invoices: await invoicesOf(db, job.id), weeks: bench.weeks };
}

/** A job as its screens show it today; undefined for an unknown id. */
export async function openJob(db: Knex, id: string, now: string): Promise<JobView | undefined> {
  const job = await findJob(db, id);
  return job && viewFrom(db, job, await benchOf(db, now, "", id));
}

export { UnreadableJob } from "@/data/jobs";

/** Whether there is such a job. */
export const jobExists = async (db: Knex, id: string): Promise<boolean> =>
  (await db("job")
    .where({ id: id.slice(0, 40) })
    .first("id")) !== undefined;

/** Of plain data, short. */
export const hashOf = (data: unknown): string => createHash("sha256").update(JSON.stringify(data)).digest("hex").slice(0, 24);

/** Pieces of the shelf that a job holds: what its sheet takes from there and its steps have not taken yet. */
function holdsOf(job: Job, now: Assessment): Summary["holds"] {
  // What is put aside holds nothing that another job wants.
  if (job.aside) return {};
  const pieces = Object.entries(piecesFromShelf(now.sheet.lines)).map(
    ([partId, quantity]) => [partId, quantity - (job.taken[partId] ?? 0)] as const,
  );
  return Object.fromEntries(pieces.filter(([, quantity]) => quantity > 0));
}

/** What speaks against ordering for a job: a stop, something that is not chosen or settled yet, or its budget. */
function notYet({ fit, sheet }: Assessment): string {
  const stops = countVerdicts(fit.findings).stop;
  if (stops > 0) return `the fit says stop (${stops})`;
  return lacks(fit) || (overBudget(sheet) ?? "");
}

/**
 * Changes with everything that a job's line in the list depends on beside the job itself: parts, suppliers, the days that these take,
 * house rules, the day, and what there is and what others hold of the parts that it asked for.
 */
export const lineStamp = (bench: Pick<Bench, "stampButShelf" | "catalogue">, held: Pieces, asks: readonly string[]): string => {
  const there = [...asks].sort().map((id) => bench.catalogue.parts.get(id)?.inStock ?? 0);
  return `${bench.stampButShelf} ${hashOf([heldOf(held, asks), there])}`;
};

/** What the list of jobs keeps beside the job, so that a list of hundreds need not assess them all. */
export function summaryOf(job: Job, bench: Bench, now: Assessment = assessOn(job, bench)): Summary {
  const asks = [...bench.asked];
  const out = cameOutOf(job, now, bench.catalogue, bench.house, bench.heldElsewhere);
  return {
    verdicts: countVerdicts(now.fit.findings),
    stages: withSurvey(now.stages, job, surveyOf(job, now.fit, bench.catalogue, bench.house)),
    allInMinor: now.sheet.lines.length > 0 ? now.sheet.allInMinor : 0,
    currency: now.sheet.currency,
    readyBy: job.wish.readyBy,
    budgetMinor: job.wish.budgetMinor,
    build: bench.catalogue.parts.get(job.choices.kit ?? job.choices.motor ?? "")?.name ?? "",
    asks,
    stamp: lineStamp(bench, bench.heldElsewhere, asks),
    contact: job.wish.contact,
    late: now.promises.some((promise) => promise.id === "ready" && promise.kept === false),
    aside: job.aside !== null,
    holds: holdsOf(job, now),
    buys: job.aside ? {} : Object.fromEntries(now.sheet.plan.wants.map((want) => [want.partId, want.quantity])),
    buysNotYet: notYet(now),
    took: tookOf(job, now, bench.house),
    tookBy: Object.fromEntries(
      Object.entries(job.ticks).flatMap(([id, tick]) => (tick.tookMinutes === null ? [] : [[id, tick.by]])),
    ),
    frameKind: String(job.donor.frameKind?.value ?? ""),
    outcome: outcomeOf(job, out),
    log: logLineOf(job, now, out),
    parts: job.aside ? [] : partsIn(now),
    faults: faultsOf(job),
    bench: benchLineOf(job, now, bench.catalogue, bench.house, bench.at.slice(0, 10)),
    signature: !job.signed ? "none" : changedSince(job.signed, now.steps).length > 0 ? "changed" : "stands",
  };
}

/** Real minutes of a step done once: what is done to two wheels took twice as long. */
const tookOf = ({ ticks }: Job, { steps }: Assessment, house: HouseRules): Summary["took"] =>
  Object.fromEntries(
    steps.flatMap(({ id, minutes }) => {
      const took = ticks[id]?.tookMinutes ?? null;
      return took === null ? [] : [[id, (took * minutesOf(id, house).minutes) / minutes]];
    }),
  );

/** What a job taught, once all of it is known: steps after the signature apart, which have no time yet. */
function outcomeOf(job: Job, out: Afterwards | null): Summary["outcome"] {
  const overrun = out && overrunPercent(out);
  if (!out || overrun === null || !wholly(out)) return null;
  const { contingencyPercent, contingencyWhy } = job.signed!.sheet!;
  return {
    leftMinor: out.real.leftMinor,
    overrunPercent: overrun,
    reservePercent: contingencyPercent ?? 0,
    reserveWhy: contingencyWhy,
  };
}
