import { pdfOf } from "@/print/pdf";
import { sheetPaper as paper } from "@/print/sheetPaper";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper(
  "application/pdf",
  (view) => `sheet-${view.job.number}.pdf`,
  (view, query) => {
    const asked = query.get("given");
    if (asked === null) return pdfOf(paper(view));
    const given = /^\d{1,2}$/.test(asked) ? Number(asked) : -1;
    return view.job.given[given]?.whole ? pdfOf(paper(view, given)) : null;
  },
);
