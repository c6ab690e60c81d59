import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { z } from "zod";
import { shopHeadOf, type ShopHead } from "@/core/house/addresses";
import { countVerdicts } from "@/core/fit/finding";
import type { Summary } from "@/core/job/summary";
import { formatMoney } from "@/core/money/money";
import { formatDay } from "@/core/units/date";
import type { Offer } from "@/core/parts/part";
import { bad, good, type Result } from "@/core/result";
import type { DaysOf } from "@/core/supply/frontier";
import { needsOf, SHELF, shelfNeeds, type JobNeeds, type Need } from "@/core/supply/needs";
import type { Searching } from "@/core/supply/searchStep";
import { notTakenSays, OTHERWISE_JOINT } from "@/core/supply/notTaken";
import { expectedDay } from "@/core/supply/expected";
import { DAY_MS, daysAfter, daysBetween } from "@/core/units/days";
import { dueDay } from "@/core/supply/standing";
import { deliverySchema, purchaseOf, receive } from "@/core/supply/purchase";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { forShelf, orderedPieces } from "@/core/supply/pieces";
import { basketOf, totalOf, type PlannedOrder } from "@/core/supply/supplyPlan";
import { lastSerial, orderNumber } from "@/core/cost/orderOf";
import { text } from "@/core/record";
import { plainSerial } from "@/core/supply/serials";
import { takeFromShelf } from "@/data/catalogue";
import { findJob, heldByOthers } from "@/data/jobs";
import {
  findPurchase,
  findPurchaseNumbered,
  insertPurchase,
  listPurchases,
  ordersUnderWay,
  purchaseOfRequest,
  serialsOf,
  takePurchaseNumber,
  updatePurchase,
  type OpenOrder,
} from "@/data/purchases";
import { daysKey, type Searched, type SearchInput } from "./buyingSearch";
import { jobList, type BringLines } from "./jobList";
import { benchOf, hashOf } from "./jobView";
import { storeEdit } from "./perform";
import { requestSchema } from "./request";
import { searchFor, searchHere, searchOn, stopSearch, type Search } from "./searches";
import { assessOn, type Bench } from "./useCase";
import { wallClock } from "./wallClock";

const MOST_JOBS = 600;
const GIVEN_UP =
  "The search for the cheapest orders took too long, or too many asked at once: take fewer jobs, or ask again in a moment.";
/** Jobs that are listed beside those that are bought for. */
const LISTED_OTHERS = 60;

/** Which jobs are bought for, and within how many days everything is to be here; left out: all that nothing speaks against, at the least cost. */
export const askedSchema = z.object({
  jobs: z.array(z.string().max(40)).max(MOST_JOBS).nullable().catch(null),
  days: z.coerce.number().int().min(0).max(400).nullable().catch(null),
  /** A search that is to end with what stands. */
  stop: z.string().max(200).optional().catch(undefined),
  /** One that was stopped and is to be done to its end. */
  on: z.string().max(200).optional().catch(undefined),
});
export type AskedPlan = z.output<typeof askedSchema>;

/**
 * Who searches, who brings lines up to date, who stores an order for several jobs, and how long a page waits for a proposal before it
 * tells how far it is.
 */
export type Helpers = {
  readonly search?: Search;
  readonly bring?: BringLines;
  readonly patienceMs?: number;
  readonly store?: (placed: JointPlaced) => Promise<Result<string>>;
};

