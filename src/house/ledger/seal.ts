/**
 * The seal on an entry: its hash takes in what it says, everything it moved, stated, rested on and took back, and
 * the hash before it (RFC 8785 canonical JSON, SHA-256). Changing, adding or leaving out any row breaks it.
 */
import { createHash } from "node:crypto";
import canonicalize from "canonicalize";
import type { Deeds, EntryRow } from "./records/entries";

export type { Deeds } from "./records/entries";

export type Row = Readonly<Record<string, unknown>>;

export const sha256 = (text: string): string => createHash("sha256").update(text, "utf8").digest("hex");

/** Rows of "what was taken back" carry the entry under another name. */
export const ENTRY_COLUMN: Readonly<Record<string, string>> = { undone: "by_entry" };

const inOrder = (a: Row, b: Row): number =>
  Number(a.id ?? a.on_entry ?? a.entry_id) - Number(b.id ?? b.on_entry ?? b.entry_id);

/**
 * A row as it is sealed. What is not there is left out, so that a column added later, which no earlier row has,
 * changes no earlier seal: columns added to facts must be nullable.
 */
function asSealed(row: Row, table: string): Row {
  const own = ENTRY_COLUMN[table] ?? "entry_id";
  return Object.fromEntries(
    Object.entries(row).flatMap(([column, value]) =>
      value === null || column === own ? [] : [[column, value instanceof Date ? value.toISOString() : value]],
    ),
  );
}

/** What an entry added, table by table, each table's rows in their own order. */
export function deedsOf(added: Readonly<Record<string, readonly Row[]>>): Deeds {
  return Object.fromEntries(
    Object.entries(added)
      .filter(([, rows]) => rows.length > 0)
      .map(([table, rows]) => [
        table,
        {
          rows: rows.length,
          sha256: sha256(canonicalize([...rows].sort(inOrder).map((r) => asSealed(r, table))) as string),
        },
      ]),
  );
}

/** The hash over everything an entry says and did and the hash before it. */
export function entryHash(entry: Omit<EntryRow, "hash">): string {
  const { happened_at, recorded_at, deeds, ...rest } = entry;
  return sha256(
    canonicalize({
      ...rest,
      // Entries made before deeds were sealed have none in their hash either.
      ...(deeds === null ? {} : { deeds }),
      happened_at: happened_at.toISOString(),
      recorded_at: recorded_at.toISOString(),
    }) as string,
  );
}

/** The running digest over what entries did that were made before deeds were sealed. */
export const gathered = (before: string, entry: number, deeds: Deeds): string =>
  sha256(`${before}\n${canonicalize({ entry, deeds })}`);

/** A head of the chain short enough to stand on paper: "277 · 3F2A-91BC-07DE-55A0". */
export function fingerprint(head: { readonly entry: number; readonly hash: string }): string {
  const groups = head.hash.slice(0, 16).toUpperCase().match(/.{4}/g) ?? [];
  return `${head.entry} · ${groups.join("-")}`;
}
