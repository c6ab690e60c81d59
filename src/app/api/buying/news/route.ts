import { readJson } from "@/server/readBody";
import { refuseOthers, whoAsks } from "@/server/who";
import { askDesk } from "@/shop/desk";
import { database } from "@/shop/openShop";

/** What is new at a supplier's order desk: asked by a page that is looked at, beside what is done on it. */
export async function POST(request: Request): Promise<Response> {
  const others = await refuseOthers("receive");
  if (others) return others;
  const body = await readJson(request, 1_000);
  if (!body.ok) return Response.json({ error: body.error }, { status: 400 });
  const heard = await askDesk(await database(), body.value, new Date().toISOString(), (await whoAsks())?.name ?? "");
  // A desk that is down is no fault of the page that asks by itself every minute.
  return Response.json(heard.ok ? { says: heard.value } : { unheard: heard.error });
}
