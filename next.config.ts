import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["knex", "better-sqlite3", "pdfmake", "highs"],
  experimental: {
    // A job file of some megabytes comes in by an action, a photograph by its route: each has its own, smaller limit.
    proxyClientMaxBodySize: "16mb",
    serverActions: { bodySizeLimit: "8mb" },
  },
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm test` checks the types, of tests and scripts too: once is enough.
  typescript: { ignoreBuildErrors: true },
};

export default config;
