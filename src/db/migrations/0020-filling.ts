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
  // Honey on its way to another product: set honey by its vessel, comb by its lot; and which of its steps were done.
  await fact(
    db,
    "product_run",
    `kind text not null check (kind in ('seeded','stirred','comb')), fill_id bigint not null references fill,
     seed_pct double precision, note text not null`,
  );
  await fact(db, "product_step", "run_id bigint not null references product_run, step text not null");
  await db.raw(`
    alter table fill_check
      -- Empty jars that were weighed, where the mean tare is taken off.
      add column empty_g double precision[], add column second_g double precision[],
      -- The weighing this one puts right, jar by jar.
      add column of_check bigint, add column put_right jsonb,
      -- What the scale shows of a gram, by the known weight it was last checked with.
      add column span double precision;
  `);
  await showLive(db, "fill_check");
  for (const table of ["scale_check", "jars_off", "product_run", "product_step"]) await guard(db, table);
  await db.raw(
    "create index jars_off_lot on jars_off (lot_id); create index fill_check_of on fill_check (of_check); create index product_step_run on product_step (run_id)",
  );
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
