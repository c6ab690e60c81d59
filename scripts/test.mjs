// Everything that must hold, from a fresh clone: lint, types, unit tests, build, browser tests. The last line is the true count.
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { build, installChromium, installPackages, installPdfText, root } from "./setup.mjs";

installPackages();
installChromium();
installPdfText();

let passed = 0;
let failed = 0;

/** One check without counts of its own: it passes or fails as a whole. */
function check(title, command, args) {
  console.log(`\n== ${title}`);
  const done = spawnSync(command, args, { cwd: root, stdio: "inherit" });
  if (done.status === 0) passed += 1;
  else failed += 1;
}

/** A Jest run, its tests counted; a suite that does not even load counts as one failure. */
function suite(title, config, more = []) {
  console.log(`\n== ${title}`);
  const report = join(root, ".gull", `${title.replace(/\W+/g, "-")}.json`);
  mkdirSync(join(root, ".gull"), { recursive: true });
  rmSync(report, { force: true });
  const done = spawnSync("npx", ["jest", "--config", config, "--json", `--outputFile=${report}`, ...more], {
    cwd: root,
    stdio: ["inherit", "ignore", "inherit"],
  });
  if (!existsSync(report)) return void (failed += 1);
  const counts = JSON.parse(readFileSync(report, "utf8"));
  passed += counts.numPassedTests;
  failed += counts.numFailedTests + counts.numRuntimeErrorTestSuites;
  if (done.status !== 0 && counts.numFailedTests + counts.numRuntimeErrorTestSuites === 0) failed += 1;
}

check("lint", "npx", ["eslint", ".", "--max-warnings", "0"]);
check("format", "npx", ["prettier", "--check", "--log-level", "warn", "."]);
check("types", "npx", ["tsc", "--noEmit", "-p", "tsconfig.json"]);
check("types of the core", "npx", ["tsc", "--noEmit", "-p", "src/core/tsconfig.json"]);
suite("unit tests", "jest.config.mjs");
build();
suite("browser tests", "jest.e2e.config.mjs", ["--runInBand"]);

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
