import { settingsPaper as paper } from "@/print/handOverPaper";
import { pdfOf } from "@/print/pdf";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `settings-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view)),
);
