import { filledPage } from "@/server/filledPage";
import { jobAsSent } from "@/server/jobForPage";
import { UnreadableJob } from "@/shop/jobView";

type Params = { params: Promise<{ id: string; stage: string }> };

/** A stage of a job as a page: a form that is the same for all jobs, filled in with what this one shows. */
export async function GET(request: Request, { params }: Params): Promise<Response> {
  const { id, stage } = await params;
  const sent = await jobAsSent(id).catch((error: unknown) => {
    if (error instanceof UnreadableJob) return undefined;
    throw error;
  });
  return filledPage(request, (id) => `/jobs/${encodeURIComponent(id)}/${encodeURIComponent(stage)}`, id, sent);
}
