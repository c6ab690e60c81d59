import { books } from "@/shop/choices";
import { database } from "@/shop/openShop";

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const found = await books(await database(), (await params).id, new Date().toISOString());
  return found ? Response.json(found) : Response.json({ error: "no such job" }, { status: 404 });
}
