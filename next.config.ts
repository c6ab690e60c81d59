import type { NextConfig } from "next";

const config: NextConfig = {
  serverExternalPackages: ["knex", "better-sqlite3", "pdfmake"],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
};

export default config;
