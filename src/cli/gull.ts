import { readFileSync } from "node:fs";
import { run } from "./run";
import { readText } from "./readText";

// Whoever reads the answer may have had enough of it.
process.stdout.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code !== "EPIPE") throw error;
  process.exit(0);
});
const told = await run(process.argv.slice(2), { input: () => readText(readFileSync(0)), now: () => new Date().toISOString() });
if (told.out) process.stdout.write(told.out);
if (told.error) process.stderr.write(told.error);
process.exitCode = told.exit;
