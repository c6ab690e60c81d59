// What a fresh clone wants before anything runs: the packages, and for browser tests Chromium.
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

export const root = join(import.meta.dirname, "..");
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

/** Installs the packages when the lock file is not the one that was installed. The SQLite driver compiles once, with this Node's own headers where it has them. */
export function installPackages() {
  const lock = hash(readFileSync(join(root, "package-lock.json")));
  if (existsSync(join(root, "node_modules", "next")) && stamped("packages", lock)) return;
  console.log("Installing packages (the SQLite driver compiles once, a few minutes) …");
  const prefix = dirname(dirname(process.execPath));
  const headers = existsSync(join(prefix, "include/node/node.h")) ? { npm_config_nodedir: prefix } : {};
  run("npm", ["ci", "--no-audit", "--no-fund"], headers);
  stamp("packages", lock);
}

/** Finds a Chromium, or installs Debian's where apt and the right to use it are at hand. */
export function installChromium() {
  if (chromium()) return;
  console.log("Installing Chromium for the browser tests …");
  run("apt-get", ["update", "-qq"]);
  run("apt-get", ["install", "-y", "-qq", "chromium"], { DEBIAN_FRONTEND: "noninteractive" });
}

export function installPdfText() {
  if (spawnSync("pdftotext", ["-v"]).status === 0) return;
  run("apt-get", ["update", "-qq"]);
  run("apt-get", ["install", "-y", "-qq", "poppler-utils"], { DEBIAN_FRONTEND: "noninteractive" });
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

/** Builds the application when its sources are not those that were built. */
export function build() {
  const now = sourcesHash();
  if (existsSync(join(root, ".next", "BUILD_ID")) && stamped("build", now)) return;
  console.log("Building …");
  run("npx", ["next", "build"]);
  stamp("build", now);
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
