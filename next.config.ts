import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["knex", "better-sqlite3", "pdfmake", "highs"],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm test` checks the types, of tests and scripts too: once is enough.
  typescript: { ignoreBuildErrors: true },
};

export default config;
