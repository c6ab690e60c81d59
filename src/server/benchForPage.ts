import type { BenchPage } from "@/core/bench/page";
import { good, type Result } from "@/core/result";
import { jobList } from "@/shop/jobList";
import { database } from "@/shop/openShop";
import { benchAside } from "./benchPool";
import { bringAside } from "./linesPool";

/** So many of the jobs touched last are brought up to date before the bench is looked at. */
const MOST_JOBS = 600;

/** The bench for its page: what each job needs is brought up to date first, and what takes too long for that is counted. */
export async function benchForPage(): Promise<Result<BenchPage>> {
  const now = new Date().toISOString();
  const { behind } = await jobList(await database(), "", MOST_JOBS, now, {}, bringAside);
  const page = await benchAside("benchPage", now);
  return page.ok ? good({ ...page.value, behind }) : page;
}
