import { parentPort } from "node:worker_threads";
import { searchPlan } from "@/shop/benchSearch";
import type { PlanningInput } from "./planningPool";
import { shopIn } from "./shopIn";
import { isStopped, write } from "./slate";
import { stepBack } from "./stepBack";

stepBack();
/** Looks for a better plan of the bench beside the server's thread. */
parentPort!.on("message", ({ file, now, seconds, slate }: PlanningInput) => {
  void searchPlan(shopIn(file, true), now, seconds, {
    told: (tries, lateMinor, boundMinor) => write(slate, { what: 1, done: tries, of: lateMinor, least: boundMinor ?? -1 }),
    stopped: () => isStopped(slate),
  })
    .catch(() => null)
    .then((found) => parentPort!.postMessage(found));
});
