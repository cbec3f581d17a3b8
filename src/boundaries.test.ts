/** Dependencies point one way: the linter says so, and this says that the linter does. */
import { spawnSync } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";

const REFUSED = [
  ["core/moisture", 'import { y } from "react";'],
  ["core/moisture", 'import { y } from "node:fs";'],
  ["core/moisture", 'import { y } from "node:fs/promises";'],
  ["core/moisture", 'import { y } from "next/server";'],
  ["core/moisture", 'import { y } from "knex";'],
  ["core/moisture", 'import { y } from "@/db";'],
  ["core/moisture", 'import { y } from "@/house/ledger/work";'],
  ["core/moisture", 'import type { y } from "@/house/ledger/work";'],
  ["core/moisture", 'import { y } from "../../house/ledger/work";'],
  ["core/moisture", 'import { y } from "../../db/connection";'],
  ["core/moisture", 'const y = await import("@/ui/send");'],
  ["db", 'import { y } from "@/house";'],
  ["db", 'import { y } from "next/headers";'],
  ["db", 'import { y } from "../house/ledger/work";'],
  ["house", 'import { y } from "@/ui/send";'],
  ["house/yard", 'import { y } from "next/navigation";'],
  ["house", 'import { y } from "react";'],
  ["house", 'import { y } from "../ui/send";'],
  ["house", 'import { y } from "@/standins";'],
  ["standins", 'import { y } from "@/house/devices/posts";'],
  ["standins", 'import { y } from "@/db";'],
  ["house", 'import { y } from "@/api/routes";'],
  ["api", 'import { y } from "next/server";'],
  ["api/v1", 'import { y } from "@/db";'],
  ["api/made", 'import { y } from "@/ui/send";'],
  ["api/v1", 'import { y } from "@/house/ledger/records/fills";'],
  ["ui", 'import { y } from "@/db";'],
  ["ui", 'import { y } from "../db/connection";'],
  ["app", 'import { y } from "@/house/ledger/records/fills";'],
  ["app", 'import { y } from "knex";'],
] as const;

const ALLOWED = [
  ["core/moisture", 'import { y } from "../units";'],
  ["house", 'import { y } from "@/core/units";'],
  ["house", 'import { y } from "@/db";'],
  ["standins", 'import { y } from "@/core/drying";'],
  ["app", 'import { y } from "@/standins";'],
  ["api/v1", 'import { y } from "@/house/standing/snapshot";'],
  ["ui", 'import { y } from "@/house/standing/model";'],
  ["app", 'import { y } from "@/house/standing/snapshot";'],
] as const;

let folder = "";
const found = new Set<string>();
const nameOf = (layer: string, line: string): string =>
  `src/${layer}/probe-${Buffer.from(line).toString("hex").slice(0, 120)}.ts`;

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "aumbry-boundaries-"));
  const config = JSON.parse(readFileSync("biome.json", "utf8"));
  writeFileSync(
    join(folder, "biome.json"),
    JSON.stringify({ ...config, $schema: undefined, vcs: { enabled: false } }),
  );
  for (const [layer, line] of [...REFUSED, ...ALLOWED]) {
    const file = join(folder, nameOf(layer, line));
    mkdirSync(dirname(file), { recursive: true });
    writeFileSync(file, `${line}\nexport const x = y;\n`);
  }
  const { stdout } = spawnSync(
    resolve("node_modules/.bin/biome"),
    ["lint", "--reporter=json", "--max-diagnostics=none", "--only=style/noRestrictedImports", "."],
    { cwd: folder, encoding: "utf8" },
  );
  for (const d of JSON.parse(stdout.slice(stdout.indexOf("{"))).diagnostics) {
    const path = typeof d.location.path === "string" ? d.location.path : d.location.path.file;
    found.add(path.replace(/^.*?src\//, "src/"));
  }
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe("the linter refuses", () => {
  it.each(REFUSED)("in src/%s: %s", (layer, line) => {
    expect(found).toContain(nameOf(layer, line));
  });
});

describe("circles of imports", () => {
  it.each([
    ["two files", ["./b", "./a"], true],
    ["types alone", ["./b", "./a"], true],
    ["a line of them", ["./b", null], false],
  ] as const)("%s", (what, [first, second], refused) => {
    const kind = what === "types alone" ? "import type" : "import";
    const at = join(folder, "src/core/circle");
    mkdirSync(at, { recursive: true });
    const write = (name: string, to: string | null, takes: string) =>
      writeFileSync(
        join(at, `${name}.ts`),
        `${to ? `${kind} { ${takes} } from "${to}";\nexport const uses${name} = (x: ${kind === "import" ? "unknown" : takes}) => x;\n` : ""}export ${kind === "import" ? "const" : "type"} ${name.toUpperCase()} = ${kind === "import" ? "1" : "1"};\n`,
      );
    write("a", first, "B");
    write("b", second, "A");
    const { stdout } = spawnSync(
      resolve("node_modules/.bin/biome"),
      ["lint", "--reporter=json", "--only=suspicious/noImportCycles", "src/core/circle"],
      { cwd: folder, encoding: "utf8" },
    );
    expect(stdout.includes("lint/suspicious/noImportCycles")).toBe(refused);
  });
});

describe("the linter allows", () => {
  it.each(ALLOWED)("in src/%s: %s", (layer, line) => {
    expect(found).not.toContain(nameOf(layer, line));
  });
});
