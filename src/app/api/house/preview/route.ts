import { previewHouse } from "@/shop/houseRules";
import { database } from "@/shop/openShop";

export async function POST(request: Request): Promise<Response> {
  let raw: unknown;
  try {
    raw = await request.json();
  } catch {
    return Response.json({ error: "not JSON" }, { status: 400 });
  }
  const tried = await previewHouse(await database(), raw, new Date().toISOString());
  return tried.ok ? Response.json(tried.value) : Response.json({ error: tried.error }, { status: 400 });
}
