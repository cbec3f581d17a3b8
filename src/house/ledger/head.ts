/**
 * The chain's heads are kept outside the database as well: a file beside it gets one line an entry, "277 3f2a…".
 * Whoever cuts the ledger's end off, or rewrites all of it, must find that file too.
 */
import { appendFile, open, readFile } from "node:fs/promises";
import type { Head } from "./verify";

const file = (): string | undefined => process.env.AUMBRY_HEADS;

let writing: Promise<void> = Promise.resolve();
let complained = false;
/** Lines of entries that were made while the ones before were being written. */
let waiting = "";

/** Keeps a head; a full or missing disk is told once and stops nobody's work. */
export function keepHead(head: Head): Promise<void> {
  const path = file();
  if (!path) return writing;
  waiting += `${head.entry} ${head.hash}\n`;
  writing = writing
    .then(() => {
      const lines = waiting;
      waiting = "";
      return lines === "" ? undefined : appendFile(path, lines, { mode: 0o600 });
    })
    .catch((fault: Error) => {
      if (!complained) console.error(`The seals' file ${path} cannot be written: ${fault.message}`);
      complained = true;
    });
  return writing;
}

const LINE = /^(\d{1,15}) ([0-9a-f]{64})$/;

/** The heads kept in a file since the house was last restored; a line cut off by a fault does not count. */
export async function keptHeads(path = file()): Promise<Head[]> {
  if (!path) return [];
  const text = await readFile(path, "utf8").catch(() => "");
  const heads: Head[] = [];
  for (const line of text.split("\n")) {
    if (line.startsWith("#")) heads.length = 0;
    const [, entry, hash] = LINE.exec(line) ?? [];
    if (entry && hash) heads.push({ entry: Number(entry), hash });
  }
  return heads;
}

/** From here on another ledger stands in the database: what was kept before speaks of the one before. */
export async function beginHeads(path: string, because: string, head: Head | null): Promise<void> {
  const handle = await open(path, "a", 0o600);
  await handle.appendFile(`# ${because}\n${head ? `${head.entry} ${head.hash}\n` : ""}`);
  await handle.sync();
  await handle.close();
}
