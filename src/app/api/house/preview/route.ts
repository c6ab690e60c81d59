import { previewAside } from "@/server/housePool";
import { refuseOthers } from "@/server/who";
import { readJson } from "@/server/readBody";

const MOST_BYTES = 200_000;

export async function POST(request: Request): Promise<Response> {
  const refused = await refuseOthers("save house rules");
  if (refused) return refused;
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const tried = await previewAside(body.value, new Date().toISOString(), request.signal);
  return tried.ok ? Response.json(tried.value) : Response.json({ error: tried.error }, { status: 400 });
}
