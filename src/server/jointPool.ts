import { Worker } from "node:worker_threads";
import { aside } from "./aside";
import type { JointWorks } from "./joint.worker";
import { oneForAll } from "@/data/oneForAll";
import { Pool } from "./pool";

/**
 * An order for several jobs placed, taken in or called off, and rules or a part that bikes in work were built by, beside the server's
 * thread: a job takes some 20 ms, and there may be hundreds.
 */
export const jointAside = aside<JointWorks>(
  oneForAll("joint", () => new Pool(() => new Worker(new URL("./joint.worker.ts", import.meta.url)), 16, 1)),
  "whether it is stored",
);
