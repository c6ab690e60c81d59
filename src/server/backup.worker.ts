import { parentPort } from "node:worker_threads";
import { backUp } from "@/data/backup";

/** Backs a shop up beside the server's thread: it reads every job and every picture. */
parentPort!.on("message", ({ from, to, at }: { from: string; to: string; at: string }) => {
  void backUp(from, to, at)
    .catch((error: unknown) => ({ ok: false as const, error: error instanceof Error ? error.message : String(error) }))
    .then((made) => parentPort!.postMessage(made));
});
