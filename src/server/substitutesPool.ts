import { Worker } from "node:worker_threads";
import type { Substitute } from "@/core/job/substitutes";
import type { TryInput, TrySubstitutes } from "@/shop/substitutes";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

const DEADLINE_MS = 10_000;

const pool = oneForAll(
  "substitutes",
  () =>
    new Pool<TryInput, (readonly Substitute[])[] | null>(
      () => new Worker(new URL("./substitutes.worker.ts", import.meta.url)),
      8,
      1,
    ),
);

/** Substitutes, sought beside the server's thread; null when it took too long or too many asked at once. */
export const trySubstitutesAside: TrySubstitutes = async (input) => {
  const answer = await pool.run(input, DEADLINE_MS);
  return answer.ok ? answer.value : null;
};
