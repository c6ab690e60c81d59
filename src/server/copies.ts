import { chmodSync, existsSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { bad, type Result } from "@/core/result";
import type { BackedUp } from "@/data/backup";
import { copyFileAt, dropOldCopies, isCopyDue } from "@/data/backups";
import { databaseFile } from "@/data/connection";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

const DEADLINE_MS = 10 * 60_000;
const pool = oneForAll(
  "copies",
  () =>
    new Pool<{ from: string; to: string; at: string }, Result<BackedUp>>(
      () => new Worker(new URL("./backup.worker.ts", import.meta.url)),
      2,
      1,
    ),
);

/** Copies the shop as it stands into a file of this moment, and keeps the last fourteen of them. */
export async function copyShop(now: string): Promise<Result<BackedUp>> {
  const shop = databaseFile();
  const to = copyFileAt(shop, now);
  const answer = await pool.run({ from: shop, to, at: now }, DEADLINE_MS);
  if (!answer.ok) return bad(answer.why === "busy" ? "A copy is being made already." : "The copy was given up: try again.");
  if (answer.value.ok) {
    chmodSync(to, 0o600);
    dropOldCopies(shop);
  }
  return answer.value;
}

const FIRST_LOOK_MS = 10 * 60_000;
const LOOK_MS = 60 * 60_000;

/** Once a day by itself, as long as the bench runs: looked at every hour, so that a bench that sleeps at night has its copy in the morning. */
export function copyEveryDay(): void {
  const look = async () => {
    const now = new Date().toISOString();
    if (!existsSync(databaseFile()) || !isCopyDue(databaseFile(), now)) return;
    const made = await copyShop(now);
    if (!made.ok) console.error(`No copy of the shop was made: ${made.error}`);
  };
  const again = () => void look().catch((error: unknown) => console.error("No copy of the shop was made:", error));
  setTimeout(again, FIRST_LOOK_MS).unref();
  setInterval(again, LOOK_MS).unref();
}
