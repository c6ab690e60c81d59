import { walkPdf } from "@/print/walk";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper("application/pdf", (view) => `walk-${view.job.number}.pdf`, walkPdf);
