import { existsSync, readFileSync } from "node:fs";
import { expect, it } from "vitest";

/** What the packages bring a Node for. */
const ARCHITECTURES: readonly string[] = ["x64", "arm64"];
const BROUGHT = `node_modules/node-linux-${process.arch}/package.json`;

it("what is tested runs on the Node that comes with the packages, on every machine it is made for", () => {
  const brought = existsSync(BROUGHT) ? JSON.parse(readFileSync(BROUGHT, "utf8")).version : null;
  expect(brought !== null).toBe(ARCHITECTURES.includes(process.arch));
  expect(process.versions.node).toBe(brought ?? process.versions.node);
});
