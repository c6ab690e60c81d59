import { SaxesParser } from "saxes";
import { creditOf, type Invoice } from "@/core/cost/invoice";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { invoicePaper } from "./invoicePaper";
import { invoiceUbl, orderUbl } from "./ubl";

type Node = { name: string; attributes: Record<string, string>; text: string; children: Node[] };

function parsed(xml: string): Node {
  const root: Node = { name: "", attributes: {}, text: "", children: [] };
  const open = [root];
  const parser = new SaxesParser();
  parser.on("opentag", ({ name, attributes }) => {
    const node: Node = { name, attributes: attributes as Record<string, string>, text: "", children: [] };
    open.at(-1)!.children.push(node);
    open.push(node);
  });
  parser.on("text", (text) => (open.at(-1)!.text += text));
  parser.on("closetag", () => open.pop());
  parser.on("error", (error) => {
    throw error;
  });
  parser.write(xml).close();
  return root.children[0]!;
}
const all = (node: Node, path: string): Node[] =>
  path
    .split("/")
    .reduce<Node[]>((found, name) => found.flatMap((one) => one.children.filter((child) => child.name === name)), [node]);
const one = (node: Node, path: string): string => {
  const found = all(node, path);
  expect([path, found.length]).toEqual([path, 1]);
  return found[0]!.text;
};
const minor = (text: string) => Math.round(Number(text) * 100);

/**
 * The order of elements in the schemas of UBL 2.1 (OASIS standard, November 2013), as far as these documents use them, and which of
 * them must be there. From memory of the published schemas.
 */
const SEQUENCES: Record<string, { order: string[]; must: string[] }> = {
  Invoice: {
    order: [
      "cbc:UBLVersionID",
      "cbc:ID",
      "cbc:IssueDate",
      "cbc:DueDate",
      "cbc:InvoiceTypeCode",
      "cbc:Note",
      "cbc:DocumentCurrencyCode",
      "cac:BillingReference",
      "cac:AccountingSupplierParty",
      "cac:AccountingCustomerParty",
      "cac:AllowanceCharge",
      "cac:TaxTotal",
      "cac:LegalMonetaryTotal",
      "cac:InvoiceLine",
    ],
    must: [
      "cbc:ID",
      "cbc:IssueDate",
      "cac:AccountingSupplierParty",
      "cac:AccountingCustomerParty",
      "cac:LegalMonetaryTotal",
      "cac:InvoiceLine",
    ],
  },
  CreditNote: {
    order: [
      "cbc:UBLVersionID",
      "cbc:ID",
      "cbc:IssueDate",
      "cbc:CreditNoteTypeCode",
      "cbc:Note",
      "cbc:DocumentCurrencyCode",
      "cac:BillingReference",
      "cac:AccountingSupplierParty",
      "cac:AccountingCustomerParty",
      "cac:AllowanceCharge",
      "cac:TaxTotal",
      "cac:LegalMonetaryTotal",
      "cac:CreditNoteLine",
    ],
    must: [
      "cbc:ID",
      "cbc:IssueDate",
      "cac:AccountingSupplierParty",
      "cac:AccountingCustomerParty",
      "cac:LegalMonetaryTotal",
      "cac:CreditNoteLine",
    ],
  },
  Order: {
    order: [
      "cbc:UBLVersionID",
      "cbc:ID",
      "cbc:IssueDate",
      "cbc:DocumentCurrencyCode",
      "cbc:CustomerReference",
      "cac:BuyerCustomerParty",
      "cac:SellerSupplierParty",
      "cac:AccountingCustomerParty",
      "cac:Delivery",
      "cac:AnticipatedMonetaryTotal",
      "cac:OrderLine",
    ],
    must: ["cbc:ID", "cbc:IssueDate", "cac:BuyerCustomerParty", "cac:SellerSupplierParty", "cac:OrderLine"],
  },
  "cac:Party": { order: ["cac:PartyName", "cac:PostalAddress", "cac:PartyTaxScheme", "cac:PartyLegalEntity"], must: [] },
  "cac:PartyTaxScheme": { order: ["cbc:CompanyID", "cac:TaxScheme"], must: ["cac:TaxScheme"] },
  "cac:AllowanceCharge": {
    order: ["cbc:ChargeIndicator", "cbc:AllowanceChargeReason", "cbc:Amount", "cac:TaxCategory"],
    must: ["cbc:ChargeIndicator", "cbc:Amount"],
  },
  "cac:TaxTotal": { order: ["cbc:TaxAmount", "cac:TaxSubtotal"], must: ["cbc:TaxAmount"] },
  "cac:TaxSubtotal": {
    order: ["cbc:TaxableAmount", "cbc:TaxAmount", "cac:TaxCategory"],
    must: ["cbc:TaxAmount", "cac:TaxCategory"],
  },
  "cac:TaxCategory": { order: ["cbc:ID", "cbc:Percent", "cac:TaxScheme"], must: ["cac:TaxScheme"] },
  "cac:ClassifiedTaxCategory": { order: ["cbc:ID", "cbc:Percent", "cac:TaxScheme"], must: ["cac:TaxScheme"] },
  "cac:LegalMonetaryTotal": {
    order: [
      "cbc:LineExtensionAmount",
      "cbc:TaxExclusiveAmount",
      "cbc:TaxInclusiveAmount",
      "cbc:AllowanceTotalAmount",
      "cbc:PrepaidAmount",
      "cbc:PayableAmount",
    ],
    must: ["cbc:PayableAmount"],
  },
  "cac:AnticipatedMonetaryTotal": { order: ["cbc:LineExtensionAmount", "cbc:PayableAmount"], must: ["cbc:PayableAmount"] },
  "cac:InvoiceLine": {
    order: ["cbc:ID", "cbc:InvoicedQuantity", "cbc:LineExtensionAmount", "cac:Item", "cac:Price"],
    must: ["cbc:ID", "cbc:LineExtensionAmount", "cac:Item"],
  },
  "cac:CreditNoteLine": {
    order: ["cbc:ID", "cbc:CreditedQuantity", "cbc:LineExtensionAmount", "cac:Item", "cac:Price"],
    must: ["cbc:ID"],
  },
  "cac:Delivery": { order: ["cac:DeliveryAddress", "cac:RequestedDeliveryPeriod"], must: [] },
  "cac:OrderLine": { order: ["cac:LineItem"], must: ["cac:LineItem"] },
  "cac:LineItem": {
    order: ["cbc:ID", "cbc:Quantity", "cbc:LineExtensionAmount", "cac:Price", "cac:Item"],
    must: ["cbc:ID", "cac:Item"],
  },
  "cac:Item": {
    order: [
      "cbc:PackSizeNumeric",
      "cbc:Name",
      "cbc:HazardousRiskIndicator",
      "cac:BuyersItemIdentification",
      "cac:SellersItemIdentification",
      "cac:ClassifiedTaxCategory",
    ],
    must: [],
  },
  "cac:Price": { order: ["cbc:PriceAmount", "cbc:BaseQuantity"], must: ["cbc:PriceAmount"] },
};

