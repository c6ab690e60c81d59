import { labourLines } from "@/core/cost/labourLines";
import { taxLines } from "@/core/cost/tax";
import { accountOf } from "@/core/cost/account";
import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";
import { formatMoney } from "@/core/money/money";
import { promiseBound, promiseFigure } from "@/core/promise/promiseText";
import type { Promise } from "@/core/promise/promises";
import { rideMade } from "@/core/job/rideMade";
import { contingencyTitle } from "@/core/cost/contingency";
import { CAUTIONS } from "@/core/standards/cautions";
import { isOnBench } from "@/core/job/given";
import { letterOf } from "@/core/job/letters";
import type { GivenSheet } from "@/core/job/givenSheet";
import { PAD, strokesPath } from "@/core/job/signaturePad";
import { formatDay } from "@/core/units/date";
import { head, jobNumber, openFindings, overrides } from "./jobHead";
import { table, type Paper } from "./paper";

/** The customer's sheet: what they get, what it costs, what is promised, and what is still open. No cost prices or margins. */
export function sheetPaper(view: JobView, given: number | null = null): Paper {
  const one = given === null ? null : (view.job.given[given] ?? null);
  const whole = one?.whole ?? null;
  const sheet = whole?.sheet ?? view.sheet;
  // What is found on another build than the sheet's says nothing of it.
  const here = one === null || isOnBench(one, view.job);
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
  const rides = here ? rideLines(view) : { promises: [], rests: [] };
  const promised = promisesOf(whole?.promises ?? view.promises, rides.promises).map(
    (p) =>
      `${p.title}: asked ${p.asked === null ? "" : promiseBound(p.id)}${figure(p.id, p.asked)}, predicted ${figure(p.id, p.predicted)} (${p.note})`,
  );
  const account = accountOf(view.job.payments, sheet);
  return {
    title: `Build sheet ${jobNumber(view)}${one ? ` ${letterOf(given!)}` : ""}`,
    content: [
      ...head(one ? `Build sheet ${letterOf(given!)}` : "Build sheet", view),
      ...(one ? [{ text: `As it was given on ${formatDay(one.at)}`, style: "soft" }] : []),
      ...(here ? openFindings(view) : []),
      ...section("The running bike", "running", sheet.runningMinor),
      ...section("The dressing", "dressing", sheet.dressingMinor),
      { text: "Together", style: "heading" },
      table(
        ["", "Amount"],
        [
          ["Parts", m(sheet.runningMinor + sheet.dressingMinor)],
          ...labourLines(sheet).map(([says, minor]): [string, string] => [says, m(minor)]),
          ["Carriage", m(sheet.carriageMinor)],
          ["Consumables", m(sheet.consumablesMinor)],
          [contingencyTitle(sheet), m(sheet.contingencyMinor)],
          ...(sheet.discountMinor > 0 ? [[`Discount: ${sheet.discountWhy}`, `−${m(sheet.discountMinor)}`]] : []),
          ...taxLines(sheet).map(([says, minor]): [string, string] => [says, m(minor)]),
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
      ...(here ? overrides(view) : []),
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
      ...acceptance(one),
    ],
  };
}

/** Who accepted it, with their signature; else where to sign. */
function acceptance(one: GivenSheet | null): Content[] {
  const answer = one?.answer;
  if (answer?.how === "declined") return [{ text: `Declined on ${formatDay(answer.at)}`, margin: [0, 12, 0, 0] }];
  const lines: Content[] = answer
    ? [
        { text: `Accepted by ${answer.name} on ${formatDay(answer.at)}${answer.strokes ? "" : ", signed on paper"}`, bold: true },
        ...(answer.strokes
          ? [
              {
                svg: `<svg viewBox="0 0 ${PAD.width} ${PAD.height}"><path d="${strokesPath(answer.strokes)}" fill="none" stroke="#1B2A32" stroke-width="2.5" stroke-linecap="round"/></svg>`,
                width: 190,
              },
            ]
          : []),
      ]
    : [
        { text: "Accepted: what is asked beyond this sheet is asked first.", bold: true },
        {
          text: "Name ______________________    Day ______________    Signature ____________________________",
          margin: [0, 18, 0, 0],
        },
      ];
  return [{ stack: lines, unbreakable: true, margin: [0, 14, 0, 0] }];
}

/** What was promised of the ride when the sheet was given stands; it is reckoned anew where that was not kept. */
const promisesOf = <P extends { readonly id: string }>(kept: readonly P[], ride: readonly Promise[]) => [
  ...kept,
  ...ride.filter((one) => !kept.some((other) => other.id === one.id)),
];

/** The ride on the customer's road: its promises, and what they rest on. */
function rideLines(view: JobView): { promises: readonly Promise[]; rests: Content[] } {
  const made = rideMade(view.ride, view.job.wish);
  if (!made) return { promises: [], rests: [] };
  return {
    promises: made.promises,
    rests: [
      { text: "The ride is a forecast, not a measurement. It rests on", style: "heading" },
      { ul: view.ride.input!.assumptions, style: "soft" },
    ],
  };
}
