import { labelsPaper } from "@/print/labelsPaper";
import { pdfOf } from "@/print/pdf";
import { database } from "@/shop/openShop";
import { labelsOf } from "@/shop/counting";

/** Labels of these parts, or of all that lie on the shelf, as PDF. */
export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const ids = query.get("of");
  const skip = Number(/^\d{1,2}$/.exec(query.get("skip") ?? "")?.[0] ?? 0) % 24;
  const labels = await labelsOf(await database(), ids === null ? null : ids.slice(0, 4_000).split(","));
  if (labels.length === 0) return new Response("None of these parts is in the books.", { status: 404 });
  return new Response((await pdfOf(labelsPaper(labels, skip))) as BodyInit, {
    headers: { "content-type": "application/pdf", "content-disposition": 'inline; filename="labels.pdf"' },
  });
}
