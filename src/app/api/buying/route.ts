import { readJson } from "@/server/readBody";
import { ASIDE } from "@/server/buyingPool";
import { askedSchema, buyingPage } from "@/shop/buying";
import { database } from "@/shop/openShop";

const MOST_BYTES = 60_000;

/** The proposal for other jobs or another day than the page began with. */
export async function POST(request: Request): Promise<Response> {
  const body = await readJson(request, MOST_BYTES);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const asked = askedSchema.safeParse(body.value);
  if (!asked.success) return Response.json({ error: "Say for which jobs, and within how many days." }, { status: 400 });
  return Response.json(await buyingPage(await database(), asked.data, new Date().toISOString(), ASIDE));
}
