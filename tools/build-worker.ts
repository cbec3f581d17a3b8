/** Builds the service worker with the names of every file this version of the application has: into .next/house-worker.js. */
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";

const STATIC = ".next/static";
const own = readdirSync("public", { recursive: true, encoding: "utf8" })
  .filter((f) => statSync(join("public", f)).isFile())
  .map((f) => `/${f}`);
const built = readdirSync(STATIC, { recursive: true, encoding: "utf8" })
  .filter((f) => statSync(join(STATIC, f)).isFile() && !f.endsWith(".map"))
  .map((f) => `/_next/static/${f.split("\\").join("/")}`);
const files = [...own, ...built].sort();
const sum = createHash("sha256");
for (const f of files)
  sum
    .update(f)
    .update(readFileSync(f.startsWith("/_next/") ? f.replace("/_next/", ".next/") : join("public", f)));
sum.update(readFileSync("src/offline/worker.ts"));

await build({
  entryPoints: ["src/offline/worker.ts"],
  bundle: true,
  minify: true,
  format: "iife",
  target: "es2022",
  define: { FILES: JSON.stringify(files), VERSION: JSON.stringify(sum.digest("hex").slice(0, 12)) },
  outfile: ".next/house-worker.js",
});