export type PlannedLine = {
  readonly partId: string;
  readonly name: string;
  readonly packs: number;
  readonly packSize: number;
  readonly priceMinor: number;
  readonly offerCurrency: string;
  readonly totalMinor: number;
  /** For whom, job numbers first due first. */
  readonly for: readonly number[];
};
export type PlannedBuy = {
  readonly supplierId: string;
  readonly supplier: string;
  readonly sendTo: string;
  readonly lines: readonly PlannedLine[];
  readonly landed: PlannedOrder["landed"];
  readonly totalMinor: number;
  readonly dangerousGoods: boolean;
  /** Parts whose mass nobody noted, where the supplier asks by mass. */
  readonly unweighed: readonly string[];
  /** Why it is not taken as it stands; empty where it is. */
  readonly notTaken: string;
  readonly arrives: string;
};
export type BuyingJob = Omit<JobNeeds, "wants"> & {
  readonly pieces: number;
  readonly included: boolean;
  /** The day on which all of it is here, by this plan; null when nothing is bought for it. */
  readonly arrives: string | null;
  /** The part and the supplier that it waits for last. */
  readonly waitsFor: string | null;
};
export type Buying = {
  readonly currency: string;
  readonly jobs: readonly BuyingJob[];
  /** Jobs that are left out and not listed. */
  readonly moreJobs: number;
  /** Jobs whose needs are those of before the last change of parts, rules or day; they are being worked out anew. */
  readonly behind: number;
  readonly orders: readonly PlannedBuy[];
  readonly totalMinor: number;
  /** What the same would cost ordered job by job; null where the search was stopped before. */
  readonly apartMinor: number | null;
  /** How far the search is for a proposal that is not there yet. */
  readonly searching: Searching | null;
  /** The search that was stopped before it had weighed everything; null where it was not. */
  readonly stopped: string | null;
  /** Why there is no proposal; empty where there is one, or nothing to propose. */
  readonly says: string;
  readonly proved: boolean;
  /** So much under it the cheapest may be, proved; null where that is not known, or nothing is cheaper. */
  readonly withinPercent: number | null;
  readonly unpriced: readonly { readonly name: string; readonly quantity: number; readonly why: string }[];
  /** From the earliest to the cheapest. */
  readonly frontier: readonly {
    readonly days: number;
    readonly arrives: string;
    readonly totalMinor: number;
    readonly notTaken: number;
  }[];
  readonly days: number | null;
  /** Parts that nobody has within the days of the proposal. */
  readonly later: readonly string[];
  readonly purchases: readonly Purchase[];
  readonly closed: readonly Purchase[];
  readonly unreadable: readonly string[];
  readonly single: readonly (OpenOrder & { readonly due: string; readonly late: boolean })[];
  /** Ordered and not here yet. */
  readonly boundMinor: number;
  readonly today: string;
  readonly names: Readonly<Record<string, { readonly number: number; readonly customer: string; readonly due: string | null }>>;
};

type Line = {
  readonly id: string;
  readonly number: number;
  readonly customer: string;
  readonly bike: string;
  readonly summary: Summary;
};

const needsIn = (row: Line): JobNeeds => ({
  jobId: row.id,
  number: row.number,
  customer: row.customer,
  bike: row.bike,
  due: row.summary.readyBy,
  wants: row.summary.buys,
  notYet: row.summary.buysNotYet,
  stopped: row.summary.verdicts.stop > 0,
});

/** Pieces on their way to the shelf itself, by part. */
async function comingToShelf(db: Knex): Promise<Record<string, number>> {
  const coming: Record<string, number> = {};
  const { rows } = await listPurchases(db, { closed: false, limit: 1_000 });
  for (const line of rows.flatMap((one) => one.lines)) {
    const wanted = line.for.reduce((sum, share) => sum + (share.jobId === SHELF ? share.quantity : 0), 0);
    const spare = orderedPieces(line) - line.for.reduce((sum, share) => sum + share.quantity, 0);
    coming[line.partId] = (coming[line.partId] ?? 0) + wanted + spare - forShelf(line);
  }
  return coming;
}

/** So long a proposal waits for needs that are being worked out anew. */
const PATIENCE_MS = 1_000;
const FOLLOWS = "The proposal follows as soon as the needs are worked out.";

/** When an offer's pieces are here if they are ordered now, and in how many days that is. */
function daysFrom(bench: Bench): { daysOf: DaysOf; arrivalOf: (offer: Offer) => string } {
  const known = new Map<string, string>();
  const at = wallClock(bench.at);
  const arrivalOf = (offer: Offer): string => {
    const key = daysKey(offer);
    const day = known.get(key) ?? expectedDay(offer, at, bench.catalogue, bench.house);
    known.set(key, day);
    return day;
  };
  return { daysOf: (offer) => daysBetween(at, arrivalOf(offer)), arrivalOf };
}

