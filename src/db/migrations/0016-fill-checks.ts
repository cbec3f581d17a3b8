/** Jars as they were weighed against their label. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "fill_check",
    `lot_id bigint references lot, jar_g int not null, lot_jars int not null, rules text not null,
     step_g double precision not null, weights_g double precision[] not null`,
  );
  await guard(db, "fill_check");
  await db.raw("create index fill_check_lot on fill_check (lot_id)");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
