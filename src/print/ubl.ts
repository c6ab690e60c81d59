import { create } from "xmlbuilder2";
import type { Invoice } from "@/core/cost/invoice";
import type { Purchase } from "@/core/supply/purchaseSchema";
import type { Letterhead } from "./purchasePaper";

/**
 * Papers that a bookkeeping program reads: UBL 2.1 (OASIS Universal Business Language, ISO/IEC 19845). Elements stand in the order of
 * its schemas. It is the plain standard: a national profile may want more than a shop wrote down, a country's code first of all.
 */
const NAMESPACES = {
  "@xmlns:cac": "urn:oasis:names:specification:ubl:schema:xsd:CommonAggregateComponents-2",
  "@xmlns:cbc": "urn:oasis:names:specification:ubl:schema:xsd:CommonBasicComponents-2",
};
/** A piece, by UN/ECE Recommendation 20. */
const PIECE = "C62";
/** Invoice and credit note, by UN/CEFACT 1001. */
const TYPES = { invoice: "380", "credit note": "381" } as const;

// What XML cannot hold is left out: a control character in a name is nobody's wish.
const clean = (text: string) => text.replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, "");
const amount = (minor: number, currency: string) => ({ "@currencyID": currency, "#": (minor / 100).toFixed(2) });
const quantity = (count: number) => ({ "@unitCode": PIECE, "#": String(count) });
const some = <T extends object>(is: boolean, fields: T): T | object => (is ? fields : {});

const party = (name: string, address: string, taxNumber = "") => ({
  "cac:Party": {
    "cac:PartyName": { "cbc:Name": clean(name) },
    ...some(address !== "", { "cac:PostalAddress": { "cac:AddressLine": { "cbc:Line": clean(address) } } }),
    ...some(taxNumber !== "", {
      "cac:PartyTaxScheme": { "cbc:CompanyID": clean(taxNumber), "cac:TaxScheme": { "cbc:ID": "VAT" } },
    }),
    "cac:PartyLegalEntity": { "cbc:RegistrationName": clean(name) },
  },
});

const document = (root: string, body: object): string =>
  create(
    { version: "1.0", encoding: "UTF-8" },
    { [root]: { "@xmlns": `urn:oasis:names:specification:ubl:schema:xsd:${root}-2`, ...NAMESPACES, ...body } },
  ).end({ prettyPrint: true });

/** An invoice or a credit note. */
export function invoiceUbl(invoice: Invoice): string {
  const { currency, kind } = invoice;
  const root = kind === "invoice" ? "Invoice" : "CreditNote";
  const m = (minor: number) => amount(minor, currency);
  const taxed = (percent: number) => ({
    "cbc:ID": percent > 0 ? "S" : "Z",
    "cbc:Percent": String(percent),
    "cac:TaxScheme": { "cbc:ID": "VAT" },
  });
  const { taxPercent: percent, taxMinor, netMinor, discountMinor } = invoice;
  const taxes = invoice.taxes.length > 0 ? invoice.taxes : [{ percent, taxMinor, netMinor, discountMinor }];
  const sumMinor = invoice.lines.reduce((sum, line) => sum + line.netMinor, 0);
  return document(root, {
    "cbc:UBLVersionID": "2.1",
    "cbc:ID": invoice.number,
    "cbc:IssueDate": invoice.issued.at.slice(0, 10),
    ...some(kind === "invoice", { "cbc:DueDate": invoice.payBy, "cbc:InvoiceTypeCode": TYPES.invoice }),
    ...some(kind === "credit note", { "cbc:CreditNoteTypeCode": TYPES["credit note"] }),
    "cbc:Note": clean(`Job ${String(invoice.jobNumber).padStart(4, "0")}: ${invoice.bike}`),
    "cbc:DocumentCurrencyCode": currency,
    ...some(invoice.of !== null, { "cac:BillingReference": { "cac:InvoiceDocumentReference": { "cbc:ID": invoice.of } } }),
    "cac:AccountingSupplierParty": party(invoice.shop.name, invoice.shop.address, invoice.shop.taxNumber),
    "cac:AccountingCustomerParty": party(invoice.customer, invoice.address),
    ...some(invoice.discountMinor > 0, {
      // One for each rate that it falls on.
      "cac:AllowanceCharge": taxes
        .filter((tax) => tax.discountMinor > 0)
        .map((tax) => ({
          "cbc:ChargeIndicator": "false",
          "cbc:AllowanceChargeReason": clean(invoice.discountWhy),
          "cbc:Amount": m(tax.discountMinor),
          "cac:TaxCategory": taxed(tax.percent),
        })),
    }),
    "cac:TaxTotal": {
      "cbc:TaxAmount": m(invoice.taxMinor),
      "cac:TaxSubtotal": taxes.map((tax) => ({
        "cbc:TaxableAmount": m(tax.netMinor),
        "cbc:TaxAmount": m(tax.taxMinor),
        "cac:TaxCategory": taxed(tax.percent),
      })),
    },
    "cac:LegalMonetaryTotal": {
      "cbc:LineExtensionAmount": m(sumMinor),
      "cbc:TaxExclusiveAmount": m(invoice.netMinor),
      "cbc:TaxInclusiveAmount": m(invoice.grossMinor),
      ...some(invoice.discountMinor > 0, { "cbc:AllowanceTotalAmount": m(invoice.discountMinor) }),
      ...some(invoice.paidMinor !== 0, { "cbc:PrepaidAmount": m(invoice.paidMinor) }),
      "cbc:PayableAmount": m(invoice.payableMinor),
    },
    [`cac:${root}Line`]: invoice.lines.map((line, i) => ({
      "cbc:ID": String(i + 1),
      [kind === "invoice" ? "cbc:InvoicedQuantity" : "cbc:CreditedQuantity"]: quantity(line.quantity),
      "cbc:LineExtensionAmount": m(line.netMinor),
      "cac:Item": { "cbc:Name": clean(line.says), "cac:ClassifiedTaxCategory": taxed(line.taxPercent ?? percent) },
      // The price of all of them together: a piece's own may be no whole cent.
      "cac:Price": { "cbc:PriceAmount": m(line.netMinor), "cbc:BaseQuantity": quantity(line.quantity) },
    })),
  });
}

