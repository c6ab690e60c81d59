import { keepPurchasePhoto } from "@/shop/damage";
import { openPurchase } from "@/shop/buying";
import { database } from "@/shop/openShop";
import { PHOTO_BYTES, takePhoto } from "@/shop/photos";
import { refuseOthers, whoAsks } from "@/server/who";
import { readBody } from "@/server/readBody";

/** Takes a picture of what came in as the body of the request, and puts it to its order. */
export async function POST(request: Request, { params }: { params: Promise<{ number: string }> }): Promise<Response> {
  const refused = await refuseOthers("receive");
  if (refused) return refused;
  const { number } = await params;
  const db = await database();
  const now = new Date().toISOString();
  if (!(await openPurchase(db, number, now))) return Response.json({ error: "There is no such order." }, { status: 404 });
  const body = await readBody(request, PHOTO_BYTES);
  if (!body.ok) return Response.json({ error: `The picture is larger than ${PHOTO_BYTES / 1_000_000} MB.` }, { status: 413 });
  const kept = await takePhoto(body.value);
  if (!kept.ok) return Response.json({ error: kept.error }, { status: 400 });
  const stored = await keepPurchasePhoto(db, number, kept.value, now, (await whoAsks())?.name ?? "");
  return stored.ok ? Response.json(stored.value) : Response.json({ error: stored.error }, { status: 409 });
}
