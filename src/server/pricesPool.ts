import { Worker } from "node:worker_threads";
import { aside } from "./aside";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";
import type { PricesWorks } from "./prices.worker";

/** A price list looked at, taken in or taken back beside the server's thread: twenty thousand rows take seconds. */
export const pricesAside = aside<PricesWorks>(
  oneForAll("prices", () => new Pool(() => new Worker(new URL("./prices.worker.ts", import.meta.url)), 8, 1)),
  "whether the list is in",
);
