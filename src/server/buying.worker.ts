import { parentPort } from "node:worker_threads";
import { SEARCH_STEPS } from "@/core/supply/searchStep";
import { searchBuying } from "@/shop/buyingSearch";
import type { SlateInput } from "./buyingPool";
import { isStopped, write } from "./slate";

/** Works a buying proposal out beside the server's thread: with many lines and suppliers it takes seconds. */
parentPort!.on("message", ({ input, slate }: SlateInput) => {
  void searchBuying(input, {
    told: ({ what, done, of, leastMinor }) =>
      write(slate, { what: SEARCH_STEPS.indexOf(what), done, of, least: leastMinor ?? -1 }),
    stopped: () => isStopped(slate),
  })
    .catch(() => null)
    .then((found) => parentPort!.postMessage(found));
});
