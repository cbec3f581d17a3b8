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
  // Nobody reads the server's maps: Node is not started with them, and they take a tenth of the build.
  experimental: { turbopackSourceMaps: false, turbopackInputSourceMaps: false },
};

export default config;
