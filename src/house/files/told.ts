/**
 * Tables of what was done. A row is an entry of its own: it goes out as it was told, and comes in by its command, at
 * its own time, under that command's own rules. All rows come in, or none.
 */
import type { Knex } from "knex";
import { DateTime } from "luxon";
import { written } from "@/core/units";
import { asRefusal, Refusal } from "../language/errors";
import type { FieldProblem } from "../language/problems";
import { asRead, unitOf } from "../language/shown";
import {
  type CommandDefinition,
  definedCommand,
  inTransaction,
  perform,
  type Request,
  validated,
} from "../ledger/command";
import { keepHead } from "../ledger/head";
import { takeTurn } from "../ledger/records/entries";
import { houseNow } from "../ledger/records/house";
import { toldBy } from "./records";
import { asCsv, type CsvColumn } from "./tables";

type Json = Record<string, unknown>;

interface ToldColumn extends CsvColumn {
  /** A list in one cell: "pail 12: 18.2 kg; drum 2: 40 kg", by the fields that name and count each. */
  readonly list?: { readonly name: string; readonly count: string; readonly unit: "kg" | "" };
  readonly yesNo?: true;
}

interface ToldTable {
  readonly command: string;
  readonly one: string;
  readonly columns: readonly ToldColumn[];
  /** What was told in another field than its column's. */
  readonly asOne?: (input: Json) => Json;
}

const WHEN: ToldColumn = { field: "when", head: "when", needed: true };
/** What was told and has no column of its own, so that nothing is lost on the way out and back. */
const MORE: ToldColumn = { field: "rest", head: "more", longest: 20_000 };

/** "super 41" is told as a super, "batch 3" as a batch, anything else as a vessel. */
const OF = /^(super|batch)\s+(\S+)$/i;

export const TOLD_TABLES = {
  deliveries: {
    command: "receive-honey",
    one: "delivery",
    columns: [
      WHEN,
      { field: "what", head: "what" },
      { field: "supplier", head: "supplier" },
      { field: "theirLot", head: "their lot" },
      { field: "honeyKind", head: "honey" },
      { field: "country", head: "country" },
      { field: "region", head: "region" },
      { field: "waterPct", head: "stated water %" },
      { field: "price", head: "price" },
      { field: "papers", head: "papers" },
      { field: "date", head: "came on" },
      { field: "into", head: "in", list: { name: "vessel", count: "kg", unit: "kg" } },
      MORE,
    ],
  },
  readings: {
    command: "read-moisture",
    one: "reading",
    columns: [
      WHEN,
      { field: "of", head: "of", needed: true },
      { field: "value", head: "reading", needed: true },
      { field: "scale", head: "scale" },
      { field: "tempC", head: "sample (°C)" },
      { field: "compensates", head: "compensates", yesNo: true },
      { field: "instrument", head: "instrument" },
      MORE,
    ],
    asOne(input) {
      const of = ["super", "batch", "pail", "drum", "tank", "tub", "vessel"].find(
        (f) => input[f] !== undefined,
      );
      if (!of) return input;
      const { [of]: named, ...others } = input;
      return { ...others, of: of === "vessel" ? named : `${of} ${named}` };
    },
  },
  supplies: {
    command: "receive-material",
    one: "supply",
    columns: [
      WHEN,
      { field: "material", head: "material", needed: true },
      { field: "pieces", head: "pieces", needed: true },
      { field: "supplier", head: "supplier", needed: true },
      { field: "theirLot", head: "their lot" },
      MORE,
    ],
  },
  lots: {
    command: "issue-lot",
    one: "lot",
    columns: [
      WHEN,
      { field: "honeyKind", head: "honey", needed: true },
      { field: "jarG", head: "jar in g", needed: true },
      { field: "jars", head: "jars", needed: true },
      { field: "pails", head: "out of", list: { name: "vessel", count: "kg", unit: "kg" } },
      { field: "lostKg", head: "lost (kg)" },
      { field: "meanFillG", head: "mean fill in g" },
      { field: "bestBefore", head: "best before" },
      { field: "product", head: "product" },
      { field: "despite", head: "reason" },
      MORE,
    ],
  },
  prints: {
    command: "print-labels",
    one: "print",
    columns: [
      WHEN,
      { field: "lot", head: "lot", needed: true },
      { field: "labels", head: "labels", needed: true },
      { field: "spare", head: "spare" },
      { field: "part", head: "part" },
      { field: "pack", head: "rules" },
      { field: "despite", head: "reason" },
      MORE,
    ],
  },
  parcels: {
    command: "send-jars",
    one: "parcel",
    columns: [
      WHEN,
      { field: "lot", head: "lot", needed: true },
      { field: "jars", head: "jars", needed: true },
      { field: "buyer", head: "buyer", needed: true },
      { field: "price", head: "price of a jar" },
      { field: "newBuyer", head: "new buyer", yesNo: true },
      { field: "despite", head: "reason" },
      MORE,
    ],
  },
  dispatches: {
    command: "send-dispatch",
    one: "dispatch",
    columns: [
      WHEN,
      { field: "kind", head: "kind" },
      { field: "buyer", head: "buyer" },
      { field: "lines", head: "lots", list: { name: "lot", count: "jars", unit: "" } },
      { field: "newBuyer", head: "new buyer", yesNo: true },
      { field: "note", head: "note" },
      { field: "despite", head: "reason" },
      MORE,
    ],
  },
} as const satisfies Readonly<Record<string, ToldTable>>;

