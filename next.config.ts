import type { NextConfig } from "next";

/**
 * The list of jobs, and a stage of one, asked for whole come from where their forms are filled in; what a page asks for of itself, the
 * server's own asking (by its ticket), and actions go to the page. While it is being worked on, a page is rendered anew each time.
 */
const FILLED_IN = [
  { source: "/", destination: "/kept" },
  { source: "/jobs/:id/:stage", destination: "/kept/:id/:stage" },
].map((way) => ({ ...way, missing: ["rsc", "next-action", "x-gull-ticket"].map((key) => ({ type: "header" as const, key })) }));

const config: NextConfig = {
  rewrites: async () => ({
    beforeFiles: process.env.NODE_ENV === "production" ? FILLED_IN : [],
    // A browser asks for it of what has no head, or before it has read one.
    afterFiles: [{ source: "/favicon.ico", destination: "/icon.svg" }],
    fallback: [],
  }),
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
