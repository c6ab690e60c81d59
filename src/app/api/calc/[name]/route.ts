import { calculate, getCalculator } from "@/core/calc/registry";

/** A calculator's input is small; anything longer is not one. */
const LONGEST = 1_000_000;

export async function POST(request: Request, { params }: { params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await params;
  const body = await request.text();
  let raw: unknown;
  try {
    if (getCalculator(name)) raw = JSON.parse(body.length > LONGEST ? "" : body);
  } catch {
    return Response.json({ error: { calculator: name, issues: [{ path: "", message: "not JSON" }] } }, { status: 400 });
  }
  const answer = calculate(name, raw);
  if (answer.ok) return Response.json(answer.value);
  return Response.json({ error: answer.error }, { status: getCalculator(name) ? 400 : 404 });
}
