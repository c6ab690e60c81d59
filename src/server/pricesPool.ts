import { Worker } from "node:worker_threads";
import { bad, type Result } from "@/core/result";
import { databaseFile } from "@/data/connection";
import type { previewPrices, takeListBack, takePrices } from "@/shop/priceLists";
import { database } from "@/shop/openShop";
import { Pool } from "./pool";

/** What is done with price lists, with what it takes after the database. */
type Works = {
  readonly previewPrices: typeof previewPrices;
  readonly takePrices: typeof takePrices;
  readonly takeListBack: typeof takeListBack;
};
type After<F> = F extends (db: never, ...rest: infer Rest) => unknown ? Rest : never;
export type PricesInput = {
  [Name in keyof Works]: { readonly file: string; readonly what: Name; readonly with: After<Works[Name]> };
}[keyof Works];

/** Twenty thousand rows take seconds; what is cut off in the middle of its transaction has stored nothing. */
const DEADLINE_MS = 60_000;

const pool = new Pool<PricesInput, Result<unknown>>(() => new Worker(new URL("./prices.worker.ts", import.meta.url)), 8, 1);

/** A price list looked at, taken in or taken back beside the server's thread. */
export async function pricesAside<Name extends keyof Works>(
  what: Name,
  ...rest: After<Works[Name]>
): Promise<Awaited<ReturnType<Works[Name]>>> {
  // Brought up to date, or told why there is none, before another connection works on it.
  await database();
  const answer = await pool.run({ file: databaseFile(), what, with: rest } as PricesInput, DEADLINE_MS);
  const found = answer.ok
    ? answer.value
    : bad(
        `${answer.why === "broke" ? "It was given up" : "Too much is being worked out"}: look whether the list is in, then try again.`,
      );
  return found as Awaited<ReturnType<Works[Name]>>;
}
