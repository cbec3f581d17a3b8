/** What hands did that is no kilogram: boxes uncapped, and who was sent where. */
import type { Knex } from "knex";
import { fact, guard } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "uncapped",
    "fill_id bigint not null references fill, who text not null, at timestamptz not null",
  );
  await fact(
    db,
    "work_given",
    `day date not null, what text not null check (what in ('box','machine','strainer')), of text not null,
     person text not null`,
  );
  for (const table of ["uncapped", "work_given"]) await guard(db, table);
  await db.raw(
    "create index uncapped_fill on uncapped (fill_id); create index work_given_day on work_given (day)",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
