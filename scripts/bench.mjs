// Speed as ratios against yardsticks of the same run: absolute times change with the machine, ratios do not.
import { build, installPackages, run } from "./setup.mjs";

await installPackages();
await build();
run("npx", ["tsx", "tests/bench/bench.ts"]);
