import { parentPort } from "node:worker_threads";
import type { Knex } from "knex";
import { bad, type Result } from "@/core/result";
import { connect } from "@/data/connection";
import { troubleOf } from "@/data/trouble";
import { previewPrices, takeListBack, takePrices } from "@/shop/priceLists";
import type { PricesInput } from "./pricesPool";

const shops = new Map<string, Knex>();

function worked(shop: Knex, input: PricesInput): Promise<Result<unknown>> {
  if (input.what === "previewPrices") return previewPrices(shop, ...input.with);
  if (input.what === "takePrices") return takePrices(shop, ...input.with);
  return takeListBack(shop, ...input.with);
}

/** Price lists beside the server's thread, on a connection of its own: thousands of rows are read, checked and stored. */
parentPort!.on("message", (input: PricesInput) => {
  const shop = shops.get(input.file) ?? connect(input.file);
  shops.set(input.file, shop);
  void worked(shop, input)
    .catch((error: unknown) => bad(troubleOf(error) ?? "The list could not be worked through: nothing was stored."))
    .then((answer) => parentPort!.postMessage(answer));
});
