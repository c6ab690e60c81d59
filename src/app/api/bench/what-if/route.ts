import { benchAside } from "@/server/benchPool";
import { readJson } from "@/server/readBody";

/** When a job would be done among all the others: for a day that is not promised yet. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, 1_000);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const found = await benchAside("whatIf", body.value, new Date().toISOString());
  // That it cannot be is an answer.
  return Response.json(found.ok ? found.value : { error: found.error });
}
