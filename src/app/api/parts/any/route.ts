import { anyParts } from "@/shop/choices";
import { database } from "@/shop/openShop";

export async function GET(request: Request): Promise<Response> {
  const find = (new URL(request.url).searchParams.get("find") ?? "").slice(0, 80);
  return Response.json(await anyParts(await database(), find, new Date().toISOString()));
}