type Worked = {
  readonly bench: Bench;
  /** Jobs whose needs are those of before the last change. */
  readonly behind: number;
  readonly all: readonly JobNeeds[];
  readonly included: readonly JobNeeds[];
  readonly needs: readonly Need[];
  /** null where the search was given up, or is not done yet. */
  readonly found: Searched | null;
  readonly searching: Searching | null;
  /** Names the search. */
  readonly id: string;
  readonly arrivalOf: (offer: Offer) => string;
};

const wantsOf = (wants: Readonly<Record<string, number>>) =>
  Object.entries(wants).map(([partId, quantity]) => ({ partId, quantity }));

async function worked(
  db: Knex,
  asked: AskedPlan,
  now: string,
  { search = searchHere, bring, patienceMs = Infinity }: Helpers,
): Promise<Worked> {
  const bench = await benchOf(db, now, "", null);
  const { rows, behind } = await jobList(db, "", MOST_JOBS, now, { sort: "promised" }, bring, PATIENCE_MS);
  const all = rows.filter((row) => row.broken === null && Object.keys(row.summary.buys).length > 0).map(needsIn);
  const shelf = shelfNeeds(bench.catalogue.parts.values(), await heldByOthers(db, ""), await comingToShelf(db));
  if (Object.keys(shelf).length > 0)
    all.push({ jobId: SHELF, number: 0, customer: "Our shelf", bike: "", due: null, wants: shelf, notYet: "", stopped: false });
  const chosen = asked.jobs === null ? null : new Set(asked.jobs);
  const included = all.filter((job) => !job.stopped && (chosen ? chosen.has(job.jobId) : job.notYet === ""));
  const needs = needsOf(included);
  const { daysOf, arrivalOf } = daysFrom(bench);
  const parts = needs.flatMap(({ partId }) => bench.catalogue.parts.get(partId) ?? []);
  const days = Object.fromEntries(parts.flatMap((part) => part.offers.map((offer) => [daysKey(offer), daysOf(offer)])));
  const input = (): SearchInput => ({
    wants: needs.map(({ partId, quantity }) => ({ partId, quantity })),
    parts,
    suppliers: [...bench.catalogue.suppliers.values()],
    day: now.slice(0, 10),
    house: bench.house,
    days,
    at: asked.days,
    apart: included.map((job) => wantsOf(job.wants)),
  });
  const id = hashOf([bench.stamp, included.map(({ jobId, wants }) => [jobId, wants]), days, asked.days]);
  // Half of the needs make no proposal: it would be another one a moment later.
  const { found, searching } = behind > 0 ? { found: null, searching: null } : await searchFor(id, input, search, patienceMs);
  return { bench, behind, all, included, needs, found, searching, id, arrivalOf };
}

/** Pieces that the orders before one buy of a part: those that are due first are served first, from the first order. */
const beforeIn = (orders: readonly PlannedOrder[], at: number) => (partId: string) =>
  orders
    .slice(0, at)
    .flatMap((order) => order.lines)
    .reduce((sum, line) => sum + (line.part.id === partId ? line.quantity : 0), 0);

