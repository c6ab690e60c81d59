import { orderCsv } from "@/print/csv";
import { orderPaper } from "../../../../jobs/[id]/paper";

export const GET = orderPaper("text/csv; charset=utf-8", "csv", (_view, order) => orderCsv(order));
