import { tagNumber } from "@/core/units/tagNumber";
import type { Knex } from "knex";
import { z } from "zod";
import { text } from "@/core/record";
import { bad, good, type Result } from "@/core/result";
import { comesOn, hear, newsListSchema, newsSchema } from "@/core/supply/deskNews";
import { NOTHING_NEW } from "@/core/supply/nothingNew";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { findRawSupplier } from "@/data/catalogue";
import { findJob } from "@/data/jobs";
import { findPurchase, findPurchaseNumbered, updatePurchase } from "@/data/purchases";
import { readSetting, writeSetting } from "@/data/settings";
import { benchOf } from "./jobView";
import { storeEdit } from "./perform";
import { DAY_MS } from "@/core/units/days";

/** How long a desk is waited for, and how much of an answer is read. */
const PATIENCE_MS = 4_000;
const MOST_LETTERS = 400_000;

/** What is sent to a desk: numbers and pieces alone, for whom they are is the shop's own. */
const orderWire = (purchase: Purchase) => ({
  order: purchase.number,
  wantedBy: purchase.dueDay,
  currency: purchase.lines[0]?.offerCurrency ?? purchase.currency,
  lines: purchase.lines.map((line) => ({
    part: line.theirNumber || line.partId,
    name: line.name,
    packs: line.packs,
    packSize: line.packSize,
    packPriceMinor: line.packPriceMinor,
    currency: line.offerCurrency,
  })),
});

async function deskOf(db: Knex, supplierId: string): Promise<string> {
  const raw = await findRawSupplier(db, supplierId);
  const terms = raw?.terms as { desk?: unknown } | undefined;
  return typeof terms?.desk === "string" ? terms.desk.replace(/\/$/, "") : "";
}

/** Some ports are kept for other things, and no program that speaks HTTP may ask there (Fetch standard, "bad port"). */
const BAD_PORT =
  "The port in their desk's address is kept for something else, nothing can be asked there: have it moved, to 4180 say.";
const isBadPort = (error: unknown): boolean => (error as { cause?: { message?: unknown } } | null)?.cause?.message === "bad port";

const wishSchema = z.strictObject({ purchaseId: z.string().max(40) });

/**
 * Sends an order to its supplier's desk. The order's own number makes it one order there, however often it is sent: where no answer
 * came, it is not known whether it arrived, and sending it again is safe.
 */
export async function sendToDesk(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = wishSchema.safeParse(raw);
  if (!read.success) return bad("There is no such order.");
  const purchase = await findPurchase(db, read.data.purchaseId);
  if (!purchase) return bad("There is no such order.");
  if (purchase.closed) return bad(`${purchase.number} is closed: ${purchase.closed.how}.`);
  const desk = await deskOf(db, purchase.supplierId);
  if (desk === "") return bad(`${purchase.supplierName} has no order desk in its terms: send the order as a paper.`);
  // Noted before it goes: a bench that stops in the middle knows that it may have been sent.
  const noted = await note(db, purchase.id, { at: now, by, state: "unsure" });
  if (!noted) return bad("There is no such order.");
  const unsure = `It is not known whether ${purchase.supplierName} has ${purchase.number}: no answer came. Send it again; it is one order there however often it comes.`;
  let answer: Response;
  try {
    answer = await fetch(`${desk}/orders`, {
      method: "POST",
      headers: { "content-type": "application/json", "idempotency-key": purchase.id },
      body: JSON.stringify(orderWire(purchase)),
      signal: AbortSignal.timeout(PATIENCE_MS),
      redirect: "error",
    });
  } catch (error) {
    return bad(isBadPort(error) ? BAD_PORT : unsure);
  }
  if (answer.status >= 500 || answer.status === 408 || answer.status === 429)
    return bad(`The desk of ${purchase.supplierName} is down or busy (${answer.status}). ${unsure}`);
  if (!answer.ok)
    return bad(
      `${purchase.supplierName} does not take ${purchase.number} (${answer.status}): look at it, or send it as a paper.`,
    );
  await note(db, purchase.id, { at: now, by, state: "sent" });
  return good(`${purchase.number} is sent to ${purchase.supplierName}.`);
}

const note = (db: Knex, id: string, desk: NonNullable<Purchase["desk"]>): Promise<boolean> =>
  db.transaction(async (trx) => {
    const purchase = await findPurchase(trx, id);
    // That it was sent is no change of the order: who counts what came is not disturbed.
    return purchase !== undefined && (await updatePurchase(trx, { ...purchase, desk }, purchase.version));
  });

const askSchema = z.strictObject({ supplierId: z.string().max(60) });
const heardUpTo = (supplierId: string) => `desk news ${supplierId}`;

/**
 * Asks a supplier's desk what is new and takes it in, each piece of news once, in its order. What cannot be meant is told and stepped
 * over; where the desk does not answer, nothing is lost: it is asked again from the same place.
 */
