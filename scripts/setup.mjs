// What a fresh clone wants before anything runs: the packages, and for browser tests Chromium.
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

export const root = join(import.meta.dirname, "..");

/**
 * What the server is started with. Of its own the C library keeps a heap for each thread that ever packs or renders, and what they let
 * go is given back from few of them: with two the server of a shop that is looked at all day does not grow.
 */
export const FOR_SERVER = { NEXT_TELEMETRY_DISABLED: "1", MALLOC_ARENA_MAX: "2" };

const stampFile = (name) => join(root, ".gull", name);
const hash = (text) => createHash("sha256").update(text).digest("hex");

const stamped = (name, value) => existsSync(stampFile(name)) && readFileSync(stampFile(name), "utf8") === value;
function stamp(name, value) {
  mkdirSync(join(root, ".gull"), { recursive: true });
  writeFileSync(stampFile(name), value);
}

/** Runs a command with its output shown; a failure ends the script with the command's own code. */
export function run(command, args, env = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: "inherit",
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ...env },
  });
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** So long the output of something that ended is still waited for. */
const LEFT_BEHIND_MS = 10_000;

/** As `run`, while other work goes on; what it prints comes out in one piece when it ends. Resolves with its code and its output. */
export function along(command, args, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1", ...env } });
    const pieces = [];
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (piece) => pieces.push(piece));
    child.on("error", (error) => resolve({ code: 1, output: String(error) }));
    const end = (code) => resolve({ code: code ?? 1, output: Buffer.concat(pieces).toString() });
    child.on("close", end);
    // What a failed test left running holds the output open: nobody waits for that.
    child.on("exit", (code) => setTimeout(end, LEFT_BEHIND_MS, code).unref());
  });
}

async function runAlong(command, args, env = {}) {
  const { code, output } = await along(command, args, env);
  if (code === 0) return output;
  console.log(output);
  process.exit(code);
}

/** Installs the packages when the lock file is not the one that was installed; resolves when all of them work. */
export async function installPackages() {
  await (
    await fetchPackages()
  ).driver;
}

/**
 * Fetches the packages, and has the SQLite driver compiled, once, with this Node's own headers where it has them: that takes minutes,
 * and what needs no database need not wait for it.
 *
 * @returns when the packages are here: `driver` resolves when the driver is there too
 */
export async function fetchPackages() {
  const lock = hash(readFileSync(join(root, "package-lock.json")));
  if (existsSync(join(root, "node_modules", "next")) && stamped("packages", lock)) return { driver: Promise.resolve() };
  console.log("Installing packages (the SQLite driver compiles once, a few minutes) …");
  const prefix = dirname(dirname(process.execPath));
  const headers = existsSync(join(prefix, "include/node/node.h")) ? { npm_config_nodedir: prefix } : {};
  const ticking = sayHowFar();
  // Says why it fails even where the caller is told to be silent.
  const npm = (...args) => runAlong("npm", args, { npm_config_jobs: "max", npm_config_loglevel: "error", ...headers });
  await npm("ci", "--ignore-scripts", "--no-audit", "--no-fund");
  const compiled = async () => {
    await npm("rebuild", "better-sqlite3");
    clearInterval(ticking);
    stamp("packages", lock);
  };
  return { driver: compiled() };
}

/** Every ten seconds how far the packages are: nobody looks at a still screen for minutes and knows whether it lives. */
function sayHowFar() {
  const lock = JSON.parse(readFileSync(join(root, "package-lock.json"), "utf8"));
  // Those of other machines never come.
  const all = Object.entries(lock.packages).flatMap(([path, { optional }]) =>
    path.startsWith("node_modules/") && !optional ? [path] : [],
  );
  const began = Date.now();
  return setInterval(() => {
    const here = all.filter((path) => existsSync(join(root, path, "package.json"))).length;
    const driver = existsSync(join(root, "node_modules/better-sqlite3/build/Release/better_sqlite3.node"));
    const what =
      here < all.length * 0.9
        ? `${here} of ${all.length} packages are here`
        : driver
          ? "nearly done"
          : "the SQLite driver is being compiled";
    console.log(`  ${Math.round((Date.now() - began) / 1000)} s: ${what}`);
  }, 10_000);
}

/** Finds what the browser tests want of the system, or has Debian's installed where apt and the right to use it are at hand; resolves when it is there. */
export async function installSystem() {
  const wanted = [];
  if (!chromium()) wanted.push("chromium");
  if (spawnSync("pdftotext", ["-v"]).status !== 0) wanted.push("poppler-utils");
  if (wanted.length === 0) return;
  console.log(`Installing ${wanted.join(" and ")} for the browser tests …`);
  await runAlong("apt-get", ["update", "-qq"]);
  await runAlong("apt-get", ["install", "-y", "-qq", ...wanted], { DEBIAN_FRONTEND: "noninteractive" });
}

function chromium() {
  for (const name of ["chromium", "chromium-browser", "google-chrome"]) {
    try {
      return execFileSync("sh", ["-c", `command -v ${name}`], { encoding: "utf8" }).trim();
    } catch {
      // not under this name
    }
  }
  return undefined;
}

/** Builds the application when its sources are not those that were built; says whether it stands. */
export async function tryBuild() {
  const now = sourcesHash();
  if (existsSync(join(root, ".next", "BUILD_ID")) && stamped("build", now)) return true;
  console.log("Building …");
  const { code, output } = await along("npx", ["next", "build"]);
  console.log(output);
  if (code === 0) stamp("build", now);
  return code === 0;
}

export async function build() {
  if (!(await tryBuild())) process.exit(1);
}

function sourcesHash() {
  const digest = createHash("sha256");
  for (const file of ["package-lock.json", "next.config.ts", "tsconfig.json"]) digest.update(readFileSync(join(root, file)));
  const walk = (folder) => {
    for (const name of readdirSync(folder).sort()) {
      const path = join(folder, name);
      if (statSync(path).isDirectory()) walk(path);
      else if (!/\.test\.tsx?$/.test(name)) digest.update(path.slice(root.length)).update(readFileSync(path));
    }
  };
  walk(join(root, "src"));
  return digest.digest("hex");
}

/** Bundles a program of the tests as the built application runs its code, and runs it. @param entry under tests, without its ending */
export async function runBundled(entry, env = {}) {
  const { build: bundle } = await import("esbuild");
  const outfile = `.gull/${entry.split("/").at(-1)}.mjs`;
  await bundle({
    absWorkingDir: root,
    entryPoints: [`tests/${entry}.ts`],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
    logLevel: "warning",
  });
  run(process.execPath, [outfile], env);
}
