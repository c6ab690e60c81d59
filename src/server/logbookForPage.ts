import { jobList } from "@/shop/jobList";
import type { LogbookPage } from "@/core/logbook/pages";
import { logbookPage } from "@/shop/logbook";
import { database } from "@/shop/openShop";
import { bringAside } from "./linesPool";

/** So many of the jobs touched last are brought up to date before the logbook is looked at. */
const MOST_JOBS = 600;

/** Finished bikes for their page: what each comes to is brought up to date first, and what takes too long for that is counted. */
export async function logbookForPage(find: string): Promise<LogbookPage> {
  const db = await database();
  const { behind } = await jobList(db, "", MOST_JOBS, new Date().toISOString(), {}, bringAside);
  return { ...(await logbookPage(db, find)), behind };
}