/** The needs of all open jobs, the proposal for them, and everything that is on its way. */
export async function buyingPage(db: Knex, asked: AskedPlan, now: string, helpers: Helpers = {}): Promise<Buying> {
  if (asked.stop !== undefined) stopSearch(asked.stop);
  if (asked.on !== undefined) searchOn(asked.on);
  const made = await worked(db, asked, now, helpers);
  const { bench, behind, all, included, needs, found, searching, arrivalOf } = made;
  const point = found?.chosen ?? null;
  const { currency } = bench.house;
  const numbers = new Map(all.map((job) => [job.jobId, job.number]));
  const arrives = new Map<string, { day: string; what: string }>();
  const orders = (point?.plan.orders ?? []).map((order, at, every): PlannedBuy => {
    const shares = sharesOf(order, needs, beforeIn(every, at), bench);
    // Its shares stand in the order of the order's own lines: of one part there may be two, at two prices.
    for (const [i, line] of shares.lines.entries())
      for (const { jobId } of line.for) {
        const day = arrivalOf(order.lines[i]!.offer);
        const known = arrives.get(jobId);
        if (!known || day > known.day) arrives.set(jobId, { day, what: `${line.name}, from ${order.supplier.name}` });
      }
    return {
      supplierId: order.supplier.id,
      supplier: order.supplier.name,
      sendTo: order.supplier.terms?.sendTo ?? "",
      lines: shares.lines.map((line) => ({
        partId: line.partId,
        name: line.name,
        packs: line.packs,
        packSize: line.packSize,
        priceMinor: line.packPriceMinor,
        offerCurrency: line.offerCurrency,
        totalMinor: line.totalMinor,
        for: line.for.map(({ jobId }) => numbers.get(jobId)!),
      })),
      landed: order.landed,
      totalMinor: order.goodsMinor + order.carriageMinor,
      dangerousGoods: order.dangerousGoods,
      unweighed: order.unweighed,
      notTaken: notTakenSays(order),
      arrives: order.lines
        .map((line) => arrivalOf(line.offer))
        .sort()
        .at(-1)!,
    };
  });
  const [open, closed, single] = await Promise.all([
    listPurchases(db, { closed: false, limit: 100 }),
    listPurchases(db, { closed: true, limit: 6 }),
    ordersUnderWay(db, 200),
  ]);
  const today = now.slice(0, 10);
  const { unpriced } = basketOf(
    needs.map(({ partId, quantity }) => ({ partId, quantity })),
    bench.catalogue,
    bench.house,
  );
  // Those that are bought for, and of the others those that are due first.
  const taken = new Set(included.map((job) => job.jobId));
  const others = new Set(all.filter((job) => !taken.has(job.jobId)).slice(0, LISTED_OTHERS));
  const listed = all.filter((job) => taken.has(job.jobId) || others.has(job));
  const of = new Set(
    [...open.rows, ...closed.rows].flatMap((one) => one.lines.flatMap((line) => line.for.map((share) => share.jobId))),
  );
  return {
    currency,
    jobs: listed.map(({ wants, ...job }) => ({
      ...job,
      pieces: Object.values(wants).reduce((sum, one) => sum + one, 0),
      included: taken.has(job.jobId),
      arrives: arrives.get(job.jobId)?.day ?? null,
      waitsFor: arrives.get(job.jobId)?.what ?? null,
    })),
    moreJobs: all.length - listed.length,
    behind,
    orders,
    totalMinor: point ? totalOf(point.plan) : 0,
    apartMinor: found ? found.apartMinor : 0,
    searching,
    stopped: found?.stopped ? made.id : null,
    says: found || searching ? "" : behind > 0 ? FOLLOWS : GIVEN_UP,
    proved: point?.plan.proved ?? true,
    withinPercent: point?.plan.withinPercent ?? null,
    unpriced: unpriced.map(({ part, quantity, why }) => ({ name: part.name, quantity, why })),
    frontier: (found?.points ?? []).map(({ days, totalMinor, notTaken }) => ({
      days,
      notTaken,
      arrives: daysAfter(today, days),
      totalMinor,
    })),
    days: point?.days ?? null,
    later: (point?.later ?? []).map((partId) => bench.catalogue.parts.get(partId)?.name ?? partId),
    purchases: open.rows,
    closed: closed.rows,
    unreadable: [...open.unreadable, ...closed.unreadable],
    single: single.map((order) => {
      const due = dueDay({ placed: { at: order.placedAt }, leadDays: order.leadDays });
      return { ...order, due, late: due < today };
    }),
    boundMinor:
      open.rows.reduce((sum, one) => sum + (one.currency === currency ? one.goodsMinor + one.carriageMinor : 0), 0) +
      single.reduce((sum, one) => sum + (one.currency === currency ? one.totalMinor : 0), 0),
    today,
    names: Object.fromEntries((await namesOf(db, [...of])).map((job) => [job.id, job])),
  };
}

