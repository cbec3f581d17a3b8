/** Packs what the browser fetches, once, as small as it goes: no server packs it anew for every tablet. */
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync, constants, gzipSync } from "node:zlib";

const PLACE = ".next/static";
for (const entry of readdirSync(PLACE, { recursive: true, withFileTypes: true })) {
  if (!entry.isFile() || !/\.(?:js|css|wasm|svg|json|txt)$/.test(entry.name)) continue;
  const path = join(entry.parentPath, entry.name);
  const raw = readFileSync(path);
  if (raw.length < 1024) continue;
  writeFileSync(`${path}.gz`, gzipSync(raw, { level: 9 }));
  // Two steps below the most: a hundredth larger, in a tenth of the time.
  writeFileSync(`${path}.br`, brotliCompressSync(raw, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }));
}
