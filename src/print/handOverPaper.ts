import type { Content } from "pdfmake/interfaces";
import { strokesPath, PAD } from "@/core/job/signaturePad";
import type { JobView } from "@/core/job/view";
import { promiseBound, promiseFigure, promisePlusMinus } from "@/core/promise/promiseText";
import type { Promise as Promised } from "@/core/promise/promises";
import { CAUTIONS, type CautionId } from "@/core/standards/cautions";
import { formatDay, formatMoment } from "@/core/units/date";
import { formatNumber } from "@/core/units/formatQuantity";
import { head, jobNumber, openFindings } from "./jobHead";
import { table, type Paper } from "./paper";

/** What the customer takes home: the rider's sheet, asked and proved, the checks with their readings, the pieces, and both names. */
export function handOverPaper(view: JobView, ridden: readonly Promised[] = []): Paper {
  const { handOver, job } = view;
  const { rider, holds } = handOver;
  return {
    title: `Hand-over ${jobNumber(view)}`,
    content: [
      ...head("Hand-over", view),
      ...openFindings(view),
      ...(holds.length > 0 && !job.handed
        ? [
            {
              stack: [
                { text: "Not to be handed over yet", style: "heading", color: "#8E2A17" },
                { ul: holds.map((why) => `${why}.`) },
              ],
            } as Content,
          ]
        : []),
      ...rider.sections.map(({ title, lines }): Content => ({
        unbreakable: true,
        stack: [{ text: title, style: "heading" }, { ul: [...lines] }],
      })),
      {
        unbreakable: true,
        stack: [
          { text: "When it is looked at again", style: "heading" },
          table(
            ["When", "Day", "What"],
            rider.visits.map(({ when, day, what }) => [when, day === null ? "" : `by ${formatDay(day)}`, what]),
            [150, 100, "*"],
          ),
        ],
      },
      ...(rider.label
        ? [
            {
              unbreakable: true,
              stack: [
                { text: "Label for the bike", style: "heading" },
                { text: rider.label.text, bold: true, fontSize: 13 },
                { text: `The law here wants, as far as it is known: ${rider.label.wants}. Confirm it locally.`, style: "soft" },
              ],
            } as Content,
          ]
        : []),
      ...promised(view, ridden),
      ...commissioning(view),
      ...readBack(view),
      ...pieces(view),
      cautions(["packFire", "law"]),
      ...signatures(view),
    ],
  };
}

/** The checks of commissioning with every reading, by themselves. */
export const commissioningPaper = (view: JobView): Paper => ({
  title: `Checks ${jobNumber(view)}`,
  content: [
    ...head("Checks before the hand-over", view),
    ...openFindings(view),
    ...(view.checks.length === 0
      ? [{ text: "There is no work order yet: no check is to be made." } as Content]
      : commissioning(view)),
    cautions(["brakes", "packFire", "law"]),
  ],
});

/** What the controller is to hold and why, what it held and holds, by itself. */
export const settingsPaper = (view: JobView): Paper => {
  const { sheet, wanted, why } = view.settings;
  return {
    title: `Settings ${jobNumber(view)}`,
    content: [
      ...head("Settings", view),
      { text: `Family: ${sheet.family}. Nothing else is set: another value makes it another vehicle, or hurts pack or motor.` },
      table(
        ["Setting", "Wanted", "From, to", "Why"],
        sheet.parameters.map(({ id, says, unit, min, max }) => [
          says,
          wanted[id] === undefined ? "as delivered" : `${formatNumber(wanted[id], 2)} ${unit}`.trim(),
          `${formatNumber(min, 2)}, ${formatNumber(max, 2)} ${unit}`.trim(),
          why[id] ?? "",
        ]),
        [130, 80, 90, "*"],
      ),
      ...readBack(view),
      cautions(["law", "packFire"]),
    ],
  };
};

const cautions = (ids: readonly CautionId[]): Content => ({
  text: ids.map((id) => `${CAUTIONS[id].says} Defer to ${CAUTIONS[id].deferTo}.`).join(" "),
  color: "#8E2A17",
  margin: [0, 10, 0, 0],
});

