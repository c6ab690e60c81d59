import { listParts } from "@/shop/parts";
import { database } from "@/shop/openShop";

export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  return Response.json(
    await listParts(
      await database(),
      (query.get("find") ?? "").slice(0, 80),
      (query.get("kind") ?? "").slice(0, 40),
      new Date().toISOString(),
    ),
  );
}
