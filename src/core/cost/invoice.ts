import { z } from "zod";
import { currencySchema } from "../parts/part";
import { stamp, text } from "../record";
import { bad, good, type Result } from "../result";
import { hoursOf } from "../units/hours";
import type { Sheet } from "./sheet";
import { taxGroupSchema } from "./taxGroup";

/** What a customer is asked to pay, or no longer: as it was issued, for good. Amounts in cents of its currency. */
export const invoiceSchema = z.strictObject({
  id: text(40),
  number: text(20),
  kind: z.enum(["invoice", "credit note"]),
  /** The number of the invoice that a credit note takes back. */
  of: text(20).nullable(),
  jobId: text(40),
  jobNumber: z.int(),
  issued: z.strictObject(stamp),
  payBy: z.iso.date(),
  customer: text(80),
  address: text(200),
  bike: text(120),
  shop: z.strictObject({ name: text(80), address: text(200), taxNumber: text(40) }),
  currency: currencySchema,
  lines: z
    .array(
      z.strictObject({
        says: text(160),
        quantity: z.int().min(1),
        netMinor: z.int().min(0),
        /** Where work has a rate of its own. */ taxPercent: z.number().optional(),
      }),
    )
    .min(1),
  discountMinor: z.int().min(0),
  discountWhy: text(120),
  netMinor: z.int(),
  taxPercent: z.number(),
  /** By rate, where there is more than one. */
  taxes: z.array(taxGroupSchema).max(3).default([]),
  taxMinor: z.int(),
  grossMinor: z.int(),
  /** What was paid before it was issued. */
  paidMinor: z.int(),
  payableMinor: z.int(),
});
export type Invoice = z.output<typeof invoiceSchema>;

/** What an invoice asks for, line by line, from a sheet: what is in a kit or the customer's own costs nothing and is left out. */
function linesOf(sheet: Sheet): Invoice["lines"] {
  const parts = sheet.lines
    .filter((line) => line.source !== "in the kit" && line.source !== "customer" && (line.priceMinor ?? 0) > 0)
    .map(({ says, quantity, priceMinor }) => ({ says, quantity, netMinor: priceMinor! }));
  const work = sheet.taxes.find((tax) => tax.of === "work");
  const line = (says: string, netMinor: number) => (netMinor > 0 ? [{ says, quantity: 1, netMinor }] : []);
  return [
    ...parts,
    ...line(`Work, ${hoursOf(sheet.labourMinutes)}`, sheet.labourMinor).map((one) =>
      work ? { ...one, taxPercent: work.percent } : one,
    ),
    ...line("Carriage", sheet.carriageMinor),
    ...line("Consumables", sheet.consumablesMinor),
    ...line("Reserve", sheet.contingencyMinor),
  ];
}

type Issue = Pick<
  Invoice,
  "id" | "number" | "jobId" | "jobNumber" | "issued" | "payBy" | "customer" | "address" | "bike" | "shop"
>;

/**
 * An invoice for a sheet as it stands: its sums are the sheet's, to the cent.
 * @returns what is missing, in words, where it cannot be issued
 */
export function invoiceOf(sheet: Sheet, paidMinor: number, issue: Issue): Result<Invoice> {
  if (sheet.lines.length === 0) return bad("There is nothing on the sheet yet: choose a kit or parts in Drive.");
  if (sheet.unpriced > 0) return bad(`${sheet.unpriced} of the sheet has no price yet: nothing is asked for what is not priced.`);
  if (issue.shop.name === "" || issue.shop.address === "")
    return bad("An invoice says whose it is: the shop's name and address are missing in the house rules.");
  const lines = linesOf(sheet);
  if (lines.length === 0 || sheet.allInMinor <= 0) return bad("All in is nothing: there is nothing to ask for.");
  const { beforeTaxMinor: netMinor, taxMinor, allInMinor: grossMinor } = sheet;
  return good({
    ...issue,
    kind: "invoice",
    of: null,
    currency: sheet.currency,
    lines,
    discountMinor: sheet.discountMinor,
    discountWhy: sheet.discountWhy,
    netMinor,
    taxPercent: sheet.taxPercent ?? (netMinor > 0 ? Math.round((taxMinor / netMinor) * 10_000) / 100 : 0),
    taxes: sheet.taxes.length > 1 ? [...sheet.taxes] : [],
    taxMinor,
    grossMinor,
    paidMinor,
    payableMinor: grossMinor - paidMinor,
  });
}

/** What takes an invoice back, whole: the same lines and sums. What was paid on it is given back, or stands for the next one. */
export const creditOf = (invoice: Invoice, issue: Pick<Invoice, "id" | "number" | "issued">): Invoice => ({
  ...invoice,
  ...issue,
  kind: "credit note",
  of: invoice.number,
  payBy: issue.issued.at.slice(0, 10),
  paidMinor: 0,
  payableMinor: invoice.grossMinor,
});
