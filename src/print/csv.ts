import Papa from "papaparse";
import type { JobView } from "@/core/job/view";
import type { PlacedOrder } from "@/core/supply/placedOrder";

/** Rows as CSV with formulas defused, so that a part's name cannot run in a spreadsheet. */
const csv = (rows: object[]) => `\uFEFF${Papa.unparse(rows, { escapeFormulae: true, newline: "\r\n" })}\r\n`;
const amount = (minor: number | null) => (minor === null ? "" : (minor / 100).toFixed(2));

export function sheetCsv(view: JobView): string {
  const { sheet } = view;
  return csv(
    sheet.lines.map((line) => ({
      group: line.group,
      part: line.partId ?? "",
      name: line.says,
      quantity: line.quantity,
      from: line.source,
      price: amount(line.priceMinor),
      currency: sheet.currency,
      why: line.why,
      finding: line.finding ?? "",
      problem: line.problem ?? "",
    })),
  );
}

export function orderCsv(order: PlacedOrder): string {
  return csv(
    order.lines.map((line) => ({
      order: order.number,
      supplier: order.supplierName,
      part: line.partId,
      name: line.name,
      packs: line.packs,
      pack_size: line.packSize,
      pack_price: amount(line.packPriceMinor),
      currency: line.offerCurrency,
      for: line.because.join("; "),
    })),
  );
}
