import { parentPort } from "node:worker_threads";
import { calculate } from "@/core/calc/registry";

parentPort!.on("message", ({ name, raw }: { name: string; raw: unknown }) => parentPort!.postMessage(calculate(name, raw)));
