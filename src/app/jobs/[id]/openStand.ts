import { notFound } from "next/navigation";
import type { JobView } from "@/core/job/view";
import { jobForPage } from "@/server/jobForPage";
import { UnreadableJob } from "@/shop/jobView";

/** A job's view for its screens, or the page that says there is none; what does not read of it, in words. */
export async function openStand(id: string): Promise<JobView | UnreadableJob> {
  try {
    return (await jobForPage(id)) ?? notFound();
  } catch (error) {
    if (error instanceof UnreadableJob) return error;
    throw error;
  }
}
