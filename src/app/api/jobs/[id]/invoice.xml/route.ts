import { invoiceUbl } from "@/print/ubl";
import { invoicePaperOf } from "../../../../jobs/[id]/paper";

export const GET = invoicePaperOf("application/xml; charset=utf-8", "xml", invoiceUbl);
