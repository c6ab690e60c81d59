import { database, jobList } from "@/shop/openShop";

export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const limit = Math.min(600, Math.max(1, Number(query.get("limit") ?? 24) || 24));
  const find = (query.get("find") ?? "").slice(0, 80);
  return Response.json(await jobList(await database(), find, limit, new Date().toISOString(), query.get("aside") === "1"));
}
