import { parentPort } from "node:worker_threads";
import { backUp } from "@/data/backup";
import { sweepPhotos } from "@/data/sweepPhotos";

/** Backs a shop up beside the server's thread: it reads every job and every picture. */
parentPort!.on("message", ({ from, to, at }: { from: string; to: string; at: string }) => {
  void backUp(from, to, at)
    .catch((error: unknown) => ({ ok: false as const, error: error instanceof Error ? error.message : String(error) }))
    // What nobody names is swept once a copy holds it all the same.
    .then(async (made) => {
      if (made.ok) await sweepPhotos(from, at).catch(() => 0);
      parentPort!.postMessage(made);
    });
});
