import { sheetPdf } from "@/print/documents";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper("application/pdf", (view) => `sheet-${view.job.number}.pdf`, sheetPdf);
