/** Builds the service worker with the names of every file this version of the application has: into .next/house-worker.js. */
import { createHash } from "node:crypto";
import { copyFileSync, mkdirSync, readdirSync, readFileSync, statSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { build } from "esbuild";

const STATIC = ".next/static";
/** What reads codes where a browser has no reader of its own: from this house, like everything else. */
const detector = createRequire(import.meta.url).resolve("barcode-detector/ponyfill");
const reader = createRequire(detector).resolve("zxing-wasm/reader/zxing_reader.wasm");
mkdirSync(join(STATIC, "scan"), { recursive: true });
copyFileSync(reader, join(STATIC, "scan/zxing_reader.wasm"));

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
