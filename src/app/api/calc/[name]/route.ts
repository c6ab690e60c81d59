import { getCalculator, unknownCalculator } from "@/core/calc/registry";
import { calculateAside } from "@/server/calcPool";
import { readJson } from "@/server/readBody";

/** A calculator's input is small; anything longer is not one. */
const MOST_BYTES = 1_000_000;

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  if (!getCalculator(name)) return Response.json({ error: unknownCalculator(name) }, { status: 404 });
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok)
    return Response.json({ error: { calculator: name, issues: [{ path: "", message: body.error }] } }, { status: 400 });
  const answer = await calculateAside(name, body.value);
  return answer.ok ? Response.json(answer.value) : Response.json({ error: answer.error }, { status: 400 });
}