function promised({ promises, sheet, job }: JobView, ridden: readonly Promised[]): Content[] {
  const rows = [...promises, ...ridden].map((promise) => [
    promise.title,
    promise.asked === null
      ? "not asked"
      : `${promiseBound(promise.id)}${promiseFigure(promise.id, promise.asked, sheet.currency)}`,
    promiseFigure(promise.id, promise.predicted, sheet.currency),
    promise.proved === null
      ? "not proved"
      : `${promiseFigure(promise.id, promise.proved, sheet.currency)} ${promisePlusMinus(promise.id, promise.plusMinus)}`.trim(),
    promise.stands ?? "",
  ]);
  return [
    {
      unbreakable: true,
      stack: [
        { text: "Asked, predicted, proved", style: "heading" },
        table(["Promise", "Asked", "Predicted", "Proved", "Stands"], rows, ["*", 100, 100, 110, 80]),
        ...job.less.map(({ customer, says, at }) => ({ text: `${customer} takes less, ${formatDay(at.slice(0, 10))}: ${says}` })),
      ],
    },
  ];
}

function commissioning({ checks }: JobView): Content[] {
  if (checks.length === 0) return [];
  return [
    { text: "Checks", style: "heading" },
    table(
      ["Check", "Readings", "Passed"],
      checks.map(({ check, number, measures, stands, passed }) => [
        `${number}. ${check.title}`,
        measures
          .map(({ says, limit, unit, taken, plusMinus }) =>
            taken
              ? `${says}: ${formatNumber(taken.value, 2)}${plusMinus > 0 ? ` ± ${formatNumber(plusMinus, 2)}` : ""} ${unit} (${limit})`
              : `${says}: not read (${limit})`,
          )
          .join("; ") || check.passes,
        stands === "passed"
          ? `${passed!.by || "no name"}, ${formatMoment(passed!.at)}${passed!.says && `: ${passed!.says}`}`
          : "NOT PASSED",
      ]),
      [130, "*", 120],
    ),
  ];
}

/** What was read back of the controller last, beside what it was delivered with. */
function readBack({ job, settings }: JobView): Content[] {
  const last = job.talks.findLast(({ after, family }) => after !== null && family === settings.sheet.family);
  if (!last) return [];
  return [
    {
      unbreakable: true,
      stack: [
        { text: `Settings as read back, ${last.family}, ${formatMoment(last.at)}`, style: "heading" },
        table(
          ["Setting", "Read back", "As delivered"],
          settings.sheet.parameters.map(({ id, says, unit, delivered }) => [
            says,
            last.after![id] === undefined ? "not read" : `${formatNumber(last.after![id], 2)} ${unit}`,
            `${formatNumber(delivered, 2)} ${unit}`,
          ]),
          ["*", 120, 120],
        ),
      ],
    } as Content,
  ];
}

function pieces({ handOver, steps }: JobView): Content[] {
  const settings = steps.find(({ id }) => id === "settings")?.does ?? [];
  return [
    ...(settings.length > 0
      ? [{ unbreakable: true, stack: [{ text: "What is set", style: "heading" }, { ul: [...settings] }] } as Content]
      : []),
    ...(handOver.warranty.length > 0
      ? [
          {
            unbreakable: true,
            stack: [
              { text: "Pieces by their numbers", style: "heading" },
              table(
                ["Piece", "Number", "From"],
                handOver.warranty.map(({ part, serials, from }) => [part, serials.join(", ") || "not noted", from]),
                ["*", 120, 190],
              ),
              { text: "What each maker and the law of the place grant holds; this sheet takes nothing from it.", style: "soft" },
            ],
          } as Content,
        ]
      : []),
  ];
}

function signatures({ job }: JobView): Content[] {
  const { handed } = job;
  if (!handed)
    return [
      { text: "Handed over by ______________________   on ____________", bold: true, margin: [0, 16, 0, 0] },
      { text: "Received by ______________________   on ____________", bold: true, margin: [0, 14, 0, 0] },
    ];
  return [
    { text: `Handed over by ${handed.by}, ${formatMoment(handed.at)}`, bold: true, margin: [0, 16, 0, 0] },
    {
      text: `Received by ${handed.customer}${handed.strokes === null ? ", signed on paper ______________________" : ""}`,
      bold: true,
      margin: [0, 6, 0, 0],
    },
    ...(handed.strokes === null
      ? []
      : [
          {
            svg: `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${PAD.width} ${PAD.height}"><path d="${strokesPath(handed.strokes)}" fill="none" stroke="#1B2A32" stroke-width="2.4" stroke-linecap="round"/></svg>`,
            width: 200,
          } as Content,
        ]),
  ];
}
