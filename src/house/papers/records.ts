/** Photos and papers behind entries: kept once under their own hash, shown wherever the entry is. */
import { createHash } from "node:crypto";
import type { Knex } from "knex";
import type { PaperKind } from "./content";

export interface PaperRow {
  readonly id: number;
  readonly of_entry: number;
  readonly name: string;
  readonly kind: PaperKind;
  readonly sha256: string;
}

export const hashOf = (bytes: Buffer): string => createHash("sha256").update(bytes).digest("hex");

/** Puts a paper away; the same paper twice is kept once. */
export const keepPaper = (db: Knex, bytes: Buffer, kind: PaperKind): Promise<unknown> =>
  db.raw("insert into paper (sha256, kind, bytes) values (?, ?, ?) on conflict (sha256) do nothing", [
    hashOf(bytes),
    kind,
    bytes,
  ]);

export const paperKept = (db: Knex, sha256: string): Promise<{ kind: PaperKind } | undefined> =>
  db("paper").where({ sha256 }).first("kind");

export const papersOf = (db: Knex, entries: readonly number[]): Promise<PaperRow[]> =>
  entries.length === 0
    ? Promise.resolve([])
    : db("live_attachment")
        .whereRaw("of_entry = any(?::bigint[])", [[...entries]])
        .orderBy("id")
        .select("id", "of_entry", "name", "kind", "sha256");

export const notesOf = (
  db: Knex,
  entries: readonly number[],
): Promise<{ of_entry: number; says: string; who: string; at: Date }[]> =>
  db("live_entry_note as n")
    .join("entry as e", "e.id", "n.entry_id")
    .whereRaw("n.of_entry = any(?::bigint[])", [[...entries]])
    .orderBy("n.id")
    .limit(200)
    .select("n.of_entry", "n.says", "e.who", "e.happened_at as at");

/** A paper with what is in it; undefined also where what is kept no longer has the hash it was sealed with. */
export async function paperWhole(
  db: Knex,
  id: number,
): Promise<(PaperRow & { readonly bytes: Buffer }) | undefined> {
  const row = await db("live_attachment as a")
    .join("paper as p", "p.sha256", "a.sha256")
    .where("a.id", id)
    .first("a.id", "a.of_entry", "a.name", "a.kind", "a.sha256", "p.bytes");
  return row && hashOf(row.bytes) === row.sha256 ? row : undefined;
}

/** An entry that stands, by its number. */
export const entryStanding = (db: Knex, id: number): Promise<{ entry_id: number; say: string } | undefined> =>
  db("entry as e")
    .leftJoin("undone as u", "u.entry_id", "e.id")
    .whereNull("u.entry_id")
    .where("e.id", id)
    .first("e.id as entry_id", "e.say");