export async function askDesk(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = askSchema.safeParse(raw);
  if (!read.success) return bad("There is no such supplier.");
  const { supplierId } = read.data;
  const desk = await deskOf(db, supplierId);
  if (desk === "") return bad("This supplier has no order desk in its terms.");
  const since = Number((await readSetting(db, heardUpTo(supplierId))) ?? 0);
  let body: string;
  try {
    const answer = await fetch(`${desk}/news?since=${since}`, {
      signal: AbortSignal.timeout(PATIENCE_MS),
      redirect: "error",
      cache: "no-store",
    });
    if (!answer.ok) return bad(`Their desk is down or busy (${answer.status}): ask again later.`);
    body = await textOf(answer);
  } catch (error) {
    return bad(isBadPort(error) ? BAD_PORT : "Their desk does not answer: ask again later.");
  }
  const list = newsListSchema.safeParse(parsed(body));
  if (!list.success) return bad("What their desk answers does not read: nothing was taken in. Tell them.");
  const told: string[] = [];
  let last = since;
  for (const one of list.data) {
    const news = newsSchema.safeParse(one);
    const seq = (one as { seq?: unknown } | null)?.seq;
    if (news.success && news.data.seq <= last) continue;
    if (!news.success) told.push("One piece of their news does not read; it was stepped over.");
    else told.push(...(await takeNews(db, supplierId, news.data, now, by)));
    if (Number.isSafeInteger(seq) && (seq as number) > last && (seq as number) <= 1_000_000_000) last = seq as number;
    await writeSetting(db, heardUpTo(supplierId), last);
  }
  return good(told.length === 0 ? NOTHING_NEW : told.join(" · "));
}

/** An answer read to its end or to the limit, whatever its length claims to be. */
async function textOf(answer: Response): Promise<string> {
  const reader = answer.body?.getReader();
  if (!reader) return "";
  const decoder = new TextDecoder();
  let text = "";
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return text + decoder.decode();
    text += decoder.decode(value, { stream: true });
    if (text.length > MOST_LETTERS) {
      await reader.cancel();
      return "";
    }
  }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

async function takeNews(
  db: Knex,
  supplierId: string,
  news: z.output<typeof newsSchema>,
  now: string,
  by: string,
): Promise<string[]> {
  return db.transaction(async (trx): Promise<string[]> => {
    const purchase = await findPurchaseNumbered(trx, news.order);
    if (!purchase || purchase.supplierId !== supplierId) return [`They speak of an order ${news.order} that is none of theirs.`];
    const heard = hear(purchase, news, { at: now });
    if (!heard.ok) return [heard.error];
    if (heard.value.says === "") return [];
    return [heard.value.says, ...(await store(trx, purchase, heard.value.purchase, now, by))];
  });
}

/** Stores an order as it is now; where its day moved, its jobs are due with it, and who must be told is named. */
async function store(trx: Knex, before: Purchase, after: Purchase, now: string, by: string): Promise<string[]> {
  if (!(await updatePurchase(trx, after, before.version))) throw new Error("the purchase changed inside its own transaction");
  if (after.dueDay === before.dueDay) return [];
  const tell: string[] = [];
  for (const jobId of new Set(after.lines.flatMap((line) => line.for.map((share) => share.jobId)))) {
    const job = await findJob(trx, jobId);
    if (!job) continue;
    const orders = job.orders.map((order) =>
      order.purchase === after.number && !order.arrived && !order.off
        ? { ...order, leadDays: Math.round((Date.parse(after.dueDay) - Date.parse(order.placed.at.slice(0, 10))) / DAY_MS) }
        : order,
    );
    if (orders.every((order, i) => order === job.orders[i])) continue;
    const edit = { job: { orders }, says: `${after.number}: ${after.news.at(-1)!.says}`.slice(0, 400) };
    const stored = await storeEdit(trx, job, edit, { kind: "received" }, await benchOf(trx, now, by, jobId));
    if (!stored.ok) throw new Error(`the new day of ${after.number} could not be put to job ${job.number}: ${stored.error.says}`);
    const due = job.wish.readyBy;
    if (due !== null && after.dueDay > due)
      tell.push(`${tagNumber(job.number)} ${job.wish.customer} was promised it for an earlier day: tell them`);
  }
  return tell;
}

const comesSchema = z.strictObject({
  purchaseId: z.string().max(40),
  version: z.int(),
  day: z.iso.date("write a day such as 18 Dec 2026"),
  why: text(200),
});
export type ComesOn = z.input<typeof comesSchema>;

/** Notes the day on which a supplier says that an order comes, as somebody was told. */
export async function noteDay(db: Knex, raw: unknown, now: string, by: string): Promise<Result<string>> {
  const read = comesSchema.safeParse(raw);
  if (!read.success) return bad(`Not noted: ${read.error.issues.map((issue) => issue.message).join("; ")}.`);
  const { purchaseId, version, day, why } = read.data;
  return db.transaction(async (trx): Promise<Result<string>> => {
    const purchase = await findPurchase(trx, purchaseId);
    if (!purchase) return bad("There is no such order.");
    // Sent again because no answer came: it is noted already.
    if (purchase.dueDay === day && purchase.news.at(-1)?.seq === 0)
      return good(`${purchase.number}: ${purchase.news.at(-1)!.says}`);
    if (purchase.version !== version) return bad(`${purchase.number} has changed meanwhile: look again, then note it.`);
    const moved = comesOn(purchase, { day, why, at: now });
    if (!moved.ok) return moved;
    return good([moved.value.says, ...(await store(trx, purchase, moved.value.purchase, now, by))].join(" · "));
  });
}
