// Everything that must hold, from a fresh clone: lint, types, unit tests, build, browser tests. The last line is the true count.
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { along, fetchPackages, installSystem, root, tryBuild } from "./setup.mjs";

const began = Date.now();
let passed = 0;
let failed = 0;

const heading = (title) => console.log(`\n== ${title} (${Math.round((Date.now() - began) / 1000)} s since the start)`);

/** One check without counts of its own: it passes or fails as a whole. */
async function check(title, command, args) {
  const { code, output } = await along(command, args);
  heading(title);
  console.log(output);
  if (code === 0) passed += 1;
  else failed += 1;
}

/** A Jest run, its tests counted; a suite that does not even load counts as one failure. */
async function suite(title, config) {
  const report = join(root, ".gull", `${title.replace(/\W+/g, "-")}.json`);
  mkdirSync(join(root, ".gull"), { recursive: true });
  rmSync(report, { force: true });
  const { code, output } = await along("npx", ["jest", "--config", config, "--json", `--outputFile=${report}`]);
  heading(title);
  // The report itself, which Jest also prints, is one long line of JSON.
  console.log(
    output
      .split("\n")
      .filter((line) => !line.startsWith('{"numFailedTestSuites"'))
      .join("\n"),
  );
  if (!existsSync(report)) return void (failed += 1);
  const counts = JSON.parse(readFileSync(report, "utf8"));
  passed += counts.numPassedTests;
  failed += counts.numFailedTests + counts.numRuntimeErrorTestSuites;
  if (code !== 0 && counts.numFailedTests + counts.numRuntimeErrorTestSuites === 0) failed += 1;
}

async function inTurn(...tasks) {
  for (const task of tasks) await task();
}

const [{ driver }] = await Promise.all([fetchPackages(), installSystem()]);
heading("all packages here");
let built = false;
// None of the checks needs the database; the build comes when its driver is compiled.
await Promise.all([
  inTurn(
    () => check("lint", "npx", ["eslint", ".", "--max-warnings", "0"]),
    () => check("format", "npx", ["prettier", "--check", "--log-level", "warn", "."]),
    () => check("types of the core", "npx", ["tsc", "--noEmit", "-p", "src/core/tsconfig.json"]),
  ),
  inTurn(
    async () => {
      await driver;
      heading("the database's driver compiled");
      built = await tryBuild();
    },
    () => check("types", "npx", ["tsc", "--noEmit", "-p", "tsconfig.json"]),
  ),
]);
await suite("unit tests", "jest.config.mjs");
if (built) await suite("browser tests", "jest.e2e.config.mjs");
else failed += 1;

heading("all");
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
