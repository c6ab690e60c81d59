import type { Purchase } from "@/core/supply/purchaseSchema";
import type { Letterhead } from "@/print/purchasePaper";
import { openPurchase } from "@/shop/buying";
import { database } from "@/shop/openShop";

type Params = { params: Promise<{ number: string }> };

/** A route that answers with a paper of a purchase, or says that there is none. */
export const purchasePaperOf =
  (
    type: string,
    ending: string,
    make: (purchase: Purchase, head: Letterhead) => Promise<Uint8Array | string | null> | string | null,
    /** Said where this order has no such paper. */
    none = "Nothing of this order is missing or broken.",
  ) =>
  async (_request: Request, { params }: Params): Promise<Response> => {
    const { number } = await params;
    const page = await openPurchase(await database(), number, new Date().toISOString());
    const made = page && (await make(page.purchase, { shop: page.shop, customerNumber: page.customerNumber }));
    if (!page || made === null || made === undefined)
      return new Response(page ? none : "There is no such order.", { status: 404 });
    return new Response(made as BodyInit, {
      headers: {
        "content-type": type,
        "content-disposition": `inline; filename="${page.purchase.number}.${ending}"`,
      },
    });
  };
