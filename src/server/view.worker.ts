import { parentPort } from "node:worker_threads";
import { reckonedView } from "@/shop/jobView";
import { shopIn } from "./shopIn";
import type { ViewInput } from "./jobForPage";

/** Works out beside the server's thread what a job's screens show. */
parentPort!.on("message", ({ file, id, now }: ViewInput) => {
  void reckonedView(shopIn(file, true), id, now)
    // Unreadable, or gone: who asked looks and says so.
    .catch(() => null)
    .then((view) => parentPort!.postMessage(view));
});
