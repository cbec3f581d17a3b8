/**
 * The lock file with the address of each package at a registry: `node tools/lock-with-addresses.mjs REGISTRY`.
 *
 * The lock file itself names none, so that it holds wherever packages come from. Without an address npm asks for each
 * package's whole history first, which takes as long as fetching and unpacking them all.
 */
import { readFileSync } from "node:fs";

const registry = (process.argv[2] ?? "").replace(/\/*$/, "/");
const lock = JSON.parse(readFileSync("package-lock.json", "utf8"));
for (const [place, one] of Object.entries(lock.packages)) {
  // What is sealed by no sum did not come from a registry.
  if (!one.integrity || one.resolved || one.inBundle) continue;
  const name = one.name ?? place.slice(place.lastIndexOf("node_modules/") + "node_modules/".length);
  one.resolved = `${registry}${name}/-/${name.slice(name.indexOf("/") + 1)}-${one.version}.tgz`;
}
process.stdout.write(JSON.stringify(lock));
