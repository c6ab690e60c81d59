import { parentPort } from "node:worker_threads";
import type { Knex } from "knex";
import { bad, type Result } from "@/core/result";
import { troubleOf } from "@/data/trouble";
import { previewPrices, takeListBack, takePrices } from "@/shop/priceLists";
import type { PricesInput } from "./pricesPool";
import { shopIn } from "./shopIn";

function worked(shop: Knex, input: PricesInput): Promise<Result<unknown>> {
  if (input.what === "previewPrices") return previewPrices(shop, ...input.with);
  if (input.what === "takePrices") return takePrices(shop, ...input.with);
  return takeListBack(shop, ...input.with);
}

/** Price lists beside the server's thread, on a connection of its own: thousands of rows are read, checked and stored. */
parentPort!.on("message", (input: PricesInput) => {
  void worked(shopIn(input.file), input)
    .catch((error: unknown) => bad(troubleOf(error) ?? "The list could not be worked through: nothing was stored."))
    .then((answer) => parentPort!.postMessage(answer));
});