export type ToldName = keyof typeof TOLD_TABLES;
export const TOLD_NAMES = Object.keys(TOLD_TABLES) as [ToldName, ...ToldName[]];
export const toldTable = (name: ToldName): ToldTable => TOLD_TABLES[name];

/** The latest so many go out; each comes in as an entry, one behind the other, while the others wait. */
const MOST_OUT = 20_000;
export const MOST_TOLD = 500;

/** The unit a column's head names: "lost (kg)". */
const unitIn = (head: string): string => /\(([^)]{1,4})\)$/.exec(head)?.[1] ?? "";

/** An amount with its unit, fine enough that nothing is lost. */
function amount(value: unknown, unit: string): string | null {
  if (typeof value !== "number" || unit === "") return typeof value === "object" ? null : String(value);
  return `${written(asRead(value, unit), 3)} ${unitOf(unit)}`;
}

/** The list in one cell; null where its items hold more than a name and a count. */
function asList(items: unknown, { name, count, unit }: NonNullable<ToldColumn["list"]>): string | null {
  if (!Array.isArray(items)) return null;
  const cells = items.map((item: Json) => {
    const said = amount(item[count], unit);
    const plain = Object.keys(item).every((key) => key === name || key === count);
    return plain && said !== null && !/[;:]/.test(String(item[name])) ? `${item[name]}: ${said}` : null;
  });
  return cells.includes(null) ? null : cells.join("; ");
}

function asCell(column: ToldColumn, value: unknown, named: boolean): string | null {
  if (column.list) return asList(value, column.list);
  if (column.yesNo) return value === true ? "yes" : "no";
  if (typeof value === "object") return null;
  const unit = unitIn(column.head);
  if (typeof value !== "number" || unit === "") return String(value);
  return named ? amount(value, unit) : written(asRead(value, unit), 3);
}

/** An entry's input as the cells of its row; `named`, figures bear the unit that stands in their head. */
function asCells(table: ToldTable, at: string, input: Json, named = false): Record<string, string> {
  const cells: Record<string, string> = { when: at };
  const rest: Json = {};
  for (const [field, value] of Object.entries(table.asOne?.(input) ?? input)) {
    const column = table.columns.find((c) => c.field === field);
    const cell = column ? asCell(column, value, named) : null;
    if (cell === null) rest[field] = value;
    else cells[field] = cell;
  }
  if (Object.keys(rest).length > 0) cells.rest = JSON.stringify(rest);
  return cells;
}

