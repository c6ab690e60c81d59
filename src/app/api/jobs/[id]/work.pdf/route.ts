import { workPdf } from "@/print/documents";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper("application/pdf", (view) => `work-${view.job.number}.pdf`, workPdf);
