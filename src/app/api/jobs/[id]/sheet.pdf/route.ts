import { pdfOf } from "@/print/pdf";
import { sheetPaper as paper } from "@/print/sheetPaper";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `sheet-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view)),
);
