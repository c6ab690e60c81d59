const transform = {
  "^.+\\.(t|j)sx?$": [
    "@swc/jest",
    {
      jsc: { target: "es2022", parser: { syntax: "typescript", tsx: true }, transform: { react: { runtime: "automatic" } } },
      module: { type: "commonjs" },
    },
  ],
};

const config = {
  testEnvironment: "node",
  maxWorkers: 2,
  // No test is timed: what hangs ends, what is slow on a busy machine does not fail.
  testTimeout: 300_000,
  // In the room of a test a name of all is looked up slowly, and loops ask for these all the time: there they are given with the module.
  sandboxInjectedGlobals: [
    "Math",
    "Number",
    "Object",
    "Array",
    "Map",
    "Set",
    "WeakMap",
    "Infinity",
    "JSON",
    "String",
    "Boolean",
    "Symbol",
    "Proxy",
    "Reflect",
    "Promise",
    "Error",
    "Float64Array",
    "Int32Array",
    "Uint8Array",
  ],
  roots: ["<rootDir>/src"],
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    // As in the pages: a screen that loads when it is opened suspends until it is there.
    "^next/dynamic$": "<rootDir>/node_modules/next/dist/shared/lib/app-dynamic.js",
    "^fast-check$": "<rootDir>/tests/seeded.ts",
    "^server-only$": "<rootDir>/tests/empty.cjs",
    "\\.css$": "<rootDir>/tests/empty.cjs",
  },
  transform,
  transformIgnorePatterns: ["/node_modules/(?!(@ant-design|echarts|zrender|react-hotkeys-hook|ml-[a-z-]+|is-any-array)/)"],
};

export default config;
