import { randomUUID } from "node:crypto";
import { Worker } from "node:worker_threads";
import type { Planning } from "@/core/bench/page";
import { bad, good, type Result } from "@/core/result";
import { databaseFile } from "@/data/connection";
import { keepBench } from "@/shop/benchPlans";
import type { FoundPlan } from "@/shop/benchSearch";
import { database } from "@/shop/openShop";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";
import { newSlate, read, stop, type Slate } from "./slate";

export type PlanningInput = { readonly file: string; readonly now: string; readonly seconds: number; readonly slate: Slate };

/** So long a plan is looked for, and what does not end then is broken. */
const SECONDS = 10;
const DEADLINE_MS = 60_000;
/** Plans that were found and not kept: the last ones can be. */
const MOST_KEPT = 12;

type Run = { readonly slate: Slate; found: FoundPlan | null; isOver: boolean };
const runs = new Map<string, Run>();
const pool = oneForAll(
  "planning",
  () => new Pool<PlanningInput, FoundPlan | null>(() => new Worker(new URL("./planning.worker.ts", import.meta.url)), 8, 1),
);

const NOT_THERE = "This plan is no longer there: look for one again.";

/** Begins to look for a better plan. @returns what it is asked for by */
export async function beginPlanning(now: string): Promise<string> {
  await database();
  const id = randomUUID();
  const run: Run = { slate: newSlate(), found: null, isOver: false };
  for (const [old, { isOver }] of runs) if (runs.size >= MOST_KEPT && isOver) runs.delete(old);
  runs.set(id, run);
  void pool.run({ file: databaseFile(), now, seconds: SECONDS, slate: run.slate }, DEADLINE_MS).then((answer) => {
    run.found = answer.ok ? answer.value : null;
    run.isOver = true;
  });
  return id;
}

/** How far it is, and what it found at its end. */
export function planningStep(id: string): Result<Planning> {
  const run = runs.get(id);
  if (!run || (run.isOver && !run.found)) return bad("No plan was found: it was given up. What stands is as it was.");
  const { done, of, least } = read(run.slate);
  const { found } = run;
  return good({
    id,
    tries: done,
    lateMinor: found?.lateMinor ?? (done > 0 ? of : 0),
    boundMinor: found?.boundMinor ?? (least < 0 ? null : least),
    isOver: run.isOver,
    soonerDays: found?.soonerDays ?? 0,
    moved: found?.moved ?? [],
  });
}

/** It ends with what was found by then. */
export function stopPlanning(id: string): void {
  const run = runs.get(id);
  if (run) stop(run.slate);
}

/** Keeps the plan that was found, where nobody changed it meanwhile. */
export async function keepFound(id: string, at: string, by: string): Promise<Result<string>> {
  const found = runs.get(id)?.found;
  if (!found) return bad(NOT_THERE);
  return keepBench(await database(), found.plan, { at, by, version: found.version });
}
