import { jobAsSent } from "@/server/jobForPage";
import { keptPages, rendered, withWord, wordIn } from "@/server/keptPages";
import { whoAsks } from "@/server/who";
import { hashOf, UnreadableJob } from "@/shop/jobView";

type Params = { params: Promise<{ id: string; stage: string }> };

/** A stage of a job as a page: the same as it was rendered before, as long as all that it shows is the same. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { id, stage } = await params;
  const path = `/jobs/${encodeURIComponent(id)}/${encodeURIComponent(stage)}${new URL(request.url).search}`;
  const cookie = request.headers.get("cookie");
  const word = wordIn(request.headers.get("content-security-policy"));
  if (word === null) return new Response(null, { status: 404 });
  const sent = await jobAsSent(id).catch((error: unknown) => {
    if (error instanceof UnreadableJob) return undefined;
    throw error;
  });
  // The page says itself what there is not, and what does not read.
  if (sent === undefined) return withWord(await rendered(path, cookie, null), word);
  const today = new Date().toISOString().slice(0, 10);
  const of = hashOf([path, today, (await whoAsks()) ?? null, sent]);
  return withWord(await keptPages.ask(of, () => rendered(path, cookie, sent)), word);
}