function keepsToTheSchema(node: Node): void {
  const rule = SEQUENCES[node.name];
  const names = node.children.map((child) => child.name);
  if (rule) {
    for (const name of names) expect([node.name, rule.order]).toEqual([node.name, expect.arrayContaining([name])]);
    const at = names.map((name) => rule.order.indexOf(name));
    expect([node.name, at]).toEqual([node.name, [...at].sort((a, b) => a - b)]);
    expect([node.name, names]).toEqual([node.name, expect.arrayContaining(rule.must)]);
  }
  if (/Amount$/.test(node.name)) {
    expect([node.name, node.attributes.currencyID]).toEqual([node.name, expect.stringMatching(/^[A-Z]{3}$/)]);
    expect(node.text).toMatch(/^-?\d+\.\d{2}$/);
  }
  if (/Quantity$/.test(node.name)) expect(node.attributes.unitCode).toBe("C62");
  // Nothing that must not be empty is.
  if (node.children.length === 0) expect([node.name, node.text.trim() !== ""]).toEqual([node.name, true]);
  node.children.forEach(keepsToTheSchema);
}

const INVOICE: Invoice = {
  id: "i1",
  number: "R-0007",
  kind: "invoice",
  of: null,
  jobId: "j1",
  jobNumber: 104,
  issued: { at: "2026-12-01T10:00:00.000Z", by: "Ida" },
  payBy: "2026-12-15",
  customer: "Ada & Sons <loud>",
  address: "2 Slip Lane",
  bike: "Wharf “tourer”",
  shop: { name: "Slip Works", address: "3 Ferry Slip", taxNumber: "XX 1" },
  currency: "EUR",
  lines: [
    { says: "Front hub kit \u0007]]>", quantity: 1, netMinor: 500_00 },
    { says: "Spokes", quantity: 36, netMinor: 31_99 },
  ],
  discountMinor: 20_00,
  discountWhy: "comes again",
  netMinor: 511_99,
  taxPercent: 20,
  taxes: [],
  taxMinor: 102_40,
  grossMinor: 614_39,
  paidMinor: 300_00,
  payableMinor: 314_39,
};

