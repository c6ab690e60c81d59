import { parentPort } from "node:worker_threads";
import { searchBuying, type SearchInput } from "@/shop/buyingSearch";

/** Works a buying proposal out beside the server's thread: with many lines and suppliers it takes seconds. */
parentPort!.on("message", (input: SearchInput) => {
  void searchBuying(input)
    .catch(() => null)
    .then((found) => parentPort!.postMessage(found));
});
