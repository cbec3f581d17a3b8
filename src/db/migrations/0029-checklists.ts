/** Checklists a house keeps: what it added to them, and what was ticked by and by. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "check_item",
    "kind text not null, item text not null, what text not null, kept boolean not null",
  );
  await fact(
    db,
    "check_ticked",
    "kind text not null, items text[] not null, note text not null, who text not null, at timestamptz not null",
  );
  for (const table of ["check_item", "check_ticked"]) await guard(db, table);
  await db.raw(
    "create index check_ticked_at on check_ticked (at); create index floor_check_at on floor_check (at)",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