/** What a row tells its command. @throws Refusal for a cell that cannot be read */
function asInput(table: ToldTable, cells: Readonly<Record<string, string>>): { at: string; input: Json } {
  const { when = "", rest, of, ...plain } = cells;
  const input: Json = {};
  for (const [field, cell] of Object.entries(plain)) {
    const column = table.columns.find((c) => c.field === field);
    if (column?.yesNo) input[field] = /^(?:yes|true|1)$/i.test(cell);
    else if (column?.list) {
      const { name, count } = column.list;
      input[field] = cell.split(";").map((item) => {
        const at = item.lastIndexOf(":");
        if (at < 1)
          throw new Refusal(
            "bad-list",
            `"${item.trim().slice(0, 40)}" needs a name, a colon and how much, such as "pail 12: 18.2 kg".`,
            422,
          );
        return { [name]: item.slice(0, at).trim(), [count]: item.slice(at + 1).trim() };
      });
    } else input[field] = cell;
  }
  const [, kind, named] = OF.exec(of ?? "") ?? [];
  if (kind) input[kind.toLowerCase()] = named;
  else if (of !== undefined) input.vessel = of;
  if (rest !== undefined) {
    let more: unknown;
    try {
      more = JSON.parse(rest);
    } catch {
      more = null;
    }
    if (typeof more !== "object" || more === null || Array.isArray(more))
      throw new Refusal(
        "bad-rest",
        'The column "more" holds what was written there on the way out, or nothing.',
        422,
      );
    return { at: momentOf(when), input: { ...input, ...more } };
  }
  return { at: momentOf(when), input };
}

/** Spreadsheets write a day and a time with a space between them. */
const momentOf = (when: string): string => when.replace(/^(\d{4}-\d\d-\d\d) (?=\d)/, "$1T");

/** What was told by a table's entries that stand, the earliest first; figures in the house's own units. */
async function entriesOf(
  db: Knex,
  table: ToldTable,
  moments?: readonly Date[],
): Promise<{ at: Date; input: Json }[]> {
  const definition = definedCommand(table.command);
  const told: { at: Date; input: Json }[] = [];
  for (const [n, { happened_at, input }] of (await toldBy(db, table.command, MOST_OUT, moments)).entries()) {
    // Figures with a unit were told in whatever unit the hand had.
    const parsed = definition?.input.safeParse(input);
    told.push({ at: happened_at, input: withFigures(input, parsed?.success ? parsed.data : {}) as Json });
    // A long table holds nobody else up.
    if (n % 500 === 499) await new Promise((resolve) => setImmediate(resolve));
  }
  return told;
}

const inZone = (at: Date, zone: string): string => DateTime.fromJSDate(at, { zone }).toISO() ?? "";

/** The rows of a table of what was done, the earliest first. */
async function toldRows(db: Knex, name: ToldName): Promise<Record<string, string>[]> {
  const table = toldTable(name);
  const { zone } = await houseNow(db);
  return (await entriesOf(db, table)).map(({ at, input }) => asCells(table, inZone(at, zone), input));
}

/** The table as CSV, ready to be brought in again. */
export const writeTold = async (db: Knex, name: ToldName): Promise<string> =>
  asCsv(toldTable(name).columns, await toldRows(db, name));

/** The same for a row however its figures are written: its moment and what its command reads in it. */
function sameness(definition: CommandDefinition, at: Date, input: Json): string {
  const read = definition.input.safeParse(input);
  return `${at.getTime()} ${JSON.stringify(read.success ? read.data : input, (_, value) =>
    typeof value === "number" ? Math.round(value * 100) / 100 : value,
  )}`;
}

/** An input whose figures are those its command read in it. */
function withFigures(told: unknown, read: unknown): unknown {
  if (typeof read === "number" && typeof told !== "boolean") return read;
  if (Array.isArray(told))
    return told.map((item, i) => withFigures(item, Array.isArray(read) ? read[i] : null));
  if (typeof told !== "object" || told === null) return told;
  const figures = (read ?? {}) as Json;
  return Object.fromEntries(
    Object.entries(told).map(([key, value]) => [key, withFigures(value, figures[key])]),
  );
}

interface Told {
  readonly say: string;
  /** The first of the entries; 0 where there is none. */
  readonly entry: number;
  readonly rows: number;
}

