import { Worker } from "node:worker_threads";
import { bad, type Result } from "@/core/result";
import { databaseFile } from "@/data/connection";
import type { HousePreview, Preview } from "@/shop/houseRules";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";
import { newSlate, stop, type Slate } from "./slate";

/** So long somebody waits to see what a rule would change; what was not gone through by then is counted. */
const BUDGET_MS = 4_000;
const DEADLINE_MS = BUDGET_MS + 6_000;

/** @property gone stopped when nobody waits any more */
export type TryInput = {
  readonly file: string;
  readonly raw: unknown;
  readonly now: string;
  readonly budgetMs: number;
  readonly gone: Slate;
};

const pool = oneForAll(
  "house",
  () => new Pool<TryInput, Result<HousePreview>>(() => new Worker(new URL("./house.worker.ts", import.meta.url)), 8, 1),
);

/** What other house rules would change, worked out beside the server's thread. */
export const previewAside: Preview = async (raw, now, left) => {
  const gone = newSlate();
  const goes = () => stop(gone);
  left.addEventListener("abort", goes, { once: true });
  const answer = await pool.run({ file: databaseFile(), raw, now, budgetMs: BUDGET_MS, gone }, DEADLINE_MS);
  left.removeEventListener("abort", goes);
  return answer.ok
    ? answer.value
    : bad(answer.why === "broke" ? "It was given up: look again." : "Too much is being worked out: try again in a moment.");
};
