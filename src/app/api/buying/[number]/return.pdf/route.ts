import { returnPaper } from "@/print/purchasePaper";
import { pdfOf } from "@/print/pdf";
import { purchasePaperOf } from "../../../../buying/paper";

export const GET = purchasePaperOf(
  "application/pdf",
  "pdf",
  async (purchase, head) => {
    const paper = returnPaper(purchase, head);
    return paper && pdfOf(paper);
  },
  "Nothing of this order came broken or wrong.",
);
