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
import { kindOf } from "@/core/donor/bikeKind";
import { minutesOf } from "@/core/work/steps";
import { changedSince } from "@/core/work/signature";
import { fromElsewhere, keepView, knownView, once, type Kept } from "./keptViews";
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
  const rules = `${stampOf(house)} ${hashOf([...catalogue.seenDays].sort())} ${at.slice(0, 10)}`;
  const [stamp, stampButShelf] = [`${await catalogueRevision(db)} ${rules}`, `${await offersRevision(db)} ${rules}`];
  return holding({ catalogue, house, at, by, newId: randomUUID, weeks: weeksOf(floor), stamp, stampButShelf }, held);
}

const weeksOf = ({ people }: ShopFloor): Bench["weeks"] => people.map(({ name, week }) => ({ name, week }));

/** The same bench for a job of which others hold these pieces. */
export function holding(bench: Omit<Bench, "heldElsewhere" | "asked">, held: Pieces): Bench {
  const { pieces, asked } = watched(held);
  return { ...bench, heldElsewhere: pieces, asked };
}

/** A job's view as another thread worked it out: its JSON, and all that it depends on as it was there. */
export type Reckoned = Pick<Kept, "asked" | "held"> & { readonly of: string; readonly json: string };
/** Has a view worked out beside the server's thread, of a state that is at least as new as the one named; null where it was given up. */
export type Reckon = (id: string, at: string, of: string) => Promise<Reckoned | null>;

const stockOf =
  ({ parts }: Catalogue) =>
  (id: string): number =>
    parts.get(id)?.inStock ?? 0;
const heldFor = (asked: readonly string[], { heldElsewhere, catalogue }: Bench) =>
  JSON.stringify(heldOf(heldElsewhere, asked, stockOf(catalogue)));
const keyOf = (job: Job, { house, at }: Bench) => `${job.id} ${stampOf(job)} ${stampOf(house)} ${at.slice(0, 10)}`;

async function keptView(job: Job, bench: Bench, now?: Assessment, reckon?: Reckon): Promise<Kept> {
  const key = keyOf(job, bench);
  const known = await knownView(bench.catalogue, key, ({ asked, held }) => heldFor(asked, bench) === held);
  if (known) return known;
  const of = `${key} ${bench.stamp}`;
  const sent = await reckon?.(job.id, bench.at, `${of} ${JSON.stringify(bench.heldElsewhere)}`);
  const made = sent ? fromElsewhere(sent) : await madeHere(job, bench, now);
  // Somebody may have changed something meanwhile: what is newer is shown, and is not what was asked for.
  if (!sent || sent.of === of) keepView(bench.catalogue, key, made);
  return made;
}

async function madeHere(job: Job, bench: Bench, now?: Assessment): Promise<Kept> {
  const { catalogue, house, at, heldElsewhere } = bench;
  const shown = (from?: Assessment) => viewOf(job, catalogue, house, at.slice(0, 10), [], heldElsewhere, from);
  let view = shown(now);
  if (await provePlan(view.sheet.plan, bench)) view = shown();
  const asked = [...bench.asked];
  return { view: () => view, json: once(() => JSON.stringify(view)), asked, held: heldFor(asked, bench) };
}

/** What another thread is sent of a job's view; null for an unknown id. @param at ISO time */
export async function reckonedView(db: Knex, id: string, at: string): Promise<Reckoned | null> {
  const job = await findJob(db, id);
  if (!job) return null;
  const bench = await benchOf(db, at, "", id);
  const { json, asked, held } = await madeHere(job, bench);
  return { of: `${keyOf(job, bench)} ${bench.stamp}`, asked, held, json: json() };
}

/**
 * @param now the job as it was just assessed on this bench, where it was
 * @param reckon where there is another thread for it
 */
export async function viewFrom(db: Knex, job: Job, bench: Bench, now?: Assessment, reckon?: Reckon): Promise<JobView> {
  const { view } = await keptView(job, bench, now, reckon);
  return { ...view(), ...(await besideView(db, job, bench)) };
}

/** What stands beside a view and changes without it. */
const besideView = async (db: Knex, { id }: Job, { weeks }: Bench): Promise<Pick<JobView, "history" | "invoices" | "weeks">> => ({
  history: await history(db, id),
  invoices: await invoicesOf(db, id),
  weeks,
});

/** A job as its screens show it today; undefined for an unknown id. */
export async function openJob(db: Knex, id: string, now: string, reckon?: Reckon): Promise<JobView | undefined> {
  const job = await findJob(db, id);
  return job && viewFrom(db, job, await benchOf(db, now, "", id), undefined, reckon);
}

/** The same as JSON, which a page is sent. */
export async function jobAsJson(db: Knex, id: string, now: string, reckon?: Reckon): Promise<string | undefined> {
  const job = await findJob(db, id);
  if (!job) return undefined;
  const bench = await benchOf(db, now, "", id);
  const { json } = await keptView(job, bench, undefined, reckon);
  // A name that stands twice counts as it stands last.
  return `${json().slice(0, -1)},${JSON.stringify(await besideView(db, job, bench)).slice(1)}`;
}

export { UnreadableJob } from "@/data/jobs";

/** Whether there is such a job. */
export const jobExists = async (db: Knex, id: string): Promise<boolean> =>
  (await db("job")
    .where({ id: id.slice(0, 40) })
    .first("id")) !== undefined;

/** Hashes of what nobody changes. */
const stamps = new WeakMap<object, string>();

/** As `hashOf`, worked out once for what was read once. */
function stampOf(what: Job | HouseRules): string {
  const known = stamps.get(what);
  if (known !== undefined) return known;
  const stamp = hashOf(what);
  stamps.set(what, stamp);
  return stamp;
}

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
  const inStock = stockOf(bench.catalogue);
  const there = [...asks].sort().map(inStock);
  return `${bench.stampButShelf} ${hashOf([heldOf(held, asks, inStock), there])}`;
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
    frameKind: kindOf(job.donor),
    outcome: outcomeOf(job, out),
    log: logLineOf(job, now, out),
    parts: job.aside ? [] : partsIn(now),
    faults: faultsOf(job),
    bench: benchLineOf(job, now, bench.catalogue, bench.house, bench.at.slice(0, 10)),
    signature: !job.signed ? "none" : changedSince(job.signed, now.steps).length > 0 ? "changed" : "stands",
  };
}

/** Real minutes of a step done once: what is done to two wheels took twice as long. */
const tookOf = ({ ticks, donor }: Job, { steps }: Assessment, house: HouseRules): Summary["took"] =>
  Object.fromEntries(
    steps.flatMap(({ id, minutes }) => {
      const took = ticks[id]?.tookMinutes ?? null;
      return took === null ? [] : [[id, (took * minutesOf(id, house, kindOf(donor)).minutes) / minutes]];
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
