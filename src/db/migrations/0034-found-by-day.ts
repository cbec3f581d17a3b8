/** What bloomed before a day, and how an instrument was checked or a stack stood to the fan around a moment, is found by day. */
import type { Knex } from "knex";

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    create index bloom_yard_day on bloom (yard_id, date); drop index bloom_yard;
    create index calibration_instrument_at on calibration (instrument_id, at); drop index calibration_instrument;
    create index stack_air_stack_at on stack_air (stack, at); drop index stack_air_stack;`);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