test.each([
  ["an invoice", INVOICE, "Invoice"],
  [
    "one without discount, payment, tax or numbers",
    {
      ...INVOICE,
      discountMinor: 0,
      netMinor: 531_99,
      taxPercent: 0,
      taxMinor: 0,
      grossMinor: 531_99,
      paidMinor: 0,
      payableMinor: 531_99,
      address: "",
      shop: { ...INVOICE.shop, taxNumber: "" },
    },
    "Invoice",
  ],
  [
    "one with a rate of its own for work",
    {
      ...INVOICE,
      lines: [
        { says: "Front hub kit \u0007]]>", quantity: 1, netMinor: 500_00 },
        { says: "Spokes", quantity: 36, netMinor: 31_99 },
        { says: "Work, 4 h", quantity: 1, netMinor: 200_00, taxPercent: 9 },
      ],
      netMinor: 711_99,
      taxes: [
        { of: "goods", percent: 20, discountMinor: 14_00, netMinor: 517_99, taxMinor: 103_60 },
        { of: "work", percent: 9, discountMinor: 6_00, netMinor: 194_00, taxMinor: 17_46 },
      ],
      taxMinor: 121_06,
      grossMinor: 833_05,
      payableMinor: 533_05,
    },
    "Invoice",
  ],
  [
    "a credit note",
    creditOf(INVOICE, { id: "i2", number: "R-0008", issued: { at: "2026-12-02T10:00:00.000Z", by: "Ida" } }),
    "CreditNote",
  ],
] as [string, Invoice, string][])("%s keeps to the order and the musts of UBL 2.1, and adds up", (_what, invoice, root) => {
  const document = parsed(invoiceUbl(invoice));
  expect(document.name).toBe(root);
  expect(document.attributes.xmlns).toBe(`urn:oasis:names:specification:ubl:schema:xsd:${root}-2`);
  keepsToTheSchema(document);
  const sum = (name: string) => minor(one(document, `cac:LegalMonetaryTotal/cbc:${name}`));
  const lines = all(document, `cac:${root}Line`);
  expect(lines).toHaveLength(invoice.lines.length);
  // EN 16931, BR-CO-10, 13, 15, 16 and BR-CO-14 (from memory).
  expect(lines.reduce((total, line) => total + minor(one(line, "cbc:LineExtensionAmount")), 0)).toBe(sum("LineExtensionAmount"));
  expect(sum("LineExtensionAmount") - invoice.discountMinor).toBe(sum("TaxExclusiveAmount"));
  const tax = minor(one(document, "cac:TaxTotal/cbc:TaxAmount"));
  const groups = all(document, "cac:TaxTotal/cac:TaxSubtotal");
  expect(groups.reduce((total, group) => total + minor(one(group, "cbc:TaxAmount")), 0)).toBe(tax);
  // BR-S-08 and BR-S-09: each rate's base is its lines less its allowances, its tax that base at the rate (from memory).
  for (const group of groups) {
    const rate = one(group, "cac:TaxCategory/cbc:Percent");
    const mine = (from: readonly Node[], path: string, amountAt: string) =>
      from.reduce((total, node) => total + (one(node, path) === rate ? minor(one(node, amountAt)) : 0), 0);
    const base = minor(one(group, "cbc:TaxableAmount"));
    expect(
      mine(lines, "cac:Item/cac:ClassifiedTaxCategory/cbc:Percent", "cbc:LineExtensionAmount") -
        mine(all(document, "cac:AllowanceCharge"), "cac:TaxCategory/cbc:Percent", "cbc:Amount"),
    ).toBe(base);
    expect(minor(one(group, "cbc:TaxAmount"))).toBe(Math.round((base * Number(rate)) / 100));
  }
  expect(sum("TaxExclusiveAmount") + tax).toBe(sum("TaxInclusiveAmount"));
  expect(sum("PayableAmount")).toBe(sum("TaxInclusiveAmount") - invoice.paidMinor);
  // A price with its base is the line's: 36 spokes for 31.99 are no whole cents each.
  expect(one(lines[1]!, "cac:Price/cbc:BaseQuantity")).toBe("36");
  // Names come through as they are, what XML cannot hold left out.
  expect(one(lines[0]!, "cac:Item/cbc:Name")).toBe("Front hub kit ]]>");
  expect(one(document, "cac:AccountingCustomerParty/cac:Party/cac:PartyName/cbc:Name")).toBe("Ada & Sons <loud>");
});

