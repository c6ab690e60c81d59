import { Worker } from "node:worker_threads";

const SOLVER = `
const { parentPort, workerData } = require("node:worker_threads");
require("highs")().then((highs) => {
  const { Status, ObjectiveValue, Columns } = highs.solve(workerData.program, { mip_rel_gap: 0, output_flag: false });
  const values = Object.fromEntries(Object.entries(Columns).map(([name, column]) => [name, column.Primal]));
  parentPort.postMessage(Status === "Optimal" ? { least: ObjectiveValue, values } : null);
});
`;

export type Solved = { readonly least: number; readonly values: Readonly<Record<string, number>> };

/** An integer program (LP format) solved to its proved optimum in a thread of its own; null where it takes longer, or has none. */
export function solve(program: string, deadlineMs: number): Promise<Solved | null> {
  return new Promise((resolve) => {
    const worker = new Worker(SOLVER, { eval: true, workerData: { program }, stdout: true, stderr: true });
    const end = (solved: Solved | null) => {
      clearTimeout(timer);
      resolve(solved);
      void worker.terminate();
    };
    const timer = setTimeout(() => end(null), deadlineMs);
    worker.once("message", end);
    worker.once("error", () => end(null));
    worker.once("exit", () => end(null));
  });
}
