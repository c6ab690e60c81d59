import { pdfOf } from "@/print/pdf";
import { orderPaper as paper } from "@/print/orderPaper";
import { orderPaper } from "../../../../jobs/[id]/paper";

export const GET = orderPaper("application/pdf", "pdf", (view, order) => pdfOf(paper(view, order)));
