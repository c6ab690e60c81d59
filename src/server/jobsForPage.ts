import type { JobsShown } from "@/core/job/summary";
import { database, jobList } from "@/shop/openShop";
import { hasSample } from "@/shop/sample";
import { bringAside } from "./linesPool";

/** So many tickets at first. */
const FIRST = 24;

/** What the list of jobs shows at first. @param find as it stands in the page's address */
export async function jobsForPage(find: string | readonly string[] | null | undefined): Promise<JobsShown> {
  const text = typeof find === "string" ? find.slice(0, 80) : "";
  const db = await database();
  const isIn = await hasSample(db);
  return { find: text, sample: isIn, list: await jobList(db, text, FIRST, new Date().toISOString(), {}, bringAside) };
}
