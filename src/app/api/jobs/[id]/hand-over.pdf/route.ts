import { handOverPaper as paper } from "@/print/handOverPaper";
import { pdfOf } from "@/print/pdf";
import { ridden } from "@/core/job/ridden";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `hand-over-${view.job.number}.pdf`,
  (view) => pdfOf(paper(view, ridden(view.job.rides, view.ride, view.job.wish).promises)),
);
