import { Worker } from "node:worker_threads";
import { packsAt, programOf } from "@/core/supply/program";
import { basketOf, learnPlan, type Basket, type SupplyPlan } from "@/core/supply/supplyPlan";
import type { Bench } from "./useCase";

/** A basket that no solver settles in this time stays as the quick search left it, and the screen says so. */
const DEADLINE_MS = 3_000;

/** What is told first, long before the last cent is proved, in percent. */
const NEAR_PERCENT = 1;

/**
 * Runs beside the server's own thread, so that no other request waits; programs in, values of the variables out: first near, then proved.
 * A program that has no solution leaves its turn to the next one.
 */
const SOLVER = `
const { parentPort, workerData } = require("node:worker_threads");
require("highs")().then((highs) => {
  for (const [i, program] of workerData.entries()) {
    for (const withinPercent of [${NEAR_PERCENT}, 0]) {
      const { Status, Columns } = highs.solve(program, { mip_rel_gap: withinPercent / 100, mip_abs_gap: 0.4, output_flag: false });
      if (Status === "Infeasible" && i + 1 < workerData.length) break;
      if (Status !== "Optimal") return parentPort.postMessage(null);
      const values = Object.fromEntries(Object.entries(Columns).map(([name, column]) => [name, column.Primal]));
      parentPort.postMessage({ withinPercent, values });
      if (withinPercent === 0) return;
    }
  }
});
`;

type Values = Readonly<Record<string, number>>;
type Solved = { readonly withinPercent: number; readonly values: Values };

type Patience = { readonly deadlineMs?: number; readonly stopped?: () => boolean };
const LOOK_MS = 100;

function solve(
  programs: readonly string[],
  { deadlineMs = DEADLINE_MS, stopped = () => false }: Patience,
): Promise<Solved | null> {
  if (stopped()) return Promise.resolve(null);
  return new Promise((resolve) => {
    const worker = new Worker(SOLVER, { eval: true, workerData: programs, stdout: true, stderr: true });
    let near: Solved | null = null;
    const end = () => {
      clearTimeout(timer);
      clearInterval(look);
      resolve(near);
      void worker.terminate();
    };
    const timer = setTimeout(end, deadlineMs);
    const look = setInterval(() => stopped() && end(), LOOK_MS);
    worker.on("message", (solved: Solved | null) => {
      near = solved ?? near;
      if (solved === null || solved.withinPercent === 0) end();
    });
    worker.once("error", end);
    worker.once("exit", end);
  });
}

/** One at a time: many at once would take every core from the pages. What was tried in vain is not tried again. */
let queue: Promise<unknown> = Promise.resolve();
const inVain = new Set<string>();
const MOST_IN_VAIN = 200;

const packsOf = ({ parts }: Basket, values: Values): number[][] =>
  parts.map((part, i) => part.offers.map((_, j) => Math.round(values[packsAt(i, j)] ?? 0)));

/**
 * Looks for the proved cheapest way to buy what a quick search could not prove, by integer programming.
 *
 * @param patience given up after its deadline, or when it was stopped
 * @returns whether more is known now, proved or near it: work the plan out again
 */
export async function provePlan(
  plan: SupplyPlan,
  { catalogue, house }: Pick<Bench, "catalogue" | "house">,
  patience: Patience = {},
): Promise<boolean> {
  if (plan.proved) return false;
  const basket = basketOf(plan.wants, catalogue, house);
  const program = programOf(basket.parts, basket.weighed);
  if (inVain.has(program)) return false;
  // First as if no order could be under the least of its supplier: that is easier, and mostly so.
  const strict = basket.least.some((one) => one > 0) ? [programOf(basket.parts, basket.asks, basket.least)] : [];
  const turn = queue.then(() => solve([...strict, program], patience));
  queue = turn.catch(() => undefined);
  const solved = await turn;
  const learnt = solved !== null && learnPlan(plan.wants, catalogue, house, packsOf(basket, solved.values), solved.withinPercent);
  if (learnt && solved.withinPercent === 0) return true;
  // What was stopped was not tried to its end.
  if (patience.stopped?.()) return learnt;
  if (inVain.size >= MOST_IN_VAIN) inVain.clear();
  inVain.add(program);
  return learnt;
}
