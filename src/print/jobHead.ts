import type { Content } from "pdfmake/interfaces";
import { formatDay } from "@/core/units/date";
import { isOpen } from "@/core/fit/finding";
import type { ShopHead } from "@/core/house/addresses";
import type { JobView } from "@/core/job/view";

export const jobNumber = (view: JobView) => String(view.job.number).padStart(4, "0");
export { hoursOf as hours } from "@/core/units/hours";

/** Whose paper it is; nothing while the house rules have no name and no address. */
export function shopHead({ shop }: { readonly shop: Pick<ShopHead, "name" | "address"> }): Content[] {
  const lines = [
    ...(shop.name ? [{ text: shop.name, bold: true }] : []),
    ...(shop.address ? [{ text: shop.address, style: "soft" }] : []),
  ];
  return lines.length > 0 ? [{ stack: lines, alignment: "right" }] : [];
}

/** Where a supplier sends the goods, and the bill where that is elsewhere; nothing while the house rules have no address. */
export function orderAddresses({ shop }: { readonly shop: ShopHead }): Content[] {
  const lines = [
    ...(shop.deliverTo ? [`Deliver to: ${[shop.name, shop.deliverTo].filter(Boolean).join(", ")}`] : []),
    ...(shop.billTo && shop.billTo !== shop.deliverTo
      ? [`Send the bill to: ${[shop.name, shop.billTo].filter(Boolean).join(", ")}`]
      : []),
  ];
  return lines.length > 0 ? [{ stack: lines, margin: [0, 10, 0, 0] }] : [];
}

/** The head that every paper of a job carries. */
export function head(title: string, view: JobView): Content[] {
  return [
    ...shopHead(view),
    { text: title, style: "title" },
    {
      text: `Job ${jobNumber(view)}: ${view.job.wish.customer}, ${view.job.wish.bike || "bike not named"}`,
      margin: [0, 2, 0, 0],
    },
    {
      text: view.job.wish.readyBy ? `Promised by ${formatDay(view.job.wish.readyBy)}` : "No date promised",
      style: "soft",
      margin: [0, 0, 0, 8],
    },
  ];
}

/** What is open, on top of every paper of a job that the shop or its customer reads: the stops first. */
export function openFindings(view: JobView): Content[] {
  const open = view.findings.filter(isOpen);
  const part = (title: string, color: string, some: typeof open): Content[] =>
    some.length === 0
      ? []
      : [
          {
            stack: [
              { text: title, style: "heading", color },
              { ul: some.map((finding) => `${finding.verdict}: ${finding.title}. ${finding.says}`) },
            ],
          },
        ];
  return [
    ...part(
      "The fit says stop",
      "#8E2A17",
      open.filter((finding) => finding.verdict === "stop"),
    ),
    ...part(
      "Still open, so nothing of this is final",
      "#1B2A32",
      open.filter((finding) => finding.verdict !== "stop"),
    ),
  ];
}

/** What was overridden, with the reason that was given. */
export function overrides(view: JobView): Content[] {
  const lines = view.findings.filter((finding) => finding.overridden);
  if (lines.length === 0) return [];
  return [
    { text: "Overridden, with the reason", style: "heading" },
    { ul: lines.map((finding) => `${finding.title}: ${finding.overridden!.reason} (${finding.overridden!.by || "no name"})`) },
  ];
}
