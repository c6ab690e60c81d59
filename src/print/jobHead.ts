import type { Content } from "pdfmake/interfaces";
import type { JobView } from "@/core/job/view";

export const jobNumber = (view: JobView) => String(view.job.number).padStart(4, "0");
export const hours = (m: number) => `${Math.floor(Math.round(m) / 60)} h ${String(Math.round(m) % 60).padStart(2, "0")}`;

/** The head that every paper of a job carries. */
export function head(title: string, view: JobView): Content[] {
  return [
    { text: title, style: "title" },
    {
      text: `Job ${jobNumber(view)}: ${view.job.wish.customer}, ${view.job.wish.bike || "bike not named"}`,
      margin: [0, 2, 0, 0],
    },
    {
      text: view.job.wish.readyBy ? `Promised by ${view.job.wish.readyBy}` : "No date promised",
      style: "soft",
      margin: [0, 0, 0, 8],
    },
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
