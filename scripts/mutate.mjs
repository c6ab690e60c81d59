// How many deliberate faults of a folder the unit tests notice: `npm run mutate src/core/cost src/shop [-- --count 60 --seed 1]`.
// All faults are woven into a copy of the sources, each behind its number; a first run learns which tests reach which.
import { spawn } from "node:child_process";
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { parseArgs } from "node:util";
import { mutantsOf } from "./mutants.mjs";
import { root } from "./setup.mjs";

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    count: { type: "string", default: "60" },
    seed: { type: "string", default: "1" },
    atOnce: { type: "string", default: "2" },
    slow: { type: "string", default: "20" },
  },
});
const folders = positionals.map((folder) => folder.replace(/\/$/, ""));
if (folders.length === 0 || !folders.every((folder) => existsSync(join(root, folder)))) {
  console.error("Name folders of the sources, such as src/core/cost.");
  process.exit(2);
}
const copy = join(root, ".gull", "mutate");
/** Faults that change nothing anyone could see, each with its reason. */
const equivalent = JSON.parse(readFileSync(join(root, "scripts/equivalent.json"), "utf8"));

/** A small seeded generator (mulberry32): the same faults for the same seed. */
function randomOf(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const filesOf = (folder) =>
  readdirSync(join(root, folder), { recursive: true, encoding: "utf8" })
    .filter((file) => /\.tsx?$/.test(file) && !/\.(test|fixture)\.tsx?$/.test(file) && !file.includes("demo/"))
    .map((file) => join(folder, file))
    .sort();

/** The line of the source in which a fault begins: the same words may be a fault elsewhere. */
function lineOf({ file, start }) {
  const text = readFileSync(join(root, file), "utf8");
  return text.slice(text.lastIndexOf("\n", start - 1) + 1, text.indexOf("\n", start));
}

/** So many faults of a folder, none inside another. */
function chosen(folder) {
  const files = filesOf(folder);
  const random = randomOf(Number(values.seed));
  const all = files.flatMap((file) =>
    mutantsOf(file, readFileSync(join(root, file), "utf8")).map((mutant) => ({ folder, file, ...mutant })),
  );
  const kept = all.filter(
    (mutant) => !equivalent.some((e) => e.file === mutant.file && e.fault === mutant.says && lineOf(mutant).includes(e.line)),
  );
  const shuffled = kept.map((mutant) => [random(), mutant]).sort((a, b) => a[0] - b[0]);
  const taken = [];
  for (const [, mutant] of shuffled) {
    if (taken.length >= Number(values.count)) break;
    if (!taken.some((t) => t.file === mutant.file && t.start < mutant.end && mutant.start < t.end)) taken.push(mutant);
  }
  console.log(
    `${folder}: ${all.length} faults in ${files.length} files, ${all.length - kept.length} without effect, ${taken.length} taken`,
  );
  return taken;
}

/** The sources with every fault behind its number. */
function weave(mutants) {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const part of ["src", "tests", "docs/job.schema.json", "package.json", "tsconfig.json", "jest.config.mjs"])
    cpSync(join(root, part), join(copy, part), { recursive: true });
  symlinkSync(join(root, "node_modules"), join(copy, "node_modules"));
  for (const file of new Set(mutants.map((m) => m.file))) {
    let text = readFileSync(join(root, file), "utf8");
    const mine = mutants.map((m, n) => ({ ...m, n })).filter((m) => m.file === file);
    for (const m of mine.sort((a, b) => b.start - a.start))
      text = text.slice(0, m.start) + m.code(text.slice(m.start, m.end)).replaceAll("@)", `${m.n})`) + text.slice(m.end);
    writeFileSync(join(copy, file), text);
  }
  writeFileSync(
    join(copy, "switch.cjs"),
    "const at = Number(process.env.MUTANT ?? -1); globalThis.__seen = new Set();\n" +
      "globalThis.__m = (n) => (globalThis.__seen.add(n), n === at);\n",
  );
  writeFileSync(
    join(copy, "reach.cjs"),
    "const fs = require('node:fs'); const began = Date.now();\n" +
      "if (process.env.REACH) afterAll(() => fs.appendFileSync(process.env.REACH, JSON.stringify({ test: expect.getState().testPath, ms: Date.now() - began, seen: [...globalThis.__seen] }) + '\\n'));\n",
  );
  writeFileSync(
    join(copy, "jest.mutate.mjs"),
    'import unit from "./jest.config.mjs";\nexport default { ...unit, bail: 1, setupFiles: ["<rootDir>/switch.cjs"], setupFilesAfterEnv: ["<rootDir>/reach.cjs"] };\n',
  );
}

