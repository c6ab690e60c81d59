import { existsSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { databaseFile } from "@/data/connection";
import { allJobIds } from "@/data/jobs";
import type { BringLines, Broken } from "@/shop/jobList";
import { database } from "@/shop/openShop";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

/** Thousands of jobs take minutes; each line is stored as soon as it is done, so that what is given up is not lost. */
const DEADLINE_MS = 5 * 60_000;

export type SweepInput = { readonly file: string; readonly ids: readonly string[]; readonly now: string };

const pool = oneForAll(
  "lines",
  () => new Pool<SweepInput, Broken>(() => new Worker(new URL("./lines.worker.ts", import.meta.url)), 8, 1),
);

/** What is asked for while a sweep is under way; one sweep serves all who ask meanwhile. */
let next: { ids: Set<string>; now: string; swept: Promise<Broken> } | null = null;
let underWay: Promise<unknown> = Promise.resolve();

const sweep = async (ids: readonly string[], now: string): Promise<Broken> => {
  const answer = await pool.run({ file: databaseFile(), ids, now }, DEADLINE_MS);
  return answer.ok ? answer.value : {};
};

/** Lines brought up to date beside the server's thread: whoever asks during a sweep is served by the one after it. */
export const bringAside: BringLines = (ids, now) => {
  if (next) {
    for (const id of ids) next.ids.add(id);
    next.now = now;
    return next.swept;
  }
  const mine = {
    ids: new Set(ids),
    now,
    swept: underWay.then(() => {
      next = null;
      const swept = sweep([...mine.ids], mine.now);
      underWay = swept;
      return swept;
    }),
  };
  next = mine;
  return mine.swept;
};

const FIRST_LOOK_MS = 2 * 60_000;
const LOOK_MS = 20 * 60_000;

/** A sweep of all jobs goes in steps of so many: what a page asks for meanwhile has its turn after one of them. */
const STEP = 20;

let looking = false;
async function look(): Promise<void> {
  if (looking || !existsSync(databaseFile())) return;
  looking = true;
  try {
    const ids = await allJobIds(await database());
    for (let i = 0; i < ids.length; i += STEP) await bringAside(ids.slice(i, i + STEP), new Date().toISOString());
  } catch {
    // No shop there, or held by another program: the next look tries again.
  } finally {
    looking = false;
  }
}

/** Keeps all lines up to date as long as the bench runs, so that the first list of a day need not wait for them. */
export function keepLines(): void {
  setTimeout(() => void look(), FIRST_LOOK_MS).unref();
  setInterval(() => void look(), LOOK_MS).unref();
}
