import { ridden } from "@/core/job/ridden";
import { handOverPaper } from "@/print/handOverPaper";
import { pdfOf } from "@/print/pdf";
import { handedByLink } from "@/shop/customerLinks";
import { database } from "@/shop/openShop";

/** The paper that a customer took home, by their link; no other paper is reached by it. */
export async function GET(_request: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  const view = await handedByLink(await database(), (await params).token, new Date().toISOString());
  if (!view) return new Response("No such paper.\n", { status: 404, headers: { "Content-Type": "text/plain; charset=utf-8" } });
  const paper = handOverPaper(view, ridden(view.job.rides, view.ride, view.job.wish).promises);
  return new Response(new Uint8Array(await pdfOf(paper)), {
    headers: {
      "Content-Type": "application/pdf",
      "Content-Disposition": 'inline; filename="your-bicycle.pdf"',
      "X-Content-Type-Options": "nosniff",
      "X-Robots-Tag": "noindex",
      "Referrer-Policy": "no-referrer",
    },
  });
}
