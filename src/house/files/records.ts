import type { Knex } from "knex";
import type { EntryRow } from "../ledger/records/entries";

/** The latest entries of a command that stand, the earliest first; only those of certain moments where they are named. */
export async function toldBy(
  db: Knex,
  command: string,
  most: number,
  moments?: readonly Date[],
): Promise<Pick<EntryRow, "happened_at" | "input">[]> {
  const latest = await db<EntryRow>("entry as e")
    .where({ command })
    .modify((asked) => {
      if (moments) asked.whereRaw("e.happened_at = any(?::timestamptz[])", [[...moments]]);
    })
    .whereNotExists(db("undone as u").whereRaw("u.entry_id = e.id"))
    .orderBy("e.id", "desc")
    .limit(most)
    .select("e.happened_at", "e.input");
  return latest.reverse();
}
