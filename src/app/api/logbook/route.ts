import { logbookForPage } from "@/server/logbookForPage";

/** Finished bikes, those that are due first. */
export async function GET(request: Request): Promise<Response> {
  return Response.json(await logbookForPage((new URL(request.url).searchParams.get("find") ?? "").slice(0, 80)));
}
