import { Worker } from "node:worker_threads";
import type { JobView } from "@/core/job/view";
import { databaseFile } from "@/data/connection";
import { jobAsJson, openJob, type Reckoned } from "@/shop/jobView";
import { database } from "@/shop/openShop";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

export type ViewInput = { readonly file: string; readonly id: string; readonly now: string };

const DEADLINE_MS = 10_000;
const MOST_WAITING = 256;
const pool = oneForAll(
  "view workers",
  () => new Pool<ViewInput, Reckoned | null>(() => new Worker(new URL("./view.worker.ts", import.meta.url)), MOST_WAITING),
);

/** Asked for by several at once, it is worked out once: for all of them who saw the same state of it. */
const underWay = oneForAll("views under way", () => new Map<string, Promise<Reckoned | null>>());

function aside(id: string, now: string, of: string): Promise<Reckoned | null> {
  const before = underWay.get(of);
  if (before) return before;
  const made = pool
    .run({ file: databaseFile(), id, now }, DEADLINE_MS)
    .then((answer) => (answer.ok ? answer.value : null))
    .finally(() => underWay.delete(of));
  underWay.set(of, made);
  return made;
}

/** Has the worker ready before anybody waits for it: its code and the shop's file are opened by asking for nothing. */
export const readyViews = (): void => void pool.run({ file: databaseFile(), id: "", now: new Date().toISOString() }, DEADLINE_MS);

/** A job as its screens show it today, what takes long worked out beside the server's thread; undefined for an unknown id. */
export const jobForPage = async (id: string): Promise<JobView | undefined> =>
  openJob(await database(), id.slice(0, 60), new Date().toISOString(), aside);

/** The same as JSON. */
export const jobAsSent = async (id: string): Promise<string | undefined> =>
  jobAsJson(await database(), id.slice(0, 60), new Date().toISOString(), aside);
