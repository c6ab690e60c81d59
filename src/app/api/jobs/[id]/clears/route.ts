import { clears } from "@/shop/choices";
import { database } from "@/shop/openShop";

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const finding = (new URL(request.url).searchParams.get("finding") ?? "").slice(0, 160);
  const found = await clears(await database(), (await params).id.slice(0, 60), finding, new Date().toISOString());
  return found ? Response.json(found) : Response.json({ error: "no such job" }, { status: 404 });
}
