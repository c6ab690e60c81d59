import { benchAside } from "@/server/benchPool";
import { readJson } from "@/server/readBody";

/** What it would move if steps were given to somebody from a moment on; nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, 8_000);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const found = await benchAside("tryMove", body.value, new Date().toISOString());
  // That it cannot be is an answer.
  return Response.json(found.ok ? found.value : { error: found.error });
}
