import { invoicePaper } from "@/print/invoicePaper";
import { pdfOf } from "@/print/pdf";
import { invoicePaperOf } from "../../../../jobs/[id]/paper";

export const GET = invoicePaperOf("application/pdf", "pdf", (invoice) => pdfOf(invoicePaper(invoice)));
