/** A CSV file as people have it: with or without a byte-order mark, commas, semicolons or tabs, decimal commas. */
import Papa from "papaparse";
import { Refusal } from "../language/errors";
import { CSV_TABLES, type CsvColumn, type CsvTable, headAsRead, REMARK } from "./tables";
import { type ToldName, toldTable } from "./told";

export const MOST_ROWS = 20_000;

export interface CsvRow {
  /** Its line in the file, the head being line 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

const wrong = (code: string, message: string): never => {
  throw new Refusal(code, message, 422, [{ path: "file", message }]);
};

/** The text of a file, whatever mark it starts with. @throws Refusal naming the line that cannot be read */
export function decodeCsv(bytes: Uint8Array): string {
  const marks: readonly [encoding: string, mark: readonly number[]][] = [
    ["utf-8", [0xef, 0xbb, 0xbf]],
    ["utf-16le", [0xff, 0xfe]],
    ["utf-16be", [0xfe, 0xff]],
  ];
  const [encoding = "utf-8"] = marks.find(([, mark]) => mark.every((b, i) => bytes[i] === b)) ?? [];
  let text: string;
  try {
    text = new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return wrong(
      "wrong-encoding",
      `Line ${firstUnreadableLine(bytes)} holds letters that are not UTF-8. Save the file as "CSV UTF-8" and bring it in again; nothing was written.`,
    );
  }
  if (text.includes("\0")) return wrong("wrong-encoding", "That is not a text file: save it as CSV.");
  return text;
}

function firstUnreadableLine(bytes: Uint8Array): number {
  let start = 0;
  let line = 1;
  for (let i = 0; i <= bytes.length; i++) {
    if (i < bytes.length && bytes[i] !== 0x0a) continue;
    try {
      new TextDecoder("utf-8", { fatal: true }).decode(bytes.subarray(start, i));
    } catch {
      return line;
    }
    start = i + 1;
    line += 1;
  }
  return 1;
}

/** Which mark parts the columns: the one the head has most of. */
function delimiterOf(text: string): string {
  const head =
    text
      .slice(0, 4000)
      .split(/[\r\n]/, 1)[0]
      ?.replace(/"[^"]*"/g, "") ?? "";
  const count = (mark: string) => head.split(mark).length;
  return [",", ";", "\t"].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
}

/** A head is a few words; what is longer is no head. */
const LONGEST_HEAD = 80;
const LONGEST_CELL = 500;
/** Units of one kind of quantity; a head may name any of its own. */
const ALIKE: readonly (readonly string[])[] = [
  ["kg", "g", "lb", "oz"],
  ["l", "gal"],
  ["cm", "mm", "in"],
  ["°c", "°f"],
];
const alike = (a: string, b: string): boolean =>
  a === b || a === "" || b === "" || ALIKE.some((units) => units.includes(a) && units.includes(b));
const UNIT_BEHIND = /[([](kg|g|lb|oz|L|gal|cm|mm|in|°C|°F)[)\]]$/i;

function plainHead(written: string): { name: string; unit: string } {
  const head = written.trim().slice(0, LONGEST_HEAD + 1);
  const [behind = "", unit = ""] = UNIT_BEHIND.exec(head) ?? [];
  return {
    name: head
      .slice(0, head.length - behind.length)
      .trim()
      .toLowerCase()
      .replace(/[_\s]+/g, " "),
    unit: unit.toLowerCase(),
  };
}

const columnsOf = (table: CsvTable | ToldName): readonly CsvColumn[] =>
  table in CSV_TABLES ? CSV_TABLES[table as CsvTable].columns : toldTable(table as ToldName).columns;

/**
 * Rows by the table's own columns. Rows that were copied out of a spreadsheet may come without their heads: then they
 * are read in the table's own order, which is told.
 * @throws Refusal when heads are missing, unknown or twice, or there are too many rows
 */
export function readCsv(
  table: CsvTable | ToldName,
  text: string,
  { pasted = false }: { readonly pasted?: boolean } = {},
): {
  rows: CsvRow[];
  problems: { line: number; message: string }[];
  order: string[] | null;
  remarks: number;
} {
  const columns = columnsOf(table);
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ""), {
    delimiter: delimiterOf(text),
    skipEmptyLines: false,
  });
  const written = parsed.data
    .map((cells, i) => ({ cells, line: i + 1 }))
    .filter((l) => l.cells.some((c) => c.trim() !== ""));
  const lines = written.filter((l) => !l.cells[0]?.startsWith(REMARK));
  const remarks = written.length - lines.length;
  const [top] = lines;
  if (!top) return wrong("empty-file", pasted ? "There is nothing in it." : "The file is empty.");
  const named = (cell: string): boolean => {
    const { name } = plainHead(cell);
    return columns.some((c) => plainHead(c.head).name === name || c.field.toLowerCase() === name);
  };
  const order = pasted && !top.cells.some(named) ? columns.slice(0, top.cells.length).map(headAsRead) : null;
  const head = order ? { cells: order } : (lines.shift() as typeof top);
  if (head.cells.length > 60)
    return wrong("too-many-columns", `The head has ${head.cells.length} columns; at most 60 are read.`);
  const heads = head.cells.map(plainHead);
  const fields = heads.map(
    ({ name, unit }) =>
      columns.find((c) => {
        const own = plainHead(c.head);
        return (
          (own.name === name && alike(own.unit, unit)) || c.field.toLowerCase() === name.replace(/ /g, "")
        );
      })?.field ?? null,
  );
  const known = columns.map(headAsRead).join(", ");
  const strange = heads.find(({ name }, i) => fields[i] === null && name !== "");
  if (strange)
    return wrong(
      "unknown-column",
      `There is no column "${strange.name.slice(0, 40)}" for ${table}. Columns are: ${known}.`,
    );
  const twice = fields.find((f, i) => f !== null && fields.indexOf(f) !== i);
  if (twice) return wrong("column-twice", `The column "${twice}" is there twice.`);
  const missing = columns.filter((c) => c.needed && !fields.includes(c.field));
  if (missing.length > 0)
    return wrong(
      "missing-column",
      `The column${missing.length === 1 ? "" : "s"} ${missing.map(headAsRead).join(", ")} ${missing.length === 1 ? "is" : "are"} missing. Columns are: ${known}.`,
    );
  if (lines.length === 0) return wrong("empty-file", "There is a head but no row below it.");
  if (lines.length > MOST_ROWS)
    return wrong(
      "too-many-rows",
      `The file has ${lines.length.toLocaleString("en-GB")} rows; at most ${MOST_ROWS.toLocaleString("en-GB")} come in at a time.`,
    );
  const problems: { line: number; message: string }[] = [];
  const rows: CsvRow[] = [];
  for (const { cells, line } of lines) {
    if (cells.length !== heads.length) {
      const hint =
        cells.length > heads.length
          ? " A decimal comma needs semicolons between the columns, or quotation marks."
          : "";
      problems.push({
        line,
        message: `Row ${line} has ${cells.length} columns instead of ${heads.length}.${hint}`,
      });
      continue;
    }
    const most = (i: number) => columns.find((c) => c.field === fields[i])?.longest ?? LONGEST_CELL;
    const long = cells.findIndex((cell, i) => cell.length > most(i));
    if (long >= 0) {
      problems.push({
        line,
        message: `Row ${line} has a cell of ${cells[long]?.length} characters; at most ${most(long)} are read.`,
      });
      continue;
    }
    rows.push({
      line,
      cells: Object.fromEntries(
        cells.flatMap((cell, i) => {
          const field = fields[i];
          const value = cell.trim().replace(/^'(?=[=+\-@])/, "");
          if (!field || value === "") return [];
          const unit = heads[i]?.unit;
          return [[field, unit && /^[\d\s.,]+$/.test(value) ? `${value} ${unit}` : value]];
        }),
      ),
    });
  }
  // What is left out is told.
  return { rows, problems, order, remarks };
}
