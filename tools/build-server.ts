/**
 * Bundles the server, as it is started, into one file: .next/serve.mjs, and with --tests the one of the browser tests
 * too. Read from a thousand sources it takes three times as long to stand.
 */
import { build } from "esbuild";

const programs = {
  "src/server/serve.ts": ".next/serve.mjs",
  ...(process.argv.includes("--tests") ? { "e2e/served.ts": ".next/served.mjs" } : {}),
};
for (const [from, to] of Object.entries(programs))
  await build({
    entryPoints: [from],
    outfile: to,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
    alias: { "@": "./src" },
    logLevel: "warning",
  });
