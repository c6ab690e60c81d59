import { Worker } from "node:worker_threads";
import type { Search, SearchInput, Searched } from "@/shop/buyingSearch";
import { Pool } from "./pool";

const DEADLINE_MS = 12_000;

const pool = new Pool<SearchInput, Searched | null>(() => new Worker(new URL("./buying.worker.ts", import.meta.url)), 16, 1);

/** A proposal, worked out beside the server's thread; null when it took too long or too many asked at once. */
export const searchAside: Search = async (input) => {
  const answer = await pool.run(input, DEADLINE_MS);
  return answer.ok ? answer.value : null;
};
