import fc from "../node_modules/fast-check/lib/cjs/fast-check.js";

// Random tests draw the same cases at every run, so that a failure can be run again.
fc.configureGlobal({ seed: 4127 });

export * from "../node_modules/fast-check/lib/cjs/fast-check.js";
export default fc;
