import { purchaseCsv } from "@/print/purchasePaper";
import { purchasePaperOf } from "../../../../buying/paper";

export const GET = purchasePaperOf("text/csv; charset=utf-8", "csv", (purchase) => purchaseCsv(purchase));
