import { claimPaper } from "@/print/purchasePaper";
import { pdfOf } from "@/print/pdf";
import { purchasePaperOf } from "../../../../buying/paper";

export const GET = purchasePaperOf("application/pdf", "pdf", async (purchase, head) => {
  const paper = claimPaper(purchase, head);
  return paper && pdfOf(paper);
});
