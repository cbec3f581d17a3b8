/** Boxes, pails and bins weighed empty again: every charge keeps the empty weight it was reckoned with. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "empty_weighing",
    "vessel_id bigint not null references vessel, empty_g bigint not null check (empty_g > 0), at timestamptz not null",
  );
  await fact(db, "comb_lost", "vessel_id bigint not null references vessel, what text not null");
  for (const table of ["empty_weighing", "comb_lost"]) await guard(db, table);
  await db.raw(`
    create index empty_weighing_vessel on empty_weighing (vessel_id, at);
    create index comb_lost_vessel on comb_lost (vessel_id);
    -- Null: as it was set up.
    alter table pull_super add column empty_g bigint;
  `);
  await showLive(db, "pull_super");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
