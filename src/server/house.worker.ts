import { parentPort } from "node:worker_threads";
import { previewHouse } from "@/shop/houseRules";
import type { TryInput } from "./housePool";
import { shopIn } from "./shopIn";
import { isStopped } from "./slate";

/** Tries house rules on every open job beside the server's thread: each job is fitted and priced twice. */
parentPort!.on("message", ({ file, raw, now, budgetMs, gone }: TryInput) => {
  // Only looked at: nothing is stored by trying.
  void previewHouse(shopIn(file, true), raw, now, { isLeft: () => isStopped(gone), budgetMs })
    .catch(() => ({ ok: false as const, error: "It could not be worked out: try again." }))
    .then((tried) => parentPort!.postMessage(tried));
});
