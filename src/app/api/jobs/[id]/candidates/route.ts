import { candidates, isSlot } from "@/shop/choices";
import { database } from "@/shop/openShop";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const slot = query.get("slot") ?? "";
  if (!isSlot(slot)) return Response.json({ error: `no such slot: ${slot.slice(0, 40)}` }, { status: 400 });
  return Response.json(
    await candidates(await database(), slot, (query.get("find") ?? "").slice(0, 60), new Date().toISOString(), (await params).id),
  );
}
