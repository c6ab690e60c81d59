import { Worker } from "node:worker_threads";
import { aside } from "./aside";
import type { BenchWorks } from "./bench.worker";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

/** The bench, worked out beside the server's thread. */
export const benchAside = aside<BenchWorks>(
  oneForAll("bench", () => new Pool(() => new Worker(new URL("./bench.worker.ts", import.meta.url)), 24, 1)),
  "at the bench",
);
