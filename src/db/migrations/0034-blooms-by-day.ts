/** What bloomed in a yard in the weeks before a day is found by its day, however many years of it were seen there. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw("create index bloom_yard_day on bloom (yard_id, date); drop index bloom_yard");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
