/**
 * What was told since a day or a moment is found by its index, with the number it is asked for by: how much that is
 * nobody knows when the question is planned, and a third of all there ever was is what is supposed.
 */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create index pull_since on pull (date, id);
    create index pull_plan_since on pull_plan (date, id);
    create index bloom_since on bloom (date, id);
    create index uncapped_since on uncapped (at, id);`);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