/** An order to a supplier in their own prices; null where they sell in several currencies: no such document holds two. */
export function orderUbl(purchase: Purchase, { shop, customerNumber }: Letterhead): string | null {
  const [currency, ...more] = [...new Set(purchase.lines.map((line) => line.offerCurrency))];
  if (!currency || more.length > 0) return null;
  const m = (minor: number) => amount(minor, currency);
  const sumMinor = purchase.lines.reduce((sum, line) => sum + line.packPriceMinor * line.packs, 0);
  return document("Order", {
    "cbc:UBLVersionID": "2.1",
    "cbc:ID": purchase.number,
    "cbc:IssueDate": purchase.placed.at.slice(0, 10),
    "cbc:DocumentCurrencyCode": currency,
    ...some(customerNumber !== "", { "cbc:CustomerReference": clean(customerNumber) }),
    "cac:BuyerCustomerParty": party(shop.name, shop.address),
    "cac:SellerSupplierParty": party(purchase.supplierName, ""),
    ...some(shop.billTo !== shop.address, { "cac:AccountingCustomerParty": party(shop.name, shop.billTo) }),
    "cac:Delivery": {
      ...some(shop.deliverTo !== "", { "cac:DeliveryAddress": { "cac:AddressLine": { "cbc:Line": clean(shop.deliverTo) } } }),
      "cac:RequestedDeliveryPeriod": { "cbc:EndDate": purchase.dueDay },
    },
    "cac:AnticipatedMonetaryTotal": { "cbc:LineExtensionAmount": m(sumMinor), "cbc:PayableAmount": m(sumMinor) },
    "cac:OrderLine": purchase.lines.map((line, i) => ({
      "cac:LineItem": {
        "cbc:ID": String(i + 1),
        "cbc:Quantity": quantity(line.packs),
        "cbc:LineExtensionAmount": m(line.packPriceMinor * line.packs),
        "cac:Price": { "cbc:PriceAmount": m(line.packPriceMinor) },
        "cac:Item": {
          "cbc:PackSizeNumeric": String(line.packSize),
          "cbc:Name": clean(line.name),
          ...some(line.kind === "battery", { "cbc:HazardousRiskIndicator": "true" }),
          "cac:BuyersItemIdentification": { "cbc:ID": clean(line.partId) },
          ...some(line.theirNumber !== "", { "cac:SellersItemIdentification": { "cbc:ID": clean(line.theirNumber) } }),
        },
      },
    })),
  });
}
