import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";
import { formatMoney } from "@/core/money/money";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import { formatDay } from "@/core/units/date";
import { jobNumber, openFindings, orderAddresses, shopHead } from "./jobHead";
import { table, type Paper } from "./paper";

/** A purchase order as it was placed, or as it would be. */
export function orderPaper(view: JobView, order: PlacedOrder): Paper {
  const rows = order.lines.map((line) => [
    line.partId,
    line.name,
    line.packSize > 1 ? `${line.packs} packs of ${line.packSize}` : String(line.packs),
    formatMoney(line.packPriceMinor, line.offerCurrency),
    formatMoney(line.packPriceMinor * line.packs, line.offerCurrency),
  ]);
  // What the supplier asks: duty, broker and fees are the shop's.
  const { goodsMinor, carriageMinor } = order.landed ?? order;
  return {
    title: `Order ${order.number}`,
    content: [
      ...shopHead(view),
      { text: `Order ${order.number}`, style: "title" },
      { text: `To ${order.supplierName}`, margin: [0, 2, 0, 0] },
      {
        text:
          order.placed.at === ""
            ? `Not placed yet, for job ${jobNumber(view)}`
            : `Placed ${formatDay(order.placed.at)} by ${order.placed.by || "no name"}, for job ${jobNumber(view)}`,
        style: "soft",
        margin: [0, 0, 0, 10],
      },
      // Before it is placed the shop reads it; the supplier's copy holds nothing of the customer's bike.
      ...(order.placed.at === "" ? openFindings(view) : []),
      ...(order.off
        ? [{ text: `${order.off.how === "cancelled" ? "Cancelled" : "Sent back"}: ${order.off.why}`, bold: true } as Content]
        : []),
      table(["Part", "Name", "Quantity", "Each", "Together"], rows, [80, "*", 70, 70, 80], [2, 3, 4]),
      {
        text: `Goods ${formatMoney(goodsMinor, order.currency)}, carriage ${formatMoney(carriageMinor, order.currency)}`,
        alignment: "right",
      },
      {
        text: `Total ${formatMoney(goodsMinor + carriageMinor, order.currency)}`,
        alignment: "right",
        bold: true,
        fontSize: 13,
      },
      ...orderAddresses(view),
      ...(order.lines.some((line) => line.offerCurrency !== order.currency)
        ? [
            {
              text: `Prices in another currency are put into ${order.currency} at the shop's rate, in decimal, half up to the cent.`,
              style: "soft",
            } as Content,
          ]
        : []),
      ...(order.dangerousGoods
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
