// What a shop's own machine may meet, on purpose: hostile requests, many people, kills. Minutes, bounded, seeded, on loopback.
import { build, installPackages, root, run } from "./setup.mjs";

await installPackages();
await build();
const { build: bundle } = await import("esbuild");
await bundle({
  absWorkingDir: root,
  entryPoints: ["tests/torture/torture.ts"],
  outfile: ".gull/torture.mjs",
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  logLevel: "warning",
});
run(process.execPath, [".gull/torture.mjs"]);
