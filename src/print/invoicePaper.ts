import type { Content } from "pdfmake/interfaces";
import type { Invoice } from "@/core/cost/invoice";
import { formatMoney } from "@/core/money/money";
import { taxTitle } from "@/core/cost/tax";
import { formatDay } from "@/core/units/date";
import { shopHead } from "./jobHead";
import { table, type Paper } from "./paper";

/** An invoice or a credit note as it was issued. */
export function invoicePaper(invoice: Invoice): Paper {
  const m = (minor: number) => formatMoney(minor, invoice.currency);
  const credit = invoice.kind === "credit note";
  const title = `${credit ? "Credit note" : "Invoice"} ${invoice.number}`;
  const sums: [string, string][] = [
    ...(invoice.discountMinor > 0
      ? ([[`Discount: ${invoice.discountWhy}`, `−${m(invoice.discountMinor)}`]] as [string, string][])
      : []),
    ["Before tax", m(invoice.netMinor)],
    ...(invoice.taxes.length === 0
      ? [[taxTitle({ of: "all", percent: invoice.taxPercent }), m(invoice.taxMinor)] as [string, string]]
      : invoice.taxes.map((tax): [string, string] => [`${taxTitle(tax)} of ${m(tax.netMinor)}`, m(tax.taxMinor)])),
    [credit ? "Taken back in all" : "All in", m(invoice.grossMinor)],
    ...(invoice.paidMinor === 0 ? [] : ([["Paid before", m(invoice.paidMinor)]] as [string, string][])),
  ];
  const last: Content = credit
    ? { text: `It takes back invoice ${invoice.of}, whole. Nothing is owed on that any more.`, bold: true, margin: [0, 8, 0, 0] }
    : {
        text:
          invoice.payableMinor > 0
            ? `To pay: ${m(invoice.payableMinor)}, by ${formatDay(invoice.payBy)}`
            : invoice.payableMinor === 0
              ? "Paid in full, with thanks."
              : `${m(-invoice.payableMinor)} too much was paid and is given back.`,
        bold: true,
        alignment: "right",
        margin: [0, 8, 0, 0],
      };
  return {
    title,
    content: [
      ...shopHead(invoice),
      ...(invoice.shop.taxNumber
        ? [{ text: `Tax number ${invoice.shop.taxNumber}`, style: "soft", alignment: "right" } as Content]
        : []),
      { text: title, style: "title" },
      { text: invoice.customer, margin: [0, 2, 0, 0] },
      ...(invoice.address ? [{ text: invoice.address } as Content] : []),
      {
        text: `Issued ${formatDay(invoice.issued.at)}; job ${String(invoice.jobNumber).padStart(4, "0")}, ${invoice.bike || "bike not named"}`,
        style: "soft",
        margin: [0, 2, 0, 10],
      },
      table(
        ["What", "Qty", "Amount"],
        invoice.lines.map((line) => [line.says, String(line.quantity), m(line.netMinor)]),
        ["*", 40, 90],
        [1, 2],
      ),
      table(["Together", ""], sums, ["*", 110], [1]),
      last,
      {
        text: "Every amount is reckoned in decimal and rounded half up to the cent. What an invoice must say differs by place: the shop answers for that.",
        style: "soft",
        fontSize: 8,
        margin: [0, 14, 0, 0],
      },
    ],
  };
}
