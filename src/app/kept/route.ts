import { filledPage } from "@/server/filledPage";
import { jobsForPage } from "@/server/jobsForPage";

/** The list of jobs as a page: its form, filled in with the jobs as they are now. */
export async function GET(request: Request): Promise<Response> {
  const find = new URL(request.url).searchParams.getAll("find");
  return filledPage(request, () => "/", "", JSON.stringify(await jobsForPage(find.length === 1 ? find[0] : null)));
}
