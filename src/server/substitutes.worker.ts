import { parentPort } from "node:worker_threads";
import { benchIn } from "@/core/job/books";
import { substitutes } from "@/core/job/substitutes";
import type { TryInput } from "@/shop/substitutes";

/** Puts other parts into jobs and looks what that does, beside the server's thread. */
parentPort!.on("message", ({ only, books, jobs }: TryInput) => {
  const bench = benchIn({ ...books, heldElsewhere: {} });
  try {
    parentPort!.postMessage(jobs.map(({ job, heldElsewhere }) => [...substitutes(job, { ...bench, heldElsewhere }, only)]));
  } catch {
    parentPort!.postMessage(null);
  }
});
