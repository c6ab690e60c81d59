import { isSlot, preview } from "@/shop/choices";
import { database } from "@/shop/openShop";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const slot = query.get("slot") ?? "";
  if (!isSlot(slot)) return Response.json({ error: `no such slot: ${slot.slice(0, 40)}` }, { status: 400 });
  const ids = (query.get("parts") ?? "").split(",").filter(Boolean).slice(0, 60);
  const tried = await preview(await database(), (await params).id, slot, ids, new Date().toISOString());
  return tried ? Response.json(tried) : Response.json({ error: "no such job" }, { status: 404 });
}
