import Papa from "papaparse";
import type { Content } from "pdfmake/interfaces";
import { formatMoney } from "@/core/money/money";
import { formatNumber } from "@/core/units/formatQuantity";
import { CAUTIONS } from "@/core/standards/cautions";
import { FASTENERS } from "@/core/standards/fasteners";
import { isOpen } from "@/core/fit/finding";
import { ridePromises } from "@/core/promise/ridePromises";
import { forecast } from "@/core/ride/forecast";
import { segmentsOf } from "@/core/route/profile";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import type { JobView } from "@/core/job/view";
import { pdfOf, table } from "./pdf";

const number = (view: JobView) => String(view.job.number).padStart(4, "0");
const minutes = (m: number) => `${Math.floor(Math.round(m) / 60)} h ${String(Math.round(m) % 60).padStart(2, "0")}`;

/** The head that every paper of a job carries. */
function head(title: string, view: JobView): Content[] {
  return [
    { text: title, style: "title" },
    { text: `Job ${number(view)}: ${view.job.wish.customer}, ${view.job.wish.bike || "bike not named"}`, margin: [0, 2, 0, 0] },
    {
      text: view.job.wish.readyBy ? `Promised by ${view.job.wish.readyBy}` : "No date promised",
      style: "soft",
      margin: [0, 0, 0, 8],
    },
  ];
}

function overrides(view: JobView): Content[] {
  const lines = view.findings.filter((finding) => finding.overridden);
  if (lines.length === 0) return [];
  return [
    { text: "Overridden, with the reason", style: "heading" },
    { ul: lines.map((finding) => `${finding.title}: ${finding.overridden!.reason} (${finding.overridden!.by || "no name"})`) },
  ];
}

