/** A sample that was kept back is gone one day; those that are still there are kept ready, however many there ever were. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";
import { keepOpen, openAsTold, undoingOpens } from "./kept-open";

const SAMPLES = { retained_sample: { by: "sample_gone", of: "sample_id" } } as const;
const CLOSED_BY = {
  batch: { by: "batch_close", of: "batch_id" },
  jar_order: { by: "jar_order_met", of: "order_id" },
  ...SAMPLES,
} as const;

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "sample_gone",
    `sample_id bigint not null references retained_sample,
     what text not null check (what in ('thrown-away','used-up','not-found')), note text not null`,
  );
  await guard(db, "sample_gone");
  await db.raw(`
    create index sample_gone_sample on sample_gone (sample_id);
    ${keepOpen(SAMPLES)}
    ${openAsTold(CLOSED_BY)}
    ${undoingOpens(CLOSED_BY)}
    insert into still_open select * from open_as_told() on conflict do nothing;
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
