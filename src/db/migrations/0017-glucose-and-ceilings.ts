/** What a laboratory said of a honey's glucose and yeast, and how warm honeys of a kind may get. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "lab_note",
    "fill_id bigint not null references fill, glucose_pct double precision, yeast_per_g double precision",
  );
  await fact(db, "kind_ceiling", "kind text not null, ceiling_c double precision");
  for (const table of ["lab_note", "kind_ceiling"]) await guard(db, table);
  await db.raw("create index lab_note_fill on lab_note (fill_id)");
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
