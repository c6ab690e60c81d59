import { notFound } from "next/navigation";
import type { JobView } from "@/core/job/view";
import { openJob } from "@/shop/jobView";
import { database } from "@/shop/openShop";

/** A job's view for its screens, or the page that says there is none. */
export async function openStand(id: string): Promise<JobView> {
  return (await openJob(await database(), id.slice(0, 60), new Date().toISOString())) ?? notFound();
}
