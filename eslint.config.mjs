import nextVitals from "eslint-config-next/core-web-vitals";
import nextTs from "eslint-config-next/typescript";
import prettier from "eslint-config-prettier/flat";
import { defineConfig, globalIgnores } from "eslint/config";

/** Dependencies point one way: app → screens → (draw, ui) → core; app → shop → (data, standins, print) → core. */
const layers = {
  app: ["data", "standins", "cli"],
  core: ["app", "screens", "draw", "ui", "shop", "data", "standins", "print", "cli"],
  draw: ["app", "screens", "ui", "shop", "data", "standins", "print", "cli"],
  ui: ["app", "screens", "shop", "data", "standins", "print", "cli"],
  screens: ["shop", "data", "standins", "print", "cli"],
  data: ["app", "screens", "draw", "ui", "shop", "print", "cli"],
  print: ["app", "screens", "ui", "shop", "data", "cli"],
  shop: ["app", "screens", "draw", "ui", "print", "cli"],
};
const outside = [
  "react",
  "react-dom",
  "next",
  "next/*",
  "antd",
  "antd/*",
  "@ant-design/*",
  "knex",
  "better-sqlite3",
  "echarts",
  "node:*",
  "fs",
  "path",
];

export default defineConfig([
  ...nextVitals,
  ...nextTs,
  prettier,
  globalIgnores([".next/**", ".gull/**", "next-env.d.ts", "data/**", "docs/**"]),
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      "@typescript-eslint/consistent-type-imports": "error",
    },
  },
  ...Object.entries(layers).map(([layer, banned]) => ({
    files: [`src/${layer}/**/*.{ts,tsx}`],
    ignores: ["**/*.test.ts", "**/*.test.tsx"],
    rules: {
      "no-restricted-imports": [
        "error",
        {
          patterns: [
            {
              group: banned.flatMap((other) => [`@/${other}`, `@/${other}/*`, `**/../${other}/*`]),
              message: `${layer} must not import from ${banned.join(", ")}`,
            },
            ...(layer === "core" ? [{ group: outside, message: "the core draws, stores and reads nothing" }] : []),
          ],
        },
      ],
    },
  })),
]);
