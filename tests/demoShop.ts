import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Knex } from "knex";
import { openDatabase } from "@/data/connection";

/** The day on which the unit tests' demo shop stands. */
export const NOW = "2026-11-25T09:00:00.000Z";
const KEPT = join(process.cwd(), ".gull");

/**
 * A demo shop of a test's own: made once for the sources as they are, which takes longer than most tests, and copied.
 * @returns the open database, its file, and what closes the one and removes the other
 */
export async function openDemoShop(): Promise<{ db: Knex; file: string; close: () => Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), "gull-demo-"));
  const file = join(folder, "shop.sqlite");
  copyFileSync(made(folder), file);
  const db = await openDatabase(file);
  const close = async () => {
    await db.destroy();
    rmSync(folder, { recursive: true });
  };
  return { db, file, close };
}

function made(folder: string): string {
  const file = join(KEPT, `demo-${sourcesHash()}.sqlite`);
  if (existsSync(file)) return file;
  mkdirSync(KEPT, { recursive: true });
  // Those of other sources; one of these may have come from the other worker just now.
  for (const old of readdirSync(KEPT))
    if (/^demo-.*\.sqlite$/.test(old) && join(KEPT, old) !== file) rmSync(join(KEPT, old), { force: true });
  const fresh = join(folder, "fresh.sqlite");
  execFileSync("npx", ["tsx", "tests/demoAt.ts", fresh, NOW], { stdio: ["ignore", "ignore", "inherit"] });
  // Whole or not at all: the other worker may look for it meanwhile.
  copyFileSync(fresh, `${file}.${process.pid}`);
  renameSync(`${file}.${process.pid}`, file);
  return file;
}

/** Over everything that the demo is made by. */
function sourcesHash(): string {
  const hash = createHash("sha256");
  for (const part of ["src/core", "src/data", "src/shop"])
    for (const name of (readdirSync(part, { recursive: true }) as string[]).sort())
      if (/(?<!\.test)\.tsx?$/.test(name)) hash.update(name).update(readFileSync(join(part, name)));
  return hash.digest("hex").slice(0, 16);
}
