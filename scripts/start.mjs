// The shop's own data, in GULL_DB or data/gull.sqlite.
import { build, installPackages } from "./setup.mjs";

await installPackages();
const { refuseTakenPort, serve } = await import("./serve.mjs");
await refuseTakenPort();
await build();
serve("start");