export type PurchasePage = {
  readonly purchase: Purchase;
  readonly names: Buying["names"];
  readonly today: string;
  readonly sendTo: string;
  /** Whether the supplier's order desk is in its terms. */
  readonly desk: boolean;
  readonly customerNumber: string;
  /** Whose papers these are. */
  readonly shop: ShopHead;
};

/** A purchase with the jobs that it is for; undefined for an unknown number. */
export async function openPurchase(db: Knex, number: string, now: string): Promise<PurchasePage | undefined> {
  const purchase = await findPurchaseNumbered(db, number.slice(0, 20).toUpperCase());
  if (!purchase) return undefined;
  const ids = [...new Set(purchase.lines.flatMap((line) => line.for.map((share) => share.jobId)))];
  const { catalogue, house } = await benchOf(db, now, "", null);
  const terms = catalogue.suppliers.get(purchase.supplierId)?.terms;
  return {
    purchase,
    names: Object.fromEntries((await namesOf(db, ids)).map((job) => [job.id, job])),
    today: now.slice(0, 10),
    sendTo: terms?.sendTo ?? "",
    desk: (terms?.desk ?? "") !== "",
    customerNumber: terms?.customerNumber ?? "",
    shop: shopHeadOf(house),
  };
}

async function namesOf(db: Knex, ids: readonly string[]) {
  const rows = (await db("job").whereIn("id", ids).select("id", "number", "customer", "summary")) as {
    id: string;
    number: number;
    customer: string;
    summary: string;
  }[];
  return rows.map(({ summary, ...row }) => ({ ...row, due: dueIn(summary) }));
}

function dueIn(summary: string): string | null {
  try {
    const { readyBy } = JSON.parse(summary) as { readyBy?: unknown };
    return typeof readyBy === "string" ? readyBy : null;
  } catch {
    return null;
  }
}

/** A planned order's lines with for whom they are, before anything is placed. */
const sharesOf = (order: PlannedOrder, needs: readonly Need[], before: (partId: string) => number, bench: Bench) =>
  purchaseOf(order, needs, {
    id: "",
    number: "",
    at: bench.at,
    by: "",
    dueDay: bench.at.slice(0, 10),
    leadDays: 0,
    currency: bench.house.currency,
    newId: () => "",
    because: () => [],
    before,
  }).purchase;

const placeSchema = z.strictObject({
  supplierId: z.string().max(60),
  jobs: z.array(z.string().max(40)).max(MOST_JOBS),
  days: z.int().min(0).max(400).nullable(),
  expectMinor: z.int(),
  request: requestSchema,
});
export type PlaceJoint = z.input<typeof placeSchema>;

/**
 * Places one supplier's order of the proposal as it was seen: frozen as a purchase, and a share of it in every job that it is for, all
 * of it or nothing. What changed since it was shown is told instead.
 * @returns what was placed, in words
 */
export async function placeJoint(
  db: Knex,
  raw: unknown,
  now: string,
  by: string,
  helpers: Helpers = {},
): Promise<Result<string>> {
  const read = placeSchema.safeParse(raw);
  if (!read.success) return bad("That order does not read: load the page anew.");
  const { supplierId, jobs, days, expectMinor, request } = read.data;
  const before = await purchaseOfRequest(db, request);
  if (before) return good(placedSays(before));
  // The search is done before the transaction: nobody else waits for it.
  const plan = await worked(db, { jobs, days }, now, { ...helpers, patienceMs: Infinity });
  if (!plan.found) return bad(plan.behind > 0 ? `${FOLLOWS} Nothing was ordered.` : GIVEN_UP);
  const orders = plan.found.chosen?.plan.orders ?? [];
  const at = orders.findIndex((order) => order.supplier.id === supplierId);
  const order = orders[at];
  if (!order) return bad("There is nothing left to order there: the page shows what stands now.");
  const totalMinor = order.goodsMinor + order.carriageMinor;
  const { currency } = plan.bench.house;
  if (totalMinor !== expectMinor)
    return bad(
      `The proposal has changed since it was shown: this order is ${formatMoney(totalMinor, currency)} now. Look again, then place it.`,
    );
  const refused = notTakenSays(order);
  if (refused !== "") return bad(`${refused} ${OTHERWISE_JOINT}`);
  const dueOn = order.lines
    .map((line) => plan.arrivalOf(line.offer))
    .sort()
    .at(-1)!;
  const store = helpers.store ?? ((placed: JointPlaced) => storeJoint(db, placed));
  const { needs, included } = plan;
  const elsewhere = Object.fromEntries(order.lines.map(({ part }) => [part.id, beforeIn(orders, at)(part.id)]));
  return store({ order, needs, included, elsewhere, dueOn, currency, at: now, by, request });
}

