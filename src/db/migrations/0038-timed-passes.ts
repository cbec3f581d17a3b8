/** Passes through a mesh that somebody timed are few among all there were: they are found by themselves. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw(
    "create index strained_timed on strained (id) where minutes is not null and temp_c is not null",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