class Tried extends Error {
  constructor(readonly told: Told) {
    super("tried");
  }
}

interface Asked extends Omit<Request, "input" | "at"> {
  readonly rows: readonly { readonly line: number; readonly cells: Readonly<Record<string, string>> }[];
  readonly unread: readonly { readonly line: number; readonly message: string }[];
  readonly leaveOutBad: boolean;
  /** Only says what would come in. */
  readonly dry: boolean;
}

/**
 * Brings rows in, each as an entry at its own time.
 * @throws Refusal with every problem of every row; nothing is written then
 */
export async function bringTold(db: Knex, name: ToldName, asked: Asked): Promise<Told> {
  const table = toldTable(name);
  const definition = definedCommand(table.command);
  if (!definition) throw new Error(`No command ${table.command}`);
  if (asked.rows.length > MOST_TOLD)
    throw new Refusal(
      "too-many-rows",
      `The file has ${asked.rows.length.toLocaleString("en-GB")} rows; at most ${MOST_TOLD} of these come in at a time, since each is an entry of its own.`,
      422,
    );
  const heads: { entry: number; hash: string }[] = [];
  const all = async (tx: Knex.Transaction): Promise<Told> => {
    heads.length = 0;
    // Whoever brings the same file at the same time sees what this one brought.
    if (!asked.dry) await takeTurn(tx);
    const problems: FieldProblem[] = asked.unread.map((u) => ({ path: `row ${u.line}`, message: u.message }));
    const { zone } = await houseNow(tx);
    const moments = asked.rows
      .map(({ cells }) => DateTime.fromISO(momentOf(cells.when ?? "").slice(0, 60), { zone }).toJSDate())
      .filter((at) => Number.isFinite(at.getTime()));
    const stands = new Set(
      (await entriesOf(tx, table, moments)).map(({ at, input }) =>
        sameness(definition, at, asInput(table, asCells(table, inZone(at, zone), input, true)).input),
      ),
    );
    let done = 0;
    for (const [n, { line, cells }] of asked.rows.entries()) {
      try {
        const { at, input } = asInput(table, cells);
        const request: Request = { ...asked, input, at, key: `${asked.key.slice(0, 80)}.${line}` };
        const checked = validated(definition, request);
        if (stands.has(sameness(definition, DateTime.fromISO(at, { zone }).toJSDate(), input)))
          throw new Refusal("stands-already", `This ${table.one} stands on the tape already.`, 422);
        // A row that is refused leaves nothing behind, and the next one is looked at all the same.
        const entered = await tx.transaction((part) =>
          perform(part, definition, checked, request, undefined, { tried: asked.dry }),
        );
        if (!entered.repeated) heads.push({ entry: entered.entry, hash: entered.hash });
        done += 1;
      } catch (fault) {
        const known = asRefusal(fault);
        if (!(known instanceof Refusal) || known.status === 503 || known.status === 403) throw fault;
        problems.push({ path: `row ${line}`, message: known.problems[0]?.message ?? known.message });
      }
      asked.progress?.(n + 1, asked.rows.length);
    }
    const bad = new Set(problems.map((p) => p.path)).size;
    if (bad > 0 && !(asked.leaveOutBad && done > 0))
      throw new Refusal(
        "bad-rows",
        `${bad} of ${asked.rows.length + asked.unread.length} rows cannot come in; nothing was written.`,
        422,
        problems.sort((a, b) => Number(a.path.slice(4)) - Number(b.path.slice(4))),
      );
    const told: Told = {
      say: `${done.toLocaleString("en-GB")} ${done === 1 ? table.one : name} brought in from a file${bad > 0 ? `, ${bad} rows left out` : ""}, each as an entry at its own time.`,
      entry: heads[0]?.entry ?? 0,
      rows: done,
    };
    if (asked.dry) throw new Tried(told);
    return told;
  };
  try {
    const told = await inTransaction(db, all);
    for (const head of heads) void keepHead(head);
    return told;
  } catch (outcome) {
    if (outcome instanceof Tried) return outcome.told;
    throw outcome;
  }
}
