import unit from "./jest.config.mjs";

const config = {
  ...unit,
  roots: ["<rootDir>/tests/e2e"],
  testMatch: ["**/*.e2e.ts"],
  globalSetup: "<rootDir>/tests/e2e/demoShop.ts",
};

export default config;
