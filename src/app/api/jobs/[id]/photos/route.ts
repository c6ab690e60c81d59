import { jobExists } from "@/shop/jobView";
import { database } from "@/shop/openShop";
import { PHOTO_BYTES, takePhoto } from "@/shop/photos";
import { refuseOthers } from "@/server/who";
import { readBody } from "@/server/readBody";

/** Takes a picture in as the body of the request and answers with what was kept; the job notes it by its own command. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const refused = await refuseOthers("keep photo");
  if (refused) return refused;
  const { id } = await params;
  if (!(await jobExists(await database(), id)))
    return Response.json({ error: "This job does not exist any more." }, { status: 404 });
  const body = await readBody(request, PHOTO_BYTES);
  if (!body.ok) return Response.json({ error: `The picture is larger than ${PHOTO_BYTES / 1_000_000} MB.` }, { status: 413 });
  const kept = await takePhoto(body.value);
  return kept.ok ? Response.json(kept.value) : Response.json({ error: kept.error }, { status: 400 });
}
