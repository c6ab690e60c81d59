import { orderOf } from "@/core/cost/orderOf";
import type { JobView } from "@/core/job/view";
import type { PlacedOrder } from "@/core/supply/placedOrder";
import type { Invoice } from "@/core/cost/invoice";
import { invoicesOfJob } from "@/shop/invoices";
import { database } from "@/shop/openShop";
import { jobForPage } from "@/server/jobForPage";

const NONE = () =>
  new Response("No such job or order.\n", { status: 404, headers: { "Content-Type": "text/plain; charset=utf-8" } });

const answer = (body: Uint8Array | string, type: string, name: string) =>
  new Response(typeof body === "string" ? body : new Uint8Array(body), {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `${type.startsWith("text/csv") ? "attachment" : "inline"}; filename="${name}"`,
      "X-Content-Type-Options": "nosniff",
    },
  });

/** An order that is only looked at. */
const NOT_PLACED = { id: "", at: "", by: "", leadDays: 0 };

type Params = { params: Promise<{ id: string }> };

/** A route that answers with a paper of a job, as it stands now; `make` has the query, and answers null where there is no such paper. */
export function jobPaper(
  type: string,
  name: (view: JobView) => string,
  make: (view: JobView, query: URLSearchParams) => Promise<Uint8Array> | string | null,
) {
  return async (request: Request, { params }: Params): Promise<Response> => {
    const view = await jobForPage((await params).id);
    const made = view && (await make(view, new URL(request.url).searchParams));
    return view && made ? answer(made, type, name(view)) : NONE();
  };
}

/** A route that answers with an order: as it was frozen when it was placed (`order` names it), or as it would be placed now (`supplier`). */
export function orderPaper(
  type: string,
  extension: string,
  make: (view: JobView, order: PlacedOrder) => Promise<Uint8Array> | string,
) {
  return async (request: Request, { params }: Params): Promise<Response> => {
    const view = await jobForPage((await params).id);
    const query = new URL(request.url).searchParams;
    const planned = view?.sheet.plan.orders.find(({ supplier }) => supplier.id === query.get("supplier"));
    const order =
      view && planned
        ? orderOf(planned, view.sheet, view.job, NOT_PLACED)
        : view?.job.orders.find((o) => o.id === query.get("order"));
    return view && order ? answer(await make(view, order), type, `order-${order.number}.${extension}`) : NONE();
  };
}

/** A route that answers with an invoice or a credit note as it was issued: `number` names it. */
export function invoicePaperOf(type: string, extension: string, make: (invoice: Invoice) => Promise<Uint8Array> | string) {
  return async (request: Request, { params }: Params): Promise<Response> => {
    const number = new URL(request.url).searchParams.get("number");
    const all = await invoicesOfJob(await database(), (await params).id.slice(0, 60));
    const invoice = all.find((one) => one.number === number);
    return invoice
      ? answer(await make(invoice), type, `${invoice.kind.replace(" ", "-")}-${invoice.number}.${extension}`)
      : NONE();
  };
}
