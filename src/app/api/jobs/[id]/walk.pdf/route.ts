import { pdfOf } from "@/print/pdf";
import { walkPaper as paper } from "@/print/walkPaper";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `walk-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view)),
);
