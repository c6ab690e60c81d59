import { orderPdf } from "@/print/documents";
import { orderPaper } from "../../../../jobs/[id]/paper";

export const GET = orderPaper("application/pdf", "pdf", orderPdf);
