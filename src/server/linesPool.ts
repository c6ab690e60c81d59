import { existsSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { databaseFile } from "@/data/connection";
import type { BringLines, Broken } from "@/shop/jobList";
import { Pool } from "./pool";

/** Thousands of jobs take minutes; each line is stored as soon as it is done, so that what is given up is not lost. */
const DEADLINE_MS = 5 * 60_000;

/** @property ids null for all jobs */
export type SweepInput = { readonly file: string; readonly ids: readonly string[] | null; readonly now: string };

const pool = new Pool<SweepInput, Broken>(() => new Worker(new URL("./lines.worker.ts", import.meta.url)), 8, 1);

/** What is asked for while a sweep is under way; one sweep serves all who ask meanwhile. */
let next: { ids: Set<string>; now: string; swept: Promise<Broken> } | null = null;
let underWay: Promise<unknown> = Promise.resolve();

const sweep = async (ids: readonly string[] | null, now: string): Promise<Broken> => {
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

/** Keeps all lines up to date as long as the bench runs, so that the first list of a day need not wait for them. */
export function keepLines(): void {
  const look = () => {
    if (existsSync(databaseFile())) void sweep(null, new Date().toISOString());
  };
  setTimeout(look, FIRST_LOOK_MS).unref();
  setInterval(look, LOOK_MS).unref();
}
