import type { NextConfig } from "next";

const config: NextConfig = {
  // These read their own files at run time and must not be bundled.
  serverExternalPackages: ["knex", "pdfkit", "bwip-js", "highs"],
  poweredByHeader: false,
  devIndicators: false,
};

export default config;
