// Speed as ratios against yardsticks of the same run: absolute times change with the machine, ratios do not.
import { build, installPackages, root, run } from "./setup.mjs";

await installPackages();
// CORE=1 leaves out what needs the built application: the command line and the pages.
if (!process.env.CORE) await build();

// The calculators as the built application runs them: the loader of the command line sets the name of every closure, which costs as much as many a rule.
const { build: bundle } = await import("esbuild");
await bundle({
  absWorkingDir: root,
  entryPoints: ["tests/bench/bench.ts"],
  outfile: ".gull/bench.mjs",
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  logLevel: "warning",
});
run(process.execPath, [".gull/bench.mjs"]);
