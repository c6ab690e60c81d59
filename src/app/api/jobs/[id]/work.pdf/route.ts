import { pdfOf } from "@/print/pdf";
import { workPaper as paper } from "@/print/workPaper";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `work-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view)),
);
