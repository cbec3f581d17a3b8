/**
 * No pattern takes time that grows faster than what it reads: a stranger's megabyte would stop the house. Every
 * regular expression written in the application is analysed; those put together while running are listed by hand.
 */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { parse } from "@babel/parser";
import { analyse } from "scslre";
import { describe, expect, it } from "vitest";
import { WORDS } from "@/house/commands";
import { ANY_TERM } from "@/house/glossary/find";

interface Pattern {
  readonly file: string;
  readonly line: number;
  readonly source: string;
  readonly flags: string;
}

const FILES = readdirSync("src", { recursive: true, encoding: "utf8" })
  .filter((f) => /\.tsx?$/.test(f) && !/\.test\.tsx?$|(^|\/)testing\//.test(f))
  .map((f) => join("src", f));

interface Node {
  readonly type?: string;
  readonly pattern?: string;
  readonly flags?: string;
  readonly callee?: { readonly name?: string };
  readonly loc?: { readonly start: { readonly line: number } };
}

function* nodes(value: unknown): Generator<Node> {
  if (Array.isArray(value)) for (const inner of value) yield* nodes(inner);
  else if (typeof value === "object" && value !== null) {
    yield value as Node;
    for (const [key, inner] of Object.entries(value))
      if (key !== "loc" && typeof inner === "object") yield* nodes(inner);
  }
}

const literals: Pattern[] = [];
const builtWhileRunning = new Set<string>();
for (const file of FILES) {
  const tree = parse(readFileSync(file, "utf8"), {
    sourceType: "module",
    plugins: file.endsWith("x") ? ["typescript", "jsx"] : ["typescript"],
  });
  for (const node of nodes(tree.program)) {
    const line = node.loc?.start.line ?? 0;
    if (node.type === "RegExpLiteral")
      literals.push({ file, line, source: node.pattern ?? "", flags: node.flags ?? "" });
    if ((node.type === "NewExpression" || node.type === "CallExpression") && node.callee?.name === "RegExp")
      builtWhileRunning.add(file);
  }
}

/** How a pattern can be made slow; null when it cannot. The analysis knows "v" as "u". */
function slowness(source: string, flags: string): string | null {
  const { reports } = analyse({ source, flags: flags.replace("v", "u") });
  const [report] = reports;
  return report ? `${report.type}, ${report.exponential ? "exponential" : "polynomial"}` : null;
}

describe("patterns", () => {
  it("the analysis finds those that are known to be slow", () => {
    expect(slowness("^([A-Z]+T\\S+\\s+)?[A-Z,]*\\s*0*(\\d+)\\s*$", "")).not.toBeNull();
    expect(slowness("\\s+$", "")).not.toBeNull();
    expect(slowness("^(a+)+$", "")).toContain("exponential");
    expect(slowness("^[A-Z0-9][A-Z0-9-]{0,15}$", "")).toBeNull();
  });

  it("none in the application is slow", () => {
    expect(literals.length).toBeGreaterThan(50);
    const slow = literals.flatMap(({ file, line, source, flags }) => {
      const why = slowness(source, flags);
      return why ? [`${file}:${line} /${source}/${flags} (${why})`] : [];
    });
    expect(slow).toEqual([]);
  });

  it("those put together while running are the line's words and the glossary's, and none of them is slow", () => {
    expect(builtWhileRunning.size).toBeGreaterThan(4);
    expect(
      [...builtWhileRunning].filter(
        (f) => !/^src\/house\/[a-z-]+\/words\.ts$/.test(f) && f !== "src/house/glossary/find.ts",
      ),
    ).toEqual([]);
    expect(slowness(ANY_TERM.source, ANY_TERM.flags)).toBeNull();
    const slow = WORDS.filter(({ pattern }) => slowness(pattern.source, pattern.flags) !== null);
    expect(slow.map((v) => v.example)).toEqual([]);
  });
});
