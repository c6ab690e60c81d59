import { database } from "@/shop/openShop";
import { numbersToFit } from "@/shop/serials";

/** Serial numbers of a part that came and are in no bike yet. */
export async function GET(request: Request): Promise<Response> {
  const part = (new URL(request.url).searchParams.get("part") ?? "").slice(0, 60);
  return Response.json(await numbersToFit(await database(), part));
}
