import { PHOTO_BYTES, takePhoto } from "@/shop/photos";

/** Takes a picture in as the body of the request and answers with what was kept; the job notes it by its own command. */
export async function POST(request: Request): Promise<Response> {
  if (Number(request.headers.get("content-length") ?? 0) > PHOTO_BYTES)
    return Response.json({ error: `The picture is larger than ${PHOTO_BYTES / 1_000_000} MB.` }, { status: 413 });
  const kept = await takePhoto(new Uint8Array(await request.arrayBuffer()));
  return kept.ok ? Response.json(kept.value) : Response.json({ error: kept.error }, { status: 400 });
}
