import { readJson } from "@/server/readBody";
import { trySubstitutesAside } from "@/server/substitutesPool";
import { database } from "@/shop/openShop";
import { insteadFor } from "@/shop/substitutes";

const MOST_BYTES = 40_000;

/** What would do as well as what is to be bought. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const found = await insteadFor(await database(), body.value, new Date().toISOString(), trySubstitutesAside);
  return found.ok ? Response.json(found.value) : Response.json({ error: found.error }, { status: 400 });
}
