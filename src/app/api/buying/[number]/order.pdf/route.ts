import { pdfOf } from "@/print/pdf";
import { purchasePaper } from "@/print/purchasePaper";
import { purchasePaperOf } from "../../../../buying/paper";

export const GET = purchasePaperOf("application/pdf", "pdf", (purchase, head) => pdfOf(purchasePaper(purchase, head)));