/** An order for several jobs as it is to be stored: plain data, so that a worker may do it. */
export type JointPlaced = {
  readonly order: PlannedOrder;
  readonly needs: readonly Need[];
  readonly included: readonly JobNeeds[];
  /** Pieces of each part that the orders before it buy. */
  readonly elsewhere: Readonly<Record<string, number>>;
  readonly dueOn: string;
  readonly currency: Purchase["currency"];
  readonly at: string;
  readonly by: string;
  readonly request: string;
};

const placedSays = (purchase: Purchase) =>
  `${purchase.number} is placed with ${purchase.supplierName}: ${formatMoney(purchase.goodsMinor + purchase.carriageMinor, purchase.currency)}, due ${formatDay(purchase.dueDay)}.`;

/** Stores an order for several jobs, all of it or nothing: each of them must still want what it wanted, and be allowed to. */
export async function storeJoint(db: Knex, placed: JointPlaced): Promise<Result<string>> {
  const { order, needs, included, elsewhere, dueOn, currency, at: now, by, request } = placed;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const again = await purchaseOfRequest(trx, request);
    if (again) return good(placedSays(again));
    const sheets = new Map<string, Map<string, string[]>>();
    const found = new Map<string, NonNullable<Awaited<ReturnType<typeof findJob>>>>();
    // Only whom this order is for: the others are not touched by it.
    const parts = new Set(order.lines.map((line) => line.part.id));
    const concerned = new Set(
      needs.filter((need) => parts.has(need.partId)).flatMap((need) => need.by.map((share) => share.jobId)),
    );
    for (const need of included) {
      if (need.jobId === SHELF || !concerned.has(need.jobId)) continue;
      const job = await findJob(trx, need.jobId);
      const bench = await benchOf(trx, now, by, need.jobId);
      const made = job && assessOn(job, bench);
      const wants = made && Object.fromEntries(made.sheet.plan.wants.map((want) => [want.partId, want.quantity]));
      if (!job || !made || hashOf(sorted(wants!)) !== hashOf(sorted(need.wants)))
        return bad(`Job ${need.number} has changed since this was shown: look again, then place it.`);
      if (countVerdicts(made.fit.findings).stop > 0)
        return bad(`Nothing is ordered for job ${need.number} while its fit says stop: look again, then place it.`);
      found.set(job.id, job);
      const why = new Map<string, string[]>();
      for (const line of made.sheet.lines)
        if (line.partId !== null && line.source === "buy")
          why.set(line.partId, [...(why.get(line.partId) ?? []), line.why.slice(0, 200)]);
      sheets.set(job.id, why);
    }
    const { purchase, shares } = purchaseOf(order, needs, {
      id: randomUUID(),
      number: await takePurchaseNumber(trx),
      at: now,
      by,
      dueDay: dueOn,
      leadDays: Math.round((Date.parse(dueOn) - Date.parse(now.slice(0, 10))) / DAY_MS),
      currency,
      newId: randomUUID,
      because: (jobId, partId) => sheets.get(jobId)?.get(partId) ?? [],
      before: (partId) => elsewhere[partId] ?? 0,
    });
    await insertPurchase(trx, purchase, request);
    for (const share of shares) {
      if (share.jobId === SHELF) continue;
      const job = found.get(share.jobId)!;
      const placed = { ...share.order, number: orderNumber(job.number, lastSerial(job) + 1) };
      const edit = {
        job: { orders: [...job.orders, placed] },
        says: `Ordered with other jobs: ${placed.number} in ${purchase.number} from ${purchase.supplierName}, ${formatMoney(placed.goodsMinor + placed.carriageMinor, currency)}`,
      };
      const stored = await storeEdit(trx, job, edit, { kind: "joint order" }, await benchOf(trx, now, by, job.id));
      if (!stored.ok) throw new Error(`a share of ${purchase.number} could not be stored: ${stored.error.says}`);
    }
    return good(placedSays(purchase));
  });
}

