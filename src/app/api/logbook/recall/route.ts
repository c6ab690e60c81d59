import { recalled, recallSchema } from "@/shop/logbook";
import { database } from "@/shop/openShop";

/** Which bikes have a part, and in which a piece is that a notice names. */
export async function GET(request: Request): Promise<Response> {
  const query = new URL(request.url).searchParams;
  const asked = recallSchema.safeParse({ partId: query.get("part") ?? "", numbers: query.get("numbers") ?? "" });
  const found = asked.success ? await recalled(await database(), asked.data) : null;
  return found ? Response.json(found) : Response.json({ error: "There is no such part in the books." }, { status: 404 });
}
