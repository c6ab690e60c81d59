import { listingSchema } from "@/core/job/summary";
import { bringAside } from "@/server/linesPool";
import { database, jobList } from "@/shop/openShop";

export async function GET(request: Request): Promise<Response> {
  const { find, limit, ...listing } = listingSchema.parse(Object.fromEntries(new URL(request.url).searchParams));
  return Response.json(await jobList(await database(), find, limit, new Date().toISOString(), listing, bringAside));
}
