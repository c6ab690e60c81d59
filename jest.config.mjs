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
  roots: ["<rootDir>/src"],
  testMatch: ["**/*.test.ts", "**/*.test.tsx"],
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    "^server-only$": "<rootDir>/tests/empty.cjs",
    "\\.css$": "<rootDir>/tests/empty.cjs",
  },
  transform,
  transformIgnorePatterns: ["/node_modules/(?!(@ant-design|echarts|zrender|react-hotkeys-hook)/)"],
};

export default config;
