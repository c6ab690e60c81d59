import { Worker } from "node:worker_threads";

// The solver tells its bound from below in what it prints, and only there.
const SOLVER = `
const { parentPort, workerData } = require("node:worker_threads");
const said = [];
require("highs")({ print: (line) => said.push(line) }).then((highs) => {
  const seconds = Math.max(0.1, (workerData.untilMs - Date.now()) / 1000);
  const { Status, Columns } = highs.solve(workerData.program, { mip_rel_gap: workerData.gap, time_limit: seconds });
  const bound = said.map((line) => /^\\s*Dual bound\\s+(\\S+)/.exec(line)).filter(Boolean).at(-1);
  const values = Object.fromEntries(Object.entries(Columns).map(([name, column]) => [name, column.Primal]));
  const isFeasible = said.some((line) => /^\\s*Solution status\\s+feasible/.test(line));
  const isKnown = (Status === "Optimal" || Status === "Time limit reached") && bound && Number.isFinite(Number(bound[1]));
  parentPort.postMessage(isKnown ? { least: Number(bound[1]), values: isFeasible ? values : null } : null);
});
`;

/**
 * @property least what no solution is below
 * @property values the best that was found; null where none was in time
 */
export type Solved = { readonly least: number; readonly values: Readonly<Record<string, number>> | null };

/** The solver looks at its clock now and then only, and what it knows by then is to be heard. */
const HEARD_MS = 1_000;

/**
 * An integer program (LP format), solved in a thread of its own; null where nothing is known of it in time, or it has no solution.
 *
 * @param gap a solution is good enough that is at most this share above the bound
 * @param signal ends it at once, with null
 */
export function solve(
  program: string,
  deadlineMs: number,
  { gap = 0, signal }: { gap?: number; signal?: AbortSignal } = {},
): Promise<Solved | null> {
  return new Promise((resolve) => {
    const untilMs = Date.now() + deadlineMs;
    const worker = new Worker(SOLVER, { eval: true, workerData: { program, untilMs, gap }, stdout: true, stderr: true });
    const end = (solved: Solved | null) => {
      clearTimeout(timer);
      signal?.removeEventListener("abort", stop);
      resolve(solved);
      void worker.terminate();
    };
    const stop = () => end(null);
    signal?.addEventListener("abort", stop);
    const timer = setTimeout(() => end(null), deadlineMs + HEARD_MS);
    worker.once("message", end);
    worker.once("error", () => end(null));
    worker.once("exit", () => end(null));
  });
}
