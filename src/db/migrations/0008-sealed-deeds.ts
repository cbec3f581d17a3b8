/** Entries are sealed with all they moved and stated, and the balances are kept by the owner's hand alone. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    -- For each table what this entry added to it: how many rows, and their digest. Null: made before entries were sealed so.
    alter table entry add column deeds jsonb;
    create index entry_unsealed on entry (id) where deeds is null;
    -- What comes in row by row is looked for by its entry.
    create index if not exists undone_by_entry on undone (by_entry);

    -- The application may add movements; the balances follow with the owner's right, and nobody else's.
    alter function fill_opens() security definer;
    alter function fill_opens() set search_path = public, pg_temp;
    alter function movement_moves() security definer;
    alter function movement_moves() set search_path = public, pg_temp;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
