// What a shop's own machine may meet, on purpose: hostile requests, many people, kills. Minutes, bounded, seeded, on loopback.
import { FOR_SERVER, build, installPackages, runBundled } from "./setup.mjs";

await installPackages();
await build();
await runBundled("torture/torture", FOR_SERVER);
