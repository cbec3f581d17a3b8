/**
 * What runs in the browser pulls in neither the database nor the schemas, and a server stands up without what it needs
 * for a sheet or a blend: every file they lead to is looked at.
 */
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { describe, expect, it } from "vitest";

const TOO_MUCH = ["knex", "pg", "zod", "luxon", "pdfkit"];
/** Read when it is wanted: a third of the time a server needs. */
const WHEN_WANTED = [
  "@cantoo/pdf-lib",
  "pdfkit",
  "fontkit",
  "highs",
  "@zxcvbn-ts/core",
  "@simplewebauthn/server",
];

/** Imports that are not of types alone: "import type" and "{ type A }" are gone once it is built. */
function valueImports(source: string): string[] {
  return [
    ...[...source.matchAll(/^(?:import|export) (?!type\b)([^;]{0,2000}?) from "([^"]{1,200})";/gm)].flatMap(
      ([, names = "", from = ""]) => {
        const all = names
          .replace(/[{}]/g, "")
          .split(",")
          .map((n) => n.trim())
          .filter(Boolean);
        return all.every((n) => n.startsWith("type ")) ? [] : [from];
      },
    ),
    ...[...source.matchAll(/^import "([^"]{1,200})";/gm)].map(([, from = ""]) => from),
  ];
}

function fileOf(from: string, importer: string): string | null {
  const base = from.startsWith("@/") ? join("src", from.slice(2)) : normalize(join(dirname(importer), from));
  return (
    [`${base}.ts`, `${base}.tsx`, join(base, "index.ts"), join(base, "index.tsx")].find(existsSync) ?? null
  );
}

/** The way from a browser file to a library it should not lead to; empty when there is none. */
function waysTo(start: string, libraries: readonly string[] = TOO_MUCH): string[] {
  const ways: string[] = [];
  const seen = new Set<string>();
  const walk = (file: string, path: readonly string[]): void => {
    if (seen.has(file)) return;
    seen.add(file);
    for (const from of valueImports(readFileSync(file, "utf8"))) {
      if (!from.startsWith("@/") && !from.startsWith(".")) {
        if (libraries.includes(from)) ways.push([...path, file, from].join(" → "));
        continue;
      }
      const next = fileOf(from, file);
      if (next) walk(next, [...path, file]);
    }
  };
  walk(start, []);
  return ways;
}

const clients = readdirSync("src", { recursive: true, encoding: "utf8" })
  .filter((f) => /\.tsx?$/.test(f) && !f.includes(".test."))
  .map((f) => join("src", f))
  .filter((f) => f.includes("/workers/") || /^["']use client["']/.test(readFileSync(f, "utf8")));

describe("what the browser loads", () => {
  it("are many files", () => expect(clients.length).toBeGreaterThan(40));

  it("leads to no database and no schema", () => {
    expect(clients.flatMap((file) => waysTo(file))).toEqual([]);
  });

  it("and a way there would be found", () => {
    expect(waysTo("src/house/moves/commands/move-honey.ts").length).toBeGreaterThan(0);
  });
});

describe("what a server stands up with", () => {
  const pages = readdirSync("src/app", { recursive: true, encoding: "utf8" })
    .filter((f) => /(?:^|\/)(?:page|layout|route)\.tsx?$/.test(f))
    .map((f) => join("src/app", f));

  it("is nothing that is wanted later", () => {
    expect(pages.length).toBeGreaterThan(20);
    expect([...pages, "src/server/serve.ts"].flatMap((file) => waysTo(file, WHEN_WANTED))).toEqual([]);
  });

  it("and a way there would be found", () => {
    expect(waysTo("src/server/serve.ts", ["bwip-js/node"]).length).toBeGreaterThan(0);
  });
});
