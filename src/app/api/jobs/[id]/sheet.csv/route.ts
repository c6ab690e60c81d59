import { sheetCsv } from "@/print/csv";
import { jobPaper } from "../../../../jobs/[id]/paper";

export const GET = jobPaper("text/csv; charset=utf-8", (view) => `sheet-${view.job.number}.csv`, sheetCsv);
