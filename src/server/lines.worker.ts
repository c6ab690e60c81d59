import { parentPort } from "node:worker_threads";
import type { Knex } from "knex";
import { connect } from "@/data/connection";
import { bringLines } from "@/shop/jobList";
import type { SweepInput } from "./linesPool";
import { stepBack } from "./stepBack";

stepBack();
const shops = new Map<string, Knex>();

/** Works lines of the list of jobs out anew beside the server's thread, on a connection of its own. */
parentPort!.on("message", ({ file, ids, now }: SweepInput) => {
  const shop = shops.get(file) ?? connect(file);
  shops.set(file, shop);
  void bringLines(shop, ids, now)
    // Held by another program, or gone: the next look tries again.
    .catch(() => ({}))
    .then((broken) => parentPort!.postMessage(broken));
});
