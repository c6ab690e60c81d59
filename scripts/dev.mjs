// For work on the code: rebuilds as files change.
import { installPackages } from "./setup.mjs";

await installPackages();
const { refuseTakenPort, serve } = await import("./serve.mjs");
await refuseTakenPort();
serve("dev");
