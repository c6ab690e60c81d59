import { database } from "@/shop/openShop";
import { toCount } from "@/shop/counting";

/** A part by its number, as who counts the shelf wants it; null where there is none: a slip of the reader is no error. */
export async function GET(request: Request): Promise<Response> {
  const code = (new URL(request.url).searchParams.get("code") ?? "").slice(0, 60);
  return Response.json((await toCount(await database(), code)) ?? null);
}
