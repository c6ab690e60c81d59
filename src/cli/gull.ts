import { readFileSync } from "node:fs";
import { run } from "./run";

const told = await run(process.argv.slice(2), { input: () => readFileSync(0, "utf8"), now: () => new Date().toISOString() });
if (told.out) process.stdout.write(told.out);
if (told.error) process.stderr.write(told.error);
process.exitCode = told.exit;