/** The customer's sheet: what they get, what it costs, what is promised, and what is still open. No cost prices or margins. */
export function sheetPdf(view: JobView): Promise<Uint8Array> {
  const { sheet } = view;
  const m = (minor: number) => formatMoney(minor, sheet.currency);
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
  const open = view.findings.filter(isOpen);
  const rides = rideLines(view);
  const promised = [...view.promises, ...rides.promises].map(
    (p) =>
      `${p.title}: asked ${p.asked === null ? "" : bound(p.id)}${show(p.id, p.asked, m)}, predicted ${show(p.id, p.predicted, m)} (${p.note})`,
  );
  return pdfOf(`Build sheet ${number(view)}`, [
    ...head("Build sheet", view),
    ...section("The running bike", "running", sheet.runningMinor),
    ...section("The dressing", "dressing", sheet.dressingMinor),
    { text: "Together", style: "heading" },
    table(
      ["", "Amount"],
      [
        ["Parts", m(sheet.runningMinor + sheet.dressingMinor)],
        [`Labour, ${minutes(sheet.labourMinutes)}`, m(sheet.labourMinor)],
        ["Carriage", m(sheet.carriageMinor)],
        ["Consumables", m(sheet.consumablesMinor)],
        ["Contingency", m(sheet.contingencyMinor)],
        ["Tax", m(sheet.taxMinor)],
        [
          { text: "All in", bold: true },
          { text: m(sheet.allInMinor), bold: true },
        ],
        ["Deposit with the order", m(sheet.depositMinor)],
      ],
      ["*", 110],
      [1],
    ),
    ...(sheet.unpriced > 0
      ? [{ text: `${sheet.unpriced} line(s) have no price yet: the total is at least what stands here.`, color: "#C23B22" }]
      : []),
    { text: "What is promised", style: "heading" },
    { ul: promised },
    ...rides.rests,
    ...(open.length > 0
      ? [
          { text: "Still open, so nothing of this is final", style: "heading" } as Content,
          { ul: open.map((finding) => `${finding.verdict}: ${finding.title}. ${finding.says}`) } as Content,
        ]
      : []),
    ...overrides(view),
    { text: "Please note", style: "heading" },
    {
      ul: [
        CAUTIONS.law.says,
        CAUTIONS.packFire.says,
        "Axle nuts, arms, spokes and crank bolts are checked again after 20 km: bring the bike back for it.",
      ],
      style: "soft",
    },
  ]);
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

const bound = (id: string): string => (id === "ready" ? "by " : id === "range" || id === "hill" ? "≥ " : "≤ ");

function show(id: string, value: number | string | null, m: (minor: number) => string): string {
  if (value === null) return "–";
  if (id === "price") return m(Number(value));
  if (id === "mass") return `${formatNumber(Number(value), 1)} kg`;
  if (id === "range") return `${formatNumber(Number(value), 0)} km`;
  return id === "assist" || id === "hill" ? `${formatNumber(Number(value), 1)} km/h` : String(value);
}

/** The work order for the stand: steps in order with parts, tools, torques, cautions and room to sign. */
export function workPdf(view: JobView): Promise<Uint8Array> {
  const steps = view.steps.flatMap((step, index): Content[] => {
    const tick = view.job.ticks[step.id];
    const torques = step.fasteners.map(
      (id) =>
        `${FASTENERS[id].says} ${FASTENERS[id].lowNm}–${FASTENERS[id].highNm} N·m${"hand" in FASTENERS[id] ? ` (${(FASTENERS[id] as { hand: string }).hand})` : ""}`,
    );
    const lines = [
      ...step.because.map((b) => `${b.title}: ${b.says}`),
      ...(step.parts.length > 0
        ? [
            `Parts: ${step.parts.map((p) => `${p.quantity > 1 ? `${p.quantity} × ` : ""}${p.name}${p.waits ? ` (${p.waits})` : ""}`).join("; ")}`,
          ]
        : []),
      ...(step.tools.length > 0 ? [`Tools: ${step.tools.join(", ")}`] : []),
      ...(torques.length > 0 ? [`Torque: ${torques.join("; ")}. The figure on the part governs.`] : []),
    ];
    return [
      {
        unbreakable: true,
        margin: [0, 6, 0, 2],
        stack: [
          {
            columns: [
              { text: `${index + 1}. ${step.title}`, bold: true, fontSize: 11.5 },
              { text: `${Math.round(step.minutes)} min`, alignment: "right", width: 60 },
            ],
          },
          ...lines.map((text) => ({ text })),
          ...step.cautions.map((id) => ({
            text: `Take care. ${CAUTIONS[id].says} Defer to ${CAUTIONS[id].deferTo}.`,
            color: "#8E2A17",
          })),
          {
            text: tick
              ? `Done by ${tick.by || "no name"}, ${tick.at.slice(0, 16).replace("T", " ")}. ${tick.note}`
              : "Done by ______________________   on ____________   note ______________________________",
            margin: [0, 3, 0, 0],
            style: "soft",
          },
        ],
      },
    ];
  });
  const sign = view.job.signed
    ? `Signed by ${view.job.signed.by}, ${view.job.signed.at.slice(0, 16).replace("T", " ")}`
    : "Signed ______________________   on ____________";
  return pdfOf(`Work order ${number(view)}`, [
    ...head("Work order", view),
    { text: `${view.steps.length} steps, ${minutes(view.sheet.labourMinutes)} quoted`, style: "soft" },
    ...overrides(view),
    ...steps,
    { text: sign, bold: true, margin: [0, 14, 0, 0] },
  ]);
}

/** A purchase order as it was placed. */
export function orderPdf(view: JobView, order: PlacedOrder): Promise<Uint8Array> {
  const rows = order.lines.map((line) => [
    line.partId,
    line.name,
    line.packSize > 1 ? `${line.packs} packs of ${line.packSize}` : String(line.packs),
    formatMoney(line.packPriceMinor, line.offerCurrency),
    formatMoney(line.packPriceMinor * line.packs, line.offerCurrency),
  ]);
  return pdfOf(`Order ${order.number}`, [
    { text: `Order ${order.number}`, style: "title" },
    { text: `To ${order.supplierName}`, margin: [0, 2, 0, 0] },
    {
      text: `Placed ${order.placed.at.slice(0, 10)} by ${order.placed.by || "no name"}, for job ${number(view)}`,
      style: "soft",
      margin: [0, 0, 0, 10],
    },
    table(["Part", "Name", "Quantity", "Each", "Together"], rows, [80, "*", 70, 70, 80], [2, 3, 4]),
    {
      text: `Goods ${formatMoney(order.goodsMinor, order.currency)}, carriage ${formatMoney(order.carriageMinor, order.currency)}`,
      alignment: "right",
    },
    {
      text: `Total ${formatMoney(order.goodsMinor + order.carriageMinor, order.currency)}`,
      alignment: "right",
      bold: true,
      fontSize: 13,
    },
    ...(order.dangerousGoods
      ? [
          {
            text: "Holds a lithium battery: dangerous goods, class 9. Please send with its test summary (UN 38.3) and by a carrier that takes it.",
            color: "#8E2A17",
            margin: [0, 10, 0, 0],
          } as Content,
        ]
      : []),
  ]);
}

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
