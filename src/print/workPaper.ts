import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";
import { CAUTIONS } from "@/core/standards/cautions";
import { FASTENERS } from "@/core/standards/fasteners";
import { head, hours, jobNumber, overrides } from "./jobHead";
import type { Paper } from "./paper";

/** The work order for the stand: steps in order with parts, tools, torques, cautions and room to sign. */
export function workPaper(view: JobView): Paper {
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
  return {
    title: `Work order ${jobNumber(view)}`,
    content: [
      ...head("Work order", view),
      { text: `${view.steps.length} steps, ${hours(view.sheet.labourMinutes)} quoted`, style: "soft" },
      ...overrides(view),
      ...steps,
      { text: sign, bold: true, margin: [0, 14, 0, 0] },
    ],
  };
}
