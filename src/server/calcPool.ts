import { Worker } from "node:worker_threads";
import { bad, type Result } from "@/core/result";
import type { CalcError } from "@/core/calc/calculator";
import { calculate } from "@/core/calc/registry";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

/** The calculators that may take longer than anybody else should wait; all others are done in well under a millisecond. */
const SLOW = new Set(["ride", "battery-bay"]);
const DEADLINE_MS = 2_000;

const pool = oneForAll(
  "calc",
  () =>
    new Pool<{ name: string; raw: unknown }, Result<unknown, CalcError>>(
      () => new Worker(new URL("./calc.worker.ts", import.meta.url)),
    ),
);

/** What a calculator answers, reckoned beside the server's thread where it may take a while. */
export async function calculateAside(name: string, raw: unknown): Promise<Result<unknown, CalcError>> {
  if (!SLOW.has(name)) return calculate(name, raw);
  const answer = await pool.run({ name, raw }, DEADLINE_MS);
  if (answer.ok) return answer.value;
  const message = {
    busy: "too many are reckoning at once: ask again in a moment",
    broke: "it was given up: ask again",
    deadline: `too long to reckon: it was given up after ${DEADLINE_MS / 1000} s`,
  }[answer.why];
  return bad({
    calculator: name,
    issues: [{ path: answer.why !== "deadline" ? "" : name === "ride" ? "segments" : "bay", message }],
  });
}
