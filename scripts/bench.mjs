// Speed as ratios against yardsticks of the same run: absolute times change with the machine, ratios do not.
import { build, installPackages, runBundled } from "./setup.mjs";

await installPackages();
// CORE=1 leaves out what needs the built application: the command line and the pages.
if (!process.env.CORE) await build();

// The calculators as the built application runs them: the loader of the command line sets the name of every closure, which costs as much as many a rule.
await runBundled("bench/bench");
