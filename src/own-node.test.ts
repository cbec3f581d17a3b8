import { existsSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";

/** Beside the packages, for the machines it is made for. */
const BROUGHT = `node_modules/node-${process.platform}-${process.arch}/package.json`;

it.skipIf(!existsSync(BROUGHT))("what is tested runs on the Node that comes with the packages", () => {
  expect(process.versions.node).toBe(JSON.parse(readFileSync(BROUGHT, "utf8")).version);
});
