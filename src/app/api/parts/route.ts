import { database } from "@/data/connection";
import { listParts } from "@/shop/parts";

export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return Response.json(
    await listParts(await database(), (query.get("find") ?? "").slice(0, 80), (query.get("kind") ?? "").slice(0, 40)),
  );
}