const sorted = (wants: Readonly<Record<string, number>>) => Object.entries(wants).sort(([a], [b]) => (a < b ? -1 : 1));

const receiveSchema = z.strictObject({
  purchaseId: z.string().max(40),
  version: z.int(),
  delivery: deliverySchema,
  request: requestSchema.optional(),
});
export type TakeDelivery = z.input<typeof receiveSchema>;

/** Takes in what came: to its jobs, first due first, and what is over to the shelf. The same delivery sent twice is refused by its version. */
export async function takeDelivery(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = receiveSchema.safeParse(raw);
  if (!read.success) return bad(`Not taken in: ${read.error.issues.map((issue) => issue.message).join("; ")}.`);
  const { purchaseId, version, delivery, request } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const purchase = await findPurchase(trx, purchaseId);
    if (!purchase) return bad("There is no such order.");
    const counted = request === undefined ? undefined : purchase.receipts.find((one) => one.request === request);
    if (counted) return good(`${purchase.number}: ${counted.says}`);
    if (purchase.version !== version)
      return bad(
        `Somebody else has taken in a delivery of ${purchase.number} meanwhile: ${purchase.receipts.at(-1)?.says ?? "it was changed"}. Nothing of yours was stored; look, then count again.`,
      );
    const known = new Map(
      (await serialsOf(trx, delivery.some((one) => one.serials?.length) ? purchase.lines.map((line) => line.partId) : [])).map(
        (one) => [`${one.partId} ${plainSerial(one.serial)}`, one.number],
      ),
    );
    const taken = receive(purchase, delivery, {
      at: now,
      by,
      request,
      nameOf: (line) => purchase.lines[line]?.name ?? "a part",
      cameWith: (partId, serial) => known.get(`${partId} ${serial}`),
    });
    if (!taken.ok) return taken;
    const { purchase: next, nowHere, toShelf, says } = taken.value;
    if (!(await updatePurchase(trx, next, version))) throw new Error("the purchase changed inside its own transaction");
    const came = Object.fromEntries(Object.entries(toShelf).map(([partId, pieces]) => [partId, -pieces]));
    const why = { says: `Came with ${next.number} from ${next.supplierName}`, at: now, by };
    await takeFromShelf(trx, came, why, costsOf(next, toShelf));
    const here = new Set(nowHere);
    for (const jobId of new Set(next.lines.flatMap((line) => line.for.filter((s) => here.has(s.orderId)).map((s) => s.jobId)))) {
      const job = await findJob(trx, jobId);
      // The job may be gone; what came for it lies in the shop all the same.
      if (!job) continue;
      const orders = job.orders.map((order) =>
        here.has(order.id) && !order.arrived && !order.off ? { ...order, arrived: { at: now, by } } : order,
      );
      const numbers = orders.filter((order, i) => order !== job.orders[i]).map((order) => order.number);
      if (numbers.length === 0) continue;
      const edit = { job: { orders }, says: `Order ${numbers.join(", ")} arrived with ${next.number}` };
      const stored = await storeEdit(trx, job, edit, { kind: "received" }, await benchOf(trx, now, by, jobId));
      if (!stored.ok)
        throw new Error(`what came with ${next.number} could not be put to job ${job.number}: ${stored.error.says}`);
    }
    return good(says);
  });
}

