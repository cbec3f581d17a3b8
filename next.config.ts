import type { NextConfig } from "next";

const config: NextConfig = {
  // These read their own files at run time and must not be bundled.
  serverExternalPackages: [
    "knex",
    "pdfkit",
    "bwip-js",
    "highs",
    "@zxcvbn-ts/core",
    "@zxcvbn-ts/language-common",
  ],
  // Types are looked at once, before the tests.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  devIndicators: false,
};

export default config;
