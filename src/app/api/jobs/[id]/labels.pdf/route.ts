import { jobLabels } from "@/core/job/jobLabels";
import { labelsPaper } from "@/print/labelsPaper";
import { pdfOf } from "@/print/pdf";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `labels-${view.job.number}.pdf`,
  (view, query) => pdfOf(labelsPaper(jobLabels(view.job), Number(/^\d{1,2}$/.exec(query.get("skip") ?? "")?.[0] ?? 0) % 24)),
);
