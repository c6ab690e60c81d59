import { accountOf } from "@/core/cost/payments";
import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";
import { formatMoney } from "@/core/money/money";
import { promiseBound, promiseFigure } from "@/core/promise/promiseText";
import { ridePromises } from "@/core/promise/ridePromises";
import { forecast } from "@/core/ride/forecast";
import { segmentsOf } from "@/core/route/profile";
import { contingencyTitle } from "@/core/cost/contingency";
import { CAUTIONS } from "@/core/standards/cautions";
import { head, hours, jobNumber, openFindings, overrides } from "./jobHead";
import { table, type Paper } from "./paper";

/** The customer's sheet: what they get, what it costs, what is promised, and what is still open. No cost prices or margins. */
export function sheetPaper(view: JobView): Paper {
  const { sheet } = view;
  const m = (minor: number) => formatMoney(minor, sheet.currency);
  const figure = (id: string, value: number | string | null) => promiseFigure(id, value, sheet.currency);
  const rows = (group: "running" | "dressing") =>
    sheet.lines
      .filter((line) => line.group === group)
      .map((line) => [
        line.says,
        line.source === "customer" ? "yours" : line.source === "in the kit" ? "in the kit" : "",
        String(line.quantity),
        line.priceMinor === null ? "not priced" : line.source === "in the kit" ? "" : m(line.priceMinor),
      ]);
  const section = (title: string, group: "running" | "dressing", total: number): Content[] =>
    rows(group).length === 0
      ? []
      : [
          { text: title, style: "heading" },
          table(["Part", "", "Qty", "Price"], rows(group), ["*", 70, 40, 80], [2, 3]),
          { text: `Subtotal ${m(total)}`, alignment: "right", bold: true },
        ];
  const rides = rideLines(view);
  const promised = [...view.promises, ...rides.promises].map(
    (p) =>
      `${p.title}: asked ${p.asked === null ? "" : promiseBound(p.id)}${figure(p.id, p.asked)}, predicted ${figure(p.id, p.predicted)} (${p.note})`,
  );
  const account = accountOf(view.job.payments, sheet);
  return {
    title: `Build sheet ${jobNumber(view)}`,
    content: [
      ...head("Build sheet", view),
      ...openFindings(view),
      ...section("The running bike", "running", sheet.runningMinor),
      ...section("The dressing", "dressing", sheet.dressingMinor),
      { text: "Together", style: "heading" },
      table(
        ["", "Amount"],
        [
          ["Parts", m(sheet.runningMinor + sheet.dressingMinor)],
          [`Labour, ${hours(sheet.labourMinutes)}`, m(sheet.labourMinor)],
          ["Carriage", m(sheet.carriageMinor)],
          ["Consumables", m(sheet.consumablesMinor)],
          [contingencyTitle(sheet), m(sheet.contingencyMinor)],
          ["Tax", m(sheet.taxMinor)],
          [
            { text: "All in", bold: true },
            { text: m(sheet.allInMinor), bold: true },
          ],
          ["Deposit with the order", m(sheet.depositMinor)],
          ...(account.paidMinor !== 0
            ? [
                ["Paid", m(account.paidMinor)],
                ["Still owed", m(account.owedMinor)],
              ]
            : []),
        ],
        ["*", 110],
        [1],
      ),
      { text: "Every amount is reckoned in decimal and rounded half up to the cent.", style: "soft", fontSize: 8 },
      ...(sheet.unpriced > 0
        ? [{ text: `${sheet.unpriced} line(s) have no price yet: the total is at least what stands here.`, color: "#C23B22" }]
        : []),
      { text: "What is promised", style: "heading" },
      { ul: promised },
      ...rides.rests,
      ...overrides(view),
      { text: "Please note", style: "heading" },
      {
        ul: [
          CAUTIONS.law.says,
          CAUTIONS.packFire.says,
          view.steps.some((step) => step.id === "revisit")
            ? "Axle nuts, arms, spokes and crank bolts are checked again after 20 km, and that is in the price: bring the bike back for it."
            : "Axle nuts, arms, spokes and crank bolts are checked again after 20 km: by you, or by us for its time.",
        ],
        style: "soft",
      },
    ],
  };
}

/** The ride on the customer's road: its promises, and what they rest on. */
function rideLines(view: JobView): { promises: ReturnType<typeof ridePromises>; rests: Content[] } {
  const { input } = view.ride;
  const { route } = view.job.wish;
  if (!input || !route) return { promises: [], rests: [] };
  const made = forecast(input, segmentsOf(route));
  return {
    promises: ridePromises(made, input.asked),
    rests: [
      { text: "The ride is a forecast, not a measurement. It rests on", style: "heading" },
      { ul: input.assumptions, style: "soft" },
    ],
  };
}
