// The demo from a fresh clone: packages, build, the invented shop in a database of its own, served.
import { build, installPackages, run } from "./setup.mjs";

const GULL_DB = process.env.GULL_DB ?? "data/demo.sqlite";

await installPackages();
const { refuseTakenPort, serve } = await import("./serve.mjs");
await refuseTakenPort();
await build();
run("npx", ["tsx", "src/cli/gull.ts", "demo"], { GULL_DB });
serve("start", { GULL_DB });
