/** What is asked for by its number, or by what it belongs to, is found by an index, however many years of it there are. */
import type { Knex } from "knex";

const ASKED_BY = {
  batch: ["number"],
  pull: ["yard_id"],
  pull_super: ["pull_id"],
  batch_close: ["batch_id"],
  spun: ["batch_id"],
  plan_step: ["plan_id"],
  parcel: ["buyer_id"],
  dispatch: ["buyer_id", "number", "kind"],
  dispatch_closed: ["dispatch_id"],
  jar_order_met: ["order_id"],
  retained_sample: ["keep_until, id"],
  floor_check: ["at"],
  lot: ["year, number", "replace(code, '-', '')", "replace(mark, '-', '')"],
} as const;

export async function up(db: Knex): Promise<void> {
  for (const [table, asked] of Object.entries(ASKED_BY))
    for (const by of asked) await db.raw(`create index on ${table} (${by})`);
  await db.raw("create index on fill (colony_id) where kind = 'colony'");
  // What a vessel holds now is its newest fill.
  await db.raw("drop index fill_vessel; create index fill_vessel on fill (vessel_id, opened_at, id)");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
