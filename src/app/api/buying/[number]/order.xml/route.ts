import { orderUbl } from "@/print/ubl";
import { purchasePaperOf } from "../../../../buying/paper";

export const GET = purchasePaperOf(
  "application/xml; charset=utf-8",
  "xml",
  orderUbl,
  "Its prices are in several currencies: such a document holds one.",
);