/** What so many pieces of each part cost as they came: their share of its lines, in cents of the shop's currency. */
function costsOf(purchase: Purchase, pieces: Readonly<Record<string, number>>): Record<string, number> {
  return Object.fromEntries(
    Object.entries(pieces).map(([partId, count]) => {
      const lines = purchase.lines.filter((line) => line.partId === partId);
      const ordered = lines.reduce((sum, line) => sum + orderedPieces(line), 0);
      const total = lines.reduce((sum, line) => sum + line.totalMinor, 0);
      return [partId, ordered > 0 ? Math.round((total * count) / ordered) : 0];
    }),
  );
}

const callOffSchema = z.strictObject({
  purchaseId: z.string().max(40),
  version: z.int(),
  why: text(200).min(3, "must say why"),
});
export type CallOffJoint = z.input<typeof callOffSchema>;

/**
 * Ends the waiting for a purchase: called off before anything came, its parts are to be bought again; after a part of it came, the rest
 * is given up: jobs that have not all of theirs buy theirs again, and what came for them goes to the shelf.
 */
export async function callOffJoint(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = callOffSchema.safeParse(raw);
  if (!read.success) return bad(`Not called off: ${read.error.issues.map((issue) => issue.message).join("; ")}.`);
  const { purchaseId, version, why } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const purchase = await findPurchase(trx, purchaseId);
    if (!purchase) return bad("There is no such order.");
    // Sent again because no answer came: it is called off for this reason already.
    if (purchase.closed?.why === why) return good(`${purchase.number} ${purchase.closed.how}: ${why}`);
    if (purchase.closed) return bad(`${purchase.number} is closed already: ${purchase.closed.how}.`);
    if (purchase.version !== version) return bad(`${purchase.number} has changed meanwhile: look again, then call it off.`);
    const some = purchase.lines.some((line) => line.came > 0);
    const how = some ? ("rest given up" as const) : ("called off" as const);
    const next: Purchase = { ...purchase, version: version + 1, closed: { at: now, by, how, why } };
    if (!(await updatePurchase(trx, next, version))) throw new Error("the purchase changed inside its own transaction");
    const shelf: Record<string, number> = {};
    for (const jobId of new Set(purchase.lines.flatMap((line) => line.for.map((share) => share.jobId)))) {
      const job = await findJob(trx, jobId);
      if (!job) continue;
      const open = job.orders.filter((order) => order.purchase === purchase.number && !order.arrived && !order.off);
      if (open.length === 0) continue;
      for (const [partId, pieces] of cameFor(
        purchase,
        open.map((order) => order.id),
      ))
        shelf[partId] = (shelf[partId] ?? 0) - pieces;
      const orders = job.orders.map((order) =>
        open.includes(order) ? { ...order, off: { at: now, by, how: "cancelled" as const, why } } : order,
      );
      const edit = {
        job: { orders },
        says: `Order ${open.map((order) => order.number).join(", ")} cancelled with ${purchase.number}: ${why}`,
      };
      const stored = await storeEdit(trx, job, edit, { kind: "received" }, await benchOf(trx, now, by, jobId));
      if (!stored.ok) throw new Error(`${purchase.number} could not be called off in job ${job.number}: ${stored.error.says}`);
    }
    await takeFromShelf(trx, shelf, { says: `${purchase.number} ${how}: what came for its jobs`, at: now, by });
    return good(`${purchase.number} ${how}: ${why}`);
  });
}

/** Pieces that came for shares that never were whole. */
function cameFor(purchase: Purchase, orderIds: readonly string[]): [partId: string, pieces: number][] {
  return purchase.lines.flatMap((line) => {
    let left = line.came;
    return line.for.flatMap((share): [string, number][] => {
      const given = Math.min(left, share.quantity);
      left -= given;
      return given > 0 && orderIds.includes(share.orderId) ? [[line.partId, given]] : [];
    });
  });
}
