import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";

/** Loads the demo once; every stand gets a copy of its own. */
export default function loadDemoShop(): void {
  const folder = mkdtempSync(join(tmpdir(), "gull-e2e-"));
  process.env.GULL_E2E_DEMO = join(folder, "demo.sqlite");
  execFileSync("npx", ["tsx", "src/cli/gull.ts", "demo"], {
    env: { ...process.env, GULL_DB: process.env.GULL_E2E_DEMO },
    stdio: ["ignore", "ignore", "inherit"],
  });
  process.once("exit", () => rmSync(folder, { recursive: true, force: true }));
}
