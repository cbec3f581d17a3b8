/**
 * Older backups are plain SQL as pg_dump writes it. They are sent to the server statement by statement: nothing
 * reads them that knows commands beginning with a backslash, so none of those can be carried out.
 */
import { createReadStream } from "node:fs";
import { createInterface } from "node:readline";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import pg from "pg";
import { from as copyFrom } from "pg-copy-streams";
import { reach } from "@/db";
import { KeepingFault } from "./fault";

const COPY = /^COPY [\w."]{1,130} \([\w", ]{0,4000}\) FROM stdin;$/;
/** pg_dump's own marks around a file since 2025; they mean nothing to the server. */
const MARK = /^\\(?:un)?restrict [A-Za-z0-9]{1,100}$/;
const MOST_STATEMENTS = 16_000_000;

/** Whether a text of statements ends outside of quotes, so that it may be sent. Linear. */
function endsWhole(text: string): boolean {
  for (let i = 0; i < text.length; i++) {
    const end = endOfQuoted(text, i);
    if (end === null) return false;
    i = end;
  }
  return true;
}

/** Where a quotation that begins at `i` ends; `i` itself where none begins, null where it does not end. */
function endOfQuoted(text: string, i: number): number | null {
  const close = (mark: string, after: number): number | null => {
    const at = text.indexOf(mark, after);
    return at < 0 ? null : at + mark.length - 1;
  };
  if (text[i] === "'" || text[i] === '"') return close(text[i] as string, i + 1);
  if (text.startsWith("--", i)) return close("\n", i);
  if (text[i] !== "$") return i;
  const tag = text.slice(i, i + 66);
  const end = tag.indexOf("$", 1);
  return end < 0 || !/^\$\w*\$$/.test(tag.slice(0, end + 1)) ? i : close(tag.slice(0, end + 1), i + end + 1);
}

/** Reads such a file into the empty database at `url`, all of it or nothing. @throws KeepingFault */
export async function readPlainSql(url: string, file: string): Promise<void> {
  const client = new pg.Client(reach(url));
  client.on("error", () => {});
  await client.connect();
  const lines = createInterface({
    input: createReadStream(file, "utf8"),
    crlfDelay: Number.POSITIVE_INFINITY,
  })[Symbol.asyncIterator]();
  async function* rows(): AsyncGenerator<string> {
    for (let line = await lines.next(); ; line = await lines.next()) {
      if (line.done) throw new KeepingFault("The file ends in the middle of a table: it was cut off.");
      if (line.value === "\\.") return;
      yield `${line.value}\n`;
    }
  }
  let waiting = "";
  const send = async () => {
    if (waiting.trim() !== "") await client.query(waiting);
    waiting = "";
  };
  try {
    await client.query("begin");
    for (let line = await lines.next(); !line.done; line = await lines.next()) {
      const text = line.value;
      if (COPY.test(text) && endsWhole(waiting)) {
        await send();
        await pipeline(Readable.from(rows()), client.query(copyFrom(text)));
        continue;
      }
      if (MARK.test(text)) continue;
      waiting += `${text}\n`;
      if (waiting.length > MOST_STATEMENTS) throw new KeepingFault("That is no backup of a house.");
    }
    await send();
    await client.query("commit");
  } catch (fault) {
    if (fault instanceof KeepingFault) throw fault;
    throw new KeepingFault(`The file cannot be read back: ${(fault as Error).message}.`);
  } finally {
    await client.end().catch(() => {});
  }
}
