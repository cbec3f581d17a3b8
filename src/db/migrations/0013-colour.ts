/** The colour of honey, as it was read. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "colour_reading",
    "fill_id bigint not null references fill, pfund_mm double precision not null check (pfund_mm between 0 and 140)",
  );
  await guard(db, "colour_reading");
  await db.raw("create index colour_reading_fill on colour_reading (fill_id)");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
