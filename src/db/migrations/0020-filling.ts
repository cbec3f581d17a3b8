/** At the filler: the scale checked with a known weight, jars weighed again, jars that leave a lot without a buyer. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await fact(
    db,
    "scale_check",
    "scale text not null, known_g double precision not null, shown_g double precision not null, verified boolean not null",
  );
  await fact(
    db,
    "jars_off",
    `lot_id bigint not null references lot, jars int not null, why text not null, fill_id bigint references fill,
     place text not null, keep_until date, note text not null`,
  );
  await db.raw(`
    alter table fill_check
      -- Empty jars that were weighed, where the mean tare is taken off.
      add column empty_g double precision[], add column second_g double precision[],
      -- The weighing this one puts right, jar by jar.
      add column of_check bigint, add column put_right jsonb;
  `);
  await showLive(db, "fill_check");
  for (const table of ["scale_check", "jars_off"]) await guard(db, table);
  await db.raw(
    "create index jars_off_lot on jars_off (lot_id); create index fill_check_of on fill_check (of_check)",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