function jest(args, env, limitMs) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, [join(root, "node_modules/jest/bin/jest.js"), "--config", "jest.mutate.mjs", ...args], {
      cwd: copy,
      // The demo shop is made by a process of its own, of the same sources.
      env: { ...process.env, NODE_OPTIONS: `--require ${join(copy, "switch.cjs")}`, ...env },
      stdio: ["ignore", "ignore", "pipe"],
    });
    let output = "";
    child.stderr.on("data", (data) => (output += data));
    const timer = setTimeout(() => child.kill("SIGKILL"), limitMs);
    child.on("exit", (status) => {
      clearTimeout(timer);
      resolve({ status, output });
    });
  });
}

/** Which tests reach which fault, and how long each takes. */
async function reach() {
  const log = join(copy, "reach.jsonl");
  const { status, output } = await jest(["-w", values.atOnce], { REACH: log }, 1_200_000);
  if (status !== 0) {
    console.error(output.slice(-3000));
    console.error("The tests do not pass without a fault: mend them first.");
    process.exit(1);
  }
  return readFileSync(log, "utf8")
    .trim()
    .split("\n")
    .map((line) => JSON.parse(line));
}

/** The tests of a fault: those beside it, then its folder's, then the rest of those that take no more than `--slow` seconds. */
function testsOf(mutant, n, reached) {
  const rank = ({ test }) =>
    dirname(test) === join(copy, dirname(mutant.file)) ? 0 : test.startsWith(join(copy, mutant.folder)) ? 1 : 2;
  return reached
    .filter((row) => row.seen.includes(n) && (rank(row) < 2 || row.ms <= Number(values.slow) * 1000))
    .sort((a, b) => rank(a) - rank(b) || a.ms - b.ms);
}

/** Quick tests first, all in one process; a slow one has a process of its own. */
async function isNoticed(mutant, n, reached) {
  const tests = testsOf(mutant, n, reached);
  const quick = tests.filter((row) => row.ms < 4000);
  for (const some of [quick, ...tests.filter((row) => row.ms >= 4000).map((row) => [row])]) {
    if (some.length === 0) continue;
    const { status } = await jest(["-i", "--runTestsByPath", ...some.map((row) => row.test)], { MUTANT: String(n) }, 300_000);
    if (status !== 0) return true;
  }
  return false;
}

const mutants = folders.flatMap(chosen);
weave(mutants);
const reached = await reach();
const noticed = [];
const next = mutants.map((mutant, n) => ({ mutant, n }));
await Promise.all(
  Array.from({ length: Number(values.atOnce) }, async () => {
    for (let one = next.shift(); one; one = next.shift()) {
      noticed[one.n] = await isNoticed(one.mutant, one.n, reached);
      // A long run that is stopped has still told what it learnt.
      const learnt = `${noticed.filter((x) => x !== undefined).length} of ${mutants.length}`;
      if (process.stderr.isTTY) process.stderr.write(`\r${learnt}`);
      else
        console.error(
          `${learnt}: ${one.mutant.file} ${noticed[one.n] ? "noticed" : "NOT noticed"}  ${one.mutant.says.replace(/\s+/g, " ")}`,
        );
    }
  }),
);
for (const folder of folders) {
  const mine = mutants.map((mutant, n) => ({ ...mutant, noticed: noticed[n] })).filter((mutant) => mutant.folder === folder);
  const missed = mine.filter((mutant) => !mutant.noticed);
  for (const { file, start, says } of missed) {
    const line = readFileSync(join(root, file), "utf8").slice(0, start).split("\n").length;
    console.log(`not noticed  ${file}:${line}  ${says.replace(/\s+/g, " ")}`);
  }
  const seen = mine.length - missed.length;
  console.log(`${folder}: ${seen} of ${mine.length} noticed (${Math.round((100 * seen) / mine.length)} %), seed ${values.seed}`);
}
