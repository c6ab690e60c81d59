import { jobAsSent } from "@/server/jobForPage";
import { filledIn, keptForms, MARKS, rendered, wordIn } from "@/server/forms";
import { whoAsks } from "@/server/who";
import { UnreadableJob } from "@/shop/jobView";

type Params = { params: Promise<{ id: string; stage: string }> };

/** A stage of a job as a page: a form that is the same for all jobs, filled in with what this one shows. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { id, stage } = await params;
  const path = (id: string) => `/jobs/${encodeURIComponent(id)}/${encodeURIComponent(stage)}${new URL(request.url).search}`;
  const cookie = request.headers.get("cookie");
  const word = wordIn(request.headers.get("content-security-policy"));
  if (word === null) return new Response(null, { status: 404 });
  const sent = await jobAsSent(id).catch((error: unknown) => {
    if (error instanceof UnreadableJob) return undefined;
    throw error;
  });
  // The page says itself what there is not, and what does not read.
  if (sent === undefined) return filledIn(await rendered(path(id), cookie, "page"), { word, id, sent: "" });
  const form = path(MARKS.id);
  const who = JSON.stringify((await whoAsks()) ?? null);
  return filledIn(await keptForms.ask(`${form} ${who}`, () => rendered(form, cookie, "form")), { word, id, sent });
}
