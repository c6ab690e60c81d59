import { photoFile } from "@/shop/photos";

export async function GET(_request: Request, { params }: { params: Promise<{ photo: string }> }): Promise<Response> {
  const bytes = await photoFile((await params).photo.slice(0, 60));
  if (!bytes)
    return new Response("No such photograph.\n", { status: 404, headers: { "Content-Type": "text/plain; charset=utf-8" } });
  return new Response(new Uint8Array(bytes), {
    headers: {
      "Content-Type": "image/webp",
      "Cache-Control": "private, max-age=31536000, immutable",
      "X-Content-Type-Options": "nosniff",
    },
  });
}