const LINE: Purchase["lines"][number] = {
  partId: "tyre-622",
  name: "Tyre",
  theirNumber: "T-1",
  kind: "tyre",
  packs: 2,
  packSize: 5,
  packPriceMinor: 90_50,
  offerCurrency: "GBP",
  totalMinor: 212_00,
  for: [],
  came: 0,
  broken: 0,
  sentBack: 0,
  serials: [],
};
const PURCHASE: Purchase = {
  id: "p",
  number: "B-0002",
  version: 1,
  supplierId: "quay",
  supplierName: "Quay & Co",
  placed: { at: "2026-12-01T10:00:00.000Z", by: "Ida" },
  currency: "EUR",
  lines: [
    LINE,
    { ...LINE, partId: "bat", name: "Pack", kind: "battery", theirNumber: "", packs: 1, packSize: 1, packPriceMinor: 300_00 },
  ],
  goodsMinor: 1,
  carriageMinor: 1,
  landed: null,
  dangerousGoods: true,
  dueDay: "2026-12-10",
  receipts: [],
  photos: [],
  bill: null,
  desk: null,
  news: [],
  closed: null,
};
const SHOP = { name: "Slip Works", address: "3 Ferry Slip", deliverTo: "The yard, 5 Ferry Slip", billTo: "3 Ferry Slip" };
const HEAD = { shop: SHOP, customerNumber: "C-9" };

test("an order is in the supplier's prices and packs, says what is dangerous, and holds one currency", () => {
  const document = parsed(orderUbl(PURCHASE, HEAD)!);
  keepsToTheSchema(document);
  expect(one(document, "cac:AnticipatedMonetaryTotal/cbc:PayableAmount")).toBe("481.00");
  expect(one(document, "cac:Delivery/cac:RequestedDeliveryPeriod/cbc:EndDate")).toBe("2026-12-10");
  expect(one(document, "cac:Delivery/cac:DeliveryAddress/cac:AddressLine/cbc:Line")).toBe("The yard, 5 Ferry Slip");
  expect(all(document, "cac:AccountingCustomerParty")).toEqual([]);
  const billed = parsed(orderUbl(PURCHASE, { ...HEAD, shop: { ...SHOP, billTo: "The bookkeeper, 2 Hill" } })!);
  keepsToTheSchema(billed);
  expect(one(billed, "cac:AccountingCustomerParty/cac:Party/cac:PostalAddress/cac:AddressLine/cbc:Line")).toBe(
    "The bookkeeper, 2 Hill",
  );
  const items = all(document, "cac:OrderLine/cac:LineItem");
  expect(items.map((item) => one(item, "cbc:Quantity"))).toEqual(["2", "1"]);
  expect(items.map((item) => one(item, "cac:Item/cbc:PackSizeNumeric"))).toEqual(["5", "1"]);
  expect(items.map((item) => all(item, "cac:Item/cbc:HazardousRiskIndicator").length)).toEqual([0, 1]);
  expect(orderUbl({ ...PURCHASE, lines: [LINE, { ...LINE, offerCurrency: "USD" }] }, HEAD)).toBeNull();
  expect(orderUbl({ ...PURCHASE, lines: [] }, HEAD)).toBeNull();
});

test.each([
  [INVOICE, ["Invoice R-0007", "To pay: 314.39", "Tax number XX 1", "Discount: comes again"]],
  [{ ...INVOICE, paidMinor: 614_39, payableMinor: 0 }, ["Paid in full"]],
  [{ ...INVOICE, paidMinor: 700_00, payableMinor: -85_61 }, ["85.61", "is given back"]],
  [
    creditOf(INVOICE, { id: "i2", number: "R-0008", issued: INVOICE.issued }),
    ["Credit note R-0008", "takes back invoice R-0007, whole"],
  ],
] as const)("the paper of an invoice says what is to be paid", (invoice, words) => {
  const paper = JSON.stringify(invoicePaper(invoice)).replace(/[\u00a0\u2009\u202f]/g, " ");
  for (const word of words) expect(paper).toContain(word);
});
