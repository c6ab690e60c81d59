import Papa from "papaparse";
import type { Content } from "pdfmake/interfaces";
import { formatMoney } from "@/core/money/money";
import { missingPieces, orderedPieces } from "@/core/supply/pieces";
import type { ShopHead } from "@/core/house/addresses";
import type { Purchase } from "@/core/supply/purchaseSchema";
import { formatDay, formatMoment } from "@/core/units/date";
import { orderAddresses, shopHead } from "./jobHead";
import { table, type Paper } from "./paper";

export type Letterhead = { readonly shop: ShopHead; readonly customerNumber: string };

const packs = (line: Purchase["lines"][number], count = line.packs) =>
  line.packSize > 1 ? `${count} ${count === 1 ? "pack" : "packs"} of ${line.packSize}` : String(count);

const to = (purchase: Purchase, { customerNumber }: Letterhead): Content[] => [
  { text: `To ${purchase.supplierName}`, margin: [0, 2, 0, 0] },
  {
    text: `Placed ${formatDay(purchase.placed.at)} by ${purchase.placed.by || "no name"}${customerNumber && `; our number with you: ${customerNumber}`}`,
    style: "soft",
    margin: [0, 0, 0, 10],
  },
];

/** What a supplier is asked for, in their prices; for whom the parts are is the shop's own. */
export function purchasePaper(purchase: Purchase, head: Letterhead): Paper {
  const currencies = [...new Set(purchase.lines.map((line) => line.offerCurrency))];
  const sums = currencies.map((currency) =>
    formatMoney(
      purchase.lines.reduce((sum, line) => sum + (line.offerCurrency === currency ? line.packPriceMinor * line.packs : 0), 0),
      currency,
    ),
  );
  return {
    title: `Order ${purchase.number}`,
    content: [
      ...shopHead(head),
      { text: `Order ${purchase.number}`, style: "title" },
      ...to(purchase, head),
      ...(purchase.closed?.how === "called off" ? [{ text: `Called off: ${purchase.closed.why}`, bold: true } as Content] : []),
      table(
        ["Part", "Name", "Quantity", "Each", "Together"],
        purchase.lines.map((line) => [
          line.theirNumber || line.partId,
          line.name,
          packs(line),
          formatMoney(line.packPriceMinor, line.offerCurrency),
          formatMoney(line.packPriceMinor * line.packs, line.offerCurrency),
        ]),
        [90, "*", 80, 70, 80],
        [2, 3, 4],
      ),
      { text: `Goods ${sums.join(" and ")}, carriage as agreed`, alignment: "right", bold: true },
      { text: `Wanted here by ${formatDay(purchase.dueDay)}`, alignment: "right" },
      ...orderAddresses(head),
      ...(purchase.dangerousGoods
        ? [
            {
              text: "Holds a lithium battery: dangerous goods, class 9. Please send with its test summary (UN 38.3) and by a carrier that takes it.",
              color: "#8E2A17",
              margin: [0, 10, 0, 0],
            } as Content,
          ]
        : []),
    ],
  };
}

/** What a supplier is told of a delivery that was short or broken; null when nothing is missing and nothing came broken. */
export function claimPaper(purchase: Purchase, head: Letterhead): Paper | null {
  const rows = purchase.lines.filter((line) => missingPieces(line) > 0 || line.broken > 0);
  if (rows.length === 0 || purchase.receipts.length === 0) return null;
  return {
    title: `Claim for order ${purchase.number}`,
    content: [
      ...shopHead(head),
      { text: `Claim for order ${purchase.number}`, style: "title" },
      ...to(purchase, head),
      {
        text: "Of this order pieces are missing or came broken or wrong. Please send what is missing, and say what becomes of the broken ones.",
      },
      table(
        ["Part", "Name", "Ordered", "Came whole", "Missing", "Broken or wrong"],
        rows.map((line) => [
          line.theirNumber || line.partId,
          line.name,
          String(orderedPieces(line)),
          String(line.came),
          String(missingPieces(line)),
          String(line.broken),
        ]),
        [90, "*", 50, 60, 50, 60],
        [2, 3, 4, 5],
      ),
      { text: "What was counted at our door", style: "heading" },
      { ul: purchase.receipts.map((receipt) => `${formatMoment(receipt.at)}: ${receipt.says}`) },
      ...(purchase.dangerousGoods && rows.some((line) => line.kind === "battery" && line.broken > 0)
        ? [
            {
              text: "A damaged lithium pack is kept apart and is not sent back as ordinary goods: please say by whom it is fetched.",
              color: "#8E2A17",
              margin: [0, 10, 0, 0],
            } as Content,
          ]
        : []),
    ],
  };
}

/** What lies in the parcel that goes back to a supplier; null where nothing came broken or wrong. */
export function returnPaper(purchase: Purchase, head: Letterhead): Paper | null {
  const rows = purchase.lines.filter((line) => line.broken > 0);
  if (rows.length === 0) return null;
  const packed = rows.some((line) => line.kind === "battery");
  return {
    title: `Return of order ${purchase.number}`,
    content: [
      ...shopHead(head),
      { text: `Return of order ${purchase.number}`, style: "title" },
      ...to(purchase, head),
      { text: "These pieces came broken or wrong and go back to you. Please credit them or send them anew." },
      table(
        ["Part", "Name", "Pieces", "Price of a pack"],
        rows.map((line) => [
          line.theirNumber || line.partId,
          line.name,
          String(line.broken),
          `${formatMoney(line.packPriceMinor, line.offerCurrency)}${line.packSize > 1 ? ` of ${line.packSize}` : ""}`,
        ]),
        [90, "*", 60, 100],
        [2, 3],
      ),
      ...rows
        .filter((line) => line.serials.length > 0)
        .map((line): Content => ({
          text: `Serial numbers that came of ${line.name}: ${line.serials.map(({ serial, lot }) => `${serial}${lot && ` (lot ${lot})`}`).join(", ")}. Mark the one that goes back.`,
        })),
      {
        text: purchase.photos.length > 0 ? `Photographs of them: ${purchase.photos.length}, with us.` : "",
        margin: [0, 6, 0, 0],
      },
      { text: "What was counted at our door", style: "heading" },
      { ul: purchase.receipts.map((receipt) => `${formatMoment(receipt.at)}: ${receipt.says}`) },
      ...(packed
        ? [
            {
              text: "Holds a lithium pack that is damaged or may be: it is not put into an ordinary parcel and goes by no ordinary carrier. Kept apart outside until it is fetched by whoever is licensed to carry it; the rules of the place decide.",
              color: "#8E2A17",
              margin: [0, 10, 0, 0],
            } as Content,
          ]
        : []),
      { text: "Packed by                                             Date", margin: [0, 30, 0, 0] },
    ],
  };
}

/** An order's lines for a supplier's form: formulas defused, so that a part's name cannot run in a spreadsheet. */
export const purchaseCsv = (purchase: Purchase): string =>
  `\uFEFF${Papa.unparse(
    purchase.lines.map((line) => ({
      order: purchase.number,
      supplier: purchase.supplierName,
      part: line.theirNumber || line.partId,
      our_part: line.partId,
      name: line.name,
      packs: line.packs,
      pack_size: line.packSize,
      pack_price: (line.packPriceMinor / 100).toFixed(2),
      currency: line.offerCurrency,
    })),
    { escapeFormulae: true, newline: "\r\n" },
  )}\r\n`;
