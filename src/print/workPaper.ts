import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";
import { CAUTIONS } from "@/core/standards/cautions";
import { formatNumber } from "@/core/units/formatQuantity";
import { formatMoment } from "@/core/units/date";
import { AT } from "@/core/standards/stepPlaces";
import { dryRunOf } from "@/core/work/dryRun";
import { isQuicker, networkOf } from "@/core/work/network";
import { torqueText } from "@/core/work/torques";
import { head, hours, jobNumber, openFindings, overrides } from "./jobHead";
import type { Paper } from "./paper";

type StepView = JobView["steps"][number];
const when = formatMoment;

/** The work order for the stand: what is open on top, steps in order with parts, tools, torques, cautions and room to sign. */
export function workPaper(view: JobView): Paper {
  const { work, steps } = view;
  // A refused job is looked at, and nothing of what is refused is on the paper as work.
  const shown = work.signHeld.stop ? steps.filter((step) => step.stage === "survey") : steps;
  const held = steps.length - shown.length;
  return {
    title: `Work order ${jobNumber(view)}`,
    content: [
      ...head("Work order", view),
      ...openFindings(view),
      { text: `${steps.length} steps, ${hours(view.sheet.labourMinutes)} quoted`, style: "soft", margin: [0, 8, 0, 0] },
      ...(held > 0
        ? [
            {
              text: `${held} steps are not on this paper: nothing is built while the fit says stop.`,
              bold: true,
              color: "#8E2A17",
            },
          ]
        : []),
      ...overrides(view),
      ...(work.signHeld.stop ? [] : [...dryRun(view), ...course(view)]),
      ...shown.map((step) => stepBlock(step, steps.indexOf(step) + 1, view)),
      ...(work.signHeld.stop
        ? []
        : [...leftOver("Stays in the box", work.staysInBox), ...leftOver("Goes back to the customer", work.goesBack)]),
      ...signature(view),
    ],
  };
}

/** What is laid out before the first bolt, with boxes to tick. */
function dryRun({ steps, job, layout }: JobView): Content[] {
  const run = dryRunOf(steps, (id) => job.ticks[id] !== undefined, layout.places);
  const lines = [
    ...run.parts.map(
      (part) =>
        `${part.quantity > 1 ? `${part.quantity} × ` : ""}${part.name}${part.waits ? ` (${part.waits})` : part.bin && ` (in ${part.bin})`}`,
    ),
    ...run.templates.map(({ says }) => `Template printed at 100 %: ${says}`),
  ];
  if (lines.length === 0) return [];
  return [
    { text: "Before the first bolt", style: "heading" },
    { ul: lines.map((line) => ({ text: line, listType: "square" as const })) },
    { text: `Tools: ${run.tools.join(", ")}` },
    ...(run.uses.length > 0 ? [{ text: `Uses up: ${run.uses.join("; ")}` }] : []),
  ];
}

/** What of it must not wait: the longest chain, in its order, and what a second pair of hands is worth. */
function course({ steps, job, work }: JobView): Content[] {
  const net = networkOf(steps, (id) => job.ticks[id] !== undefined, work.dayMinutes, work.curing);
  if (net.nodes.length < 2) return [];
  const titleOf = (id: string) => steps.find((step) => step.id === id)!.title;
  const chain = net.nodes
    .filter((node) => node.isCritical)
    .map(({ id, isDone }) => `${titleOf(id)}${isDone ? " (done, cures)" : ""}`);
  return [
    {
      text: `What must not wait: ${chain.join("; then ")}. ${hours(net.oneMin)} for one${isQuicker(net) ? `, ${hours(net.twoMin)} for two` : "; a second pair of hands is no quicker"}${net.nodes.some((node) => node.curesMin > 0) ? ", what cures among it" : ""}.`,
      margin: [0, 6, 0, 0],
    },
  ];
}

