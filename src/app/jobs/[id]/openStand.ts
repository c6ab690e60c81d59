import { notFound } from "next/navigation";
import type { JobView } from "@/core/job/view";
import { openJob, UnreadableJob } from "@/shop/jobView";
import { database } from "@/shop/openShop";

/** A job's view for its screens, or the page that says there is none; what does not read of it, in words. */
export async function openStand(id: string): Promise<JobView | UnreadableJob> {
  try {
    // Not beside the server's thread: a page that is begun before it is known has its styles fetched long before they are used.
    return (await openJob(await database(), id.slice(0, 60), new Date().toISOString())) ?? notFound();
  } catch (error) {
    if (error instanceof UnreadableJob) return error;
    throw error;
  }
}
