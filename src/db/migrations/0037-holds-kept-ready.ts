/** Holds nobody released for good are kept ready: all there ever were would be looked through on each page. */
import type { Knex } from "knex";
import { keepOpen, openAsTold, undoingOpens } from "./kept-open";

/** One fill's release leaves the hold standing, and one that wants a second person is looked at each time. */
const HOLDS = {
  hold: {
    by: "hold_release",
    of: "hold_id",
    when: (row: string) => `${row}.fill_id is null and not ${row}.second`,
  },
} as const;
const CLOSED_BY = {
  batch: { by: "batch_close", of: "batch_id" },
  jar_order: { by: "jar_order_met", of: "order_id" },
  retained_sample: { by: "sample_gone", of: "sample_id" },
  ...HOLDS,
} as const;

export async function up(db: Knex): Promise<void> {
  await db.raw(`
    ${keepOpen(HOLDS)}
    ${openAsTold(CLOSED_BY)}
    ${undoingOpens(CLOSED_BY)}
    insert into still_open select * from open_as_told() on conflict do nothing;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
