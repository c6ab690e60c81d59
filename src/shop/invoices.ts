import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { z } from "zod";
import { creditOf, invoiceOf, type Invoice } from "@/core/cost/invoice";
import { standingInvoices } from "@/core/cost/standingInvoices";
import { accountOf } from "@/core/cost/account";
import { formatMoney } from "@/core/money/money";
import { text } from "@/core/record";
import { bad, good, type Result } from "@/core/result";
import { findJob } from "@/data/jobs";
import { insertInvoice, invoiceOfRequest, invoicesOf, nextInvoiceSerial } from "@/data/invoices";
import { benchOf } from "./jobView";
import { requestSchema } from "./request";
import { assessOn } from "./useCase";
import { daysAfter } from "@/core/units/days";

export { invoicesOf as invoicesOfJob } from "@/data/invoices";

const issueSchema = z.strictObject({
  jobId: z.string().max(40),
  /** What was shown as all in: another sum is told before anything is issued. */
  expectMinor: z.int(),
  address: text(200),
  request: requestSchema.optional(),
});
export type IssueInvoice = z.input<typeof issueSchema>;

const creditSchema = z.strictObject({ jobId: z.string().max(40), number: z.string().max(20), request: requestSchema.optional() });
export type CreditInvoice = z.input<typeof creditSchema>;

const numberOf = (serial: number) => `R-${String(serial).padStart(4, "0")}`;
const sentence = (error: z.ZodError) => error.issues.map((issue) => issue.message).join("; ");

/**
 * Issues an invoice for a job's sheet as it stands, with the next number; one stands at a time. The same request again is the same
 * invoice.
 */
export async function issueInvoice(db: Knex, raw: unknown, now: string, by: string): Promise<Result<Invoice>> {
  const read = issueSchema.safeParse(raw);
  if (!read.success) return bad(sentence(read.error));
  const { jobId, expectMinor, address, request } = read.data;
  return db.transaction(async (trx): Promise<Result<Invoice>> => {
    const before = request === undefined ? undefined : await invoiceOfRequest(trx, request);
    if (before) return good(before);
    const job = await findJob(trx, jobId);
    if (!job) return bad("This job does not exist any more.");
    const [stands] = standingInvoices(await invoicesOf(trx, jobId));
    if (stands) return bad(`${stands.number} stands already: take it back with a credit note first.`);
    const bench = await benchOf(trx, now, by, jobId);
    const { sheet } = assessOn(job, bench);
    if (sheet.allInMinor !== expectMinor)
      return bad(`All in is ${formatMoney(sheet.allInMinor, sheet.currency)} now: look again, then issue it.`);
    const { paidMinor } = accountOf(job.payments, sheet);
    const { house } = bench;
    const serial = await nextInvoiceSerial(trx);
    const made = invoiceOf(sheet, paidMinor, {
      id: randomUUID(),
      number: numberOf(serial),
      jobId,
      jobNumber: job.number,
      issued: { at: now, by },
      payBy: daysAfter(now, house.payWithinDays),
      customer: job.wish.customer,
      address,
      bike: job.wish.bike,
      shop: { name: house.shopName, address: house.shopAddress, taxNumber: house.taxNumber },
    });
    if (made.ok) await insertInvoice(trx, serial, made.value, request);
    return made;
  });
}

/** Takes an invoice back with a credit note, which has a number of its own: what was issued is never changed. */
export async function creditInvoice(db: Knex, raw: unknown, now: string, by: string): Promise<Result<Invoice>> {
  const read = creditSchema.safeParse(raw);
  if (!read.success) return bad(sentence(read.error));
  const { jobId, number, request } = read.data;
  return db.transaction(async (trx): Promise<Result<Invoice>> => {
    const before = request === undefined ? undefined : await invoiceOfRequest(trx, request);
    if (before) return good(before);
    const all = await invoicesOf(trx, jobId);
    const invoice = all.find((one) => one.number === number && one.kind === "invoice");
    if (!invoice) return bad("There is no such invoice.");
    const taken = all.find((one) => one.of === number);
    if (taken) return bad(`${number} was taken back already, with ${taken.number}.`);
    const serial = await nextInvoiceSerial(trx);
    const credit = creditOf(invoice, { id: randomUUID(), number: numberOf(serial), issued: { at: now, by } });
    await insertInvoice(trx, serial, credit, request);
    return good(credit);
  });
}
