import { commissioningPaper as paper } from "@/print/handOverPaper";
import { pdfOf } from "@/print/pdf";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `commissioning-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view)),
);