function stepBlock(step: StepView, number: number, view: JobView): Content {
  const tick = view.job.ticks[step.id];
  const again = tick ? undefined : view.job.reopened[step.id];
  const numbers = (p: StepView["parts"][number]) => {
    const noted = view.job.serials.filter(({ partId }) => partId === p.id).map(({ serial }) => serial);
    // A line to write on for each piece that has none yet.
    const blanks = Array.from({ length: Math.max(0, p.quantity - noted.length) }, () => "______________");
    return !p.numbered ? "" : `, number ${[...noted, ...blanks].join(" and ")}`;
  };
  const part = (p: StepView["parts"][number]) =>
    `${p.quantity > 1 ? `${p.quantity} × ` : ""}${p.name}${p.waits ? ` (${p.waits})` : !tick && p.bin ? ` (in ${p.bin})` : ""}${numbers(p)}`;
  const lines = [
    ...step.because.map((b) => `${b.title}: ${b.says}`),
    ...step.does,
    ...(step.parts.length > 0 ? [`Parts: ${step.parts.map(part).join("; ")}`] : []),
    ...(step.tools.length > 0 ? [`Tools: ${step.tools.join(", ")}`] : []),
    ...(step.uses.length > 0 ? [`Uses up: ${step.uses.map((one) => one.says).join("; ")}`] : []),
  ];
  return {
    // A long step may break over pages; its head never stands alone.
    unbreakable: lines.length < 12,
    margin: [0, 6, 0, 2],
    stack: [
      {
        columns: [
          { text: `${number}. ${step.title}`, bold: true, fontSize: 11.5 },
          { text: `${Math.round(step.minutes)} min ${AT[step.place]}`, alignment: "right", width: 150 },
        ],
      },
      ...(again ? [{ text: `Open again since ${when(again.at)}, ${again.by || "no name"}: ${again.why}.`, bold: true }] : []),
      ...lines.map((text) => ({ text })),
      ...(step.torques.length > 0
        ? [
            {
              text: step.torques.map(torqueText).join("; "),
              bold: true,
              fontSize: 11.5,
            },
            { text: "The figure on the part governs.", style: "soft" },
          ]
        : []),
      ...step.measures.map((measure) => ({ text: readingText(measure) })),
      ...marksOn(step, view),
      ...step.waits.map(({ says }) => ({ text: `Wait. ${says}.`, italics: true })),
      ...step.cautions.map((id) => ({
        text: `Take care. ${CAUTIONS[id].says} Defer to ${CAUTIONS[id].deferTo}.`,
        color: "#8E2A17",
      })),
      {
        text: tick
          ? `Done by ${tick.by || "no name"}, ${when(tick.at)}. ${tick.note}${tick.despite && ` All the same: ${tick.despite}`}`
          : "Done by ______________________   on ____________   note ______________________________",
        margin: [0, 3, 0, 0],
        style: "soft",
      },
    ],
  };
}

/** Witness marks and what is signed, with who did, or a box and room for a name. */
const marksOn = ({ marks }: StepView, { job }: JobView): Content[] =>
  marks.length === 0
    ? []
    : [
        {
          ul: marks.map(({ key, kind, says }) => {
            const named = job.marks[key];
            return {
              text: `${kind === "witness" ? `Witness mark: ${says}` : says}   ${named ? `${named.by || "no name"}, ${when(named.at)}` : "______________"}`,
              listType: named ? ("disc" as const) : ("square" as const),
            };
          }),
        },
      ];

const WORD = { clear: "within", unsure: "too near to tell", red: "OUTSIDE" } as const;

/** What was read against its limit, or room for it. */
const readingText = ({ says, limit, unit, taken }: StepView["measures"][number]): string =>
  taken
    ? `Read: ${says}: ${formatNumber(taken.value, 2)} ${unit}, ${WORD[taken.passes]} (${limit})`
    : `Read: ${says}: ____________ ${unit} (${limit})`;

const leftOver = (title: string, lines: JobView["work"]["goesBack"]): Content[] =>
  lines.length === 0
    ? []
    : [
        {
          unbreakable: true,
          stack: [{ text: title, style: "heading" }, { ul: lines.map((line) => `${line.says}: ${line.why}`) }],
        },
      ];

function signature({ job, work }: JobView): Content[] {
  const blank: Content = { text: "Signed ______________________   on ____________", bold: true, margin: [0, 14, 0, 0] };
  if (!job.signed) return [blank];
  const signed: Content = {
    text: `Signed by ${job.signed.by}, ${when(job.signed.at)}${job.signed.despite && `. All the same: ${job.signed.despite}`}`,
    bold: true,
    margin: [0, 14, 0, 0],
  };
  if (work.changed.length === 0) return [signed];
  return [
    signed,
    { text: "Changed since it was signed: that signature does not stand for this", style: "heading" },
    { ul: [...work.changed] },
    blank,
  ];
}
