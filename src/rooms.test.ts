/** The house by its rooms: who may lean on whom. Circles of files are the linter's; this is about folders. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize } from "node:path";
import { describe, expect, it } from "vitest";

const HOUSE = "src/house";
const BAYS = ["yard", "hot-room", "spin", "settle", "store", "bottle", "out"];

interface Lean {
  readonly from: string;
  readonly to: string;
  readonly says: string;
}

/** "spin/records/batches" is in room "spin"; a file beside the rooms is its own. */
const roomOf = (path: string): string => path.split("/")[0] ?? "";

const leans: Lean[] = readdirSync(HOUSE, { recursive: true, encoding: "utf8" })
  .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts") && !f.startsWith("testing/"))
  .flatMap((file) =>
    [...readFileSync(join(HOUSE, file), "utf8").matchAll(/from "(\.[^"]{1,200})"/g)].map(([, to = ""]) => {
      const target = normalize(join(dirname(file), to));
      return {
        from: roomOf(file.replace(/\.ts$/, "")),
        to: roomOf(target),
        says: `${file} leans on ${target}`,
      };
    }),
  )
  .filter((l) => l.from !== l.to);

const against = (rule: (l: Lean) => boolean): string[] => leans.filter((l) => !rule(l)).map((l) => l.says);

describe("the rooms of the house", () => {
  it("are all looked at", () => {
    expect(new Set(leans.map((l) => l.from)).size).toBeGreaterThan(12);
    expect(leans.length).toBeGreaterThan(150);
  });

  it("the language leans on nothing", () => {
    expect(against((l) => l.from !== "language")).toEqual([]);
  });

  it("the ledger leans on the language and on who works here", () => {
    expect(
      against((l) => l.from !== "ledger" || l.to === "language" || /people\/(?:records|roles)$/.test(l.says)),
    ).toEqual([]);
  });

  it("people lean on the ledger and the language alone; vessels besides on what a batch holds", () => {
    const low = new Set(["ledger", "language"]);
    expect(
      against(
        (l) =>
          !["people", "vessels"].includes(l.from) ||
          low.has(l.to) ||
          (l.from === "vessels" && l.says.endsWith("spin/records/batches")),
      ),
    ).toEqual([]);
  });

  it("no bay knows the line, the paper, the files, the traces or the list of all commands", () => {
    const above = new Set(["line", "paper", "files", "trace", "commands", "openapi", "index", "door"]);
    expect(against((l) => !BAYS.includes(l.from) || !above.has(l.to))).toEqual([]);
  });

  it("only those that need every command know the list of them", () => {
    const may = new Set(["index", "openapi", "line", "first-hour"]);
    expect(against((l) => l.to !== "commands" || may.has(l.from))).toEqual([]);
  });

  it("ask the database only in their records; the ledger, which writes, in its own files", () => {
    const files = readdirSync(HOUSE, { recursive: true, encoding: "utf8" }).filter(
      (f) =>
        f.endsWith(".ts") &&
        !/\.test\.ts$|^testing\//.test(f) &&
        !/(^|\/)records(\.ts$|\/)/.test(f) &&
        !f.startsWith("ledger/"),
    );
    const asks = /\b(?:db|tx)(?:<\w+>)?\(\s*["'`]|\.raw\(/;
    expect(files.length).toBeGreaterThan(60);
    expect(files.filter((f) => asks.test(readFileSync(join(HOUSE, f), "utf8")))).toEqual([]);
    expect(asks.test('await work.tx("live_batch").first()')).toBe(true);
  });

  it("ids are asked for as one list: a question with a place for each is planned anew for every number of them", () => {
    const asked = readdirSync(HOUSE, { recursive: true, encoding: "utf8" })
      .filter((f) => f.endsWith(".ts") && !f.endsWith(".test.ts"))
      .flatMap((f) =>
        [...readFileSync(join(HOUSE, f), "utf8").matchAll(/\.whereIn\("([\w.]{1,40})", (?:\[|\w+\))/g)].map(
          ([, column = ""]) => ({ f, column }),
        ),
      );
    // A list that is written down is always as long.
    expect(asked.length).toBeGreaterThan(2);
    expect(asked.filter(({ column }) => /(?:^|[._])(?:id|fill)$/.test(column))).toEqual([]);
  });
});
