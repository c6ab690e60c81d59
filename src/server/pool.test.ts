import { Worker } from "node:worker_threads";
import { Pool } from "./pool";

/** Waits as long as it is told on its own thread, or breaks. */
const hand = () =>
  new Worker(
    `const { parentPort } = require("node:worker_threads");
     parentPort.on("message", ({ ms, breaks, says }) => {
       if (breaks) throw new Error("broke");
       const end = Date.now() + ms;
       while (Date.now() < end);
       parentPort.postMessage(says);
     });`,
    { eval: true, stderr: true },
  );
type Task = { ms: number; says?: string; breaks?: boolean };

test("each task has its own answer, more of them than hands", async () => {
  const pool = new Pool<Task, string>(hand, 32, 2);
  const all = await Promise.all(Array.from({ length: 8 }, (_, i) => pool.run({ ms: 5, says: `no. ${i}` }, 5_000)));
  expect(all).toEqual(Array.from({ length: 8 }, (_, i) => ({ ok: true, value: `no. ${i}` })));
});
test("a task over its deadline is given up, and the next one is done by another hand", async () => {
  const pool = new Pool<Task, string>(hand, 32, 1);
  const [slow, next] = await Promise.all([pool.run({ ms: 60_000 }, 100), pool.run({ ms: 1, says: "done" }, 5_000)]);
  expect(slow).toEqual({ ok: false, why: "deadline" });
  expect(next).toEqual({ ok: true, value: "done" });
});
test("this thread has its turn while a hand is busy", async () => {
  const pool = new Pool<Task, string>(hand, 32, 1);
  let turns = 0;
  const clock = setInterval(() => (turns += 1), 5);
  await pool.run({ ms: 200, says: "" }, 5_000);
  clearInterval(clock);
  expect(turns).toBeGreaterThan(5);
});
test("a hand that breaks while it is idle is replaced, and nobody else notices", async () => {
  const made: Worker[] = [];
  const pool = new Pool<Task, string>(
    () => {
      made.push(hand());
      return made.at(-1)!;
    },
    32,
    1,
  );
  expect(await pool.run({ ms: 1, says: "one" }, 5_000)).toEqual({ ok: true, value: "one" });
  made[0]!.postMessage({ ms: 0, breaks: true });
  await new Promise((resolve) => made[0]!.once("exit", resolve));
  expect(await pool.run({ ms: 1, says: "two" }, 5_000)).toEqual({ ok: true, value: "two" });
  expect(made).toHaveLength(2);
});
test("a hand that breaks is told and replaced; past the queue's end a task is turned away", async () => {
  const pool = new Pool<Task, string>(hand, 2, 1);
  expect(await pool.run({ ms: 0, breaks: true }, 5_000)).toEqual({ ok: false, why: "broke" });
  const all = await Promise.all(Array.from({ length: 6 }, () => pool.run({ ms: 20, says: "x" }, 5_000)));
  expect(all.filter((one) => one.ok)).toHaveLength(3);
  expect(all.filter((one) => !one.ok && one.why === "busy")).toHaveLength(3);
  expect(await pool.run({ ms: 1, says: "again" }, 5_000)).toEqual({ ok: true, value: "again" });
});
