/** Blends as they were foretold, and what top and bottom read after mixing. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "blend",
    `fill_id bigint not null references fill, grams int not null, water_pct double precision,
     se_pct double precision, upper_pct double precision, warnings text not null, despite text not null`,
  );
  await fact(
    db,
    "mix_check",
    `fill_id bigint not null references fill, top_pct double precision not null,
     bottom_pct double precision not null, sample_c double precision not null`,
  );
  for (const table of ["blend", "mix_check"]) await guard(db, table);
  await db.raw(`
    create index blend_fill on blend (fill_id);
    create index mix_check_fill on mix_check (fill_id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
