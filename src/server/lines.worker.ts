import { parentPort } from "node:worker_threads";
import { bringLines } from "@/shop/jobList";
import type { SweepInput } from "./linesPool";
import { shopIn } from "./shopIn";
import { stepBack } from "./stepBack";

stepBack();
/** Works lines of the list of jobs out anew beside the server's thread, on a connection of its own. */
parentPort!.on("message", ({ file, ids, now }: SweepInput) => {
  void bringLines(shopIn(file), ids, now)
    // Held by another program, or gone: the next look tries again.
    .catch(() => ({}))
    .then((broken) => parentPort!.postMessage(broken));
});
