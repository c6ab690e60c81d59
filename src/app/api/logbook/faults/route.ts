import { faultsFound } from "@/shop/logbook";
import { database } from "@/shop/openShop";

/** What was ever wrong with a bike, by any of these words. */
export async function GET(request: Request): Promise<Response> {
  return Response.json(await faultsFound(await database(), (new URL(request.url).searchParams.get("words") ?? "").slice(0, 200)));
}
