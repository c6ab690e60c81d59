import { readJson } from "@/server/readBody";
import { whoAsks } from "@/server/who";
import { database } from "@/shop/openShop";
import { changeOwnSecret } from "@/shop/people";

const MOST_BYTES = 2_000;

/** Somebody's own new PIN or password; every machine asks for it afterwards. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const who = await whoAsks();
  if (!who) return Response.json({ error: "Sign in first." }, { status: 401 });
  const changed = await changeOwnSecret(await database(), who, body.value, new Date().toISOString());
  return changed.ok ? Response.json({ done: true }) : Response.json({ error: changed.error });
}
