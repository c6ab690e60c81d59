import { parentPort } from "node:worker_threads";
import type { Knex } from "knex";
import { connect } from "@/data/connection";
import { previewHouse } from "@/shop/houseRules";
import type { TryInput } from "./housePool";

const shops = new Map<string, Knex>();

/** Tries house rules on every open job beside the server's thread: each job is fitted and priced twice. */
parentPort!.on("message", ({ file, raw, now, budgetMs, gone }: TryInput) => {
  // Only looked at: nothing is stored by trying.
  const shop = shops.get(file) ?? connect(file, true);
  shops.set(file, shop);
  void previewHouse(shop, raw, now, { isLeft: () => Atomics.load(gone, 0) === 1, budgetMs })
    .catch(() => ({ ok: false as const, error: "It could not be worked out: try again." }))
    .then((tried) => parentPort!.postMessage(tried));
});
