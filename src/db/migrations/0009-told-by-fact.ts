/** What was read out of sentences and entries becomes a fact: a loss's cause, what handwork took. */
import type { Knex } from "knex";
import { fact, guard, showLive } from "./facts";

export async function up(db: Knex): Promise<void> {
  await db.raw("alter table fill add column cause text");
  await showLive(db, "fill");
  await fact(
    db,
    "hand_work",
    "way text not null, frames integer not null, minutes double precision, honey_g bigint not null, left_g bigint",
  );
  await guard(db, "hand_work");
  // Entries of before hold it in their answer only; they are read here, once and for all.
  await db.raw(`
    create view hand_work_known as
      select h.stated_at, h.entry_id, h.way, h.frames, h.minutes, h.honey_g, h.left_g from live_hand_work h
      union all
      select e.happened_at, e.id,
             coalesce(e.output->>'station', case e.output->>'way' when 'pressed' then 'press' else 'crush' end),
             coalesce((e.output->>'frames')::int, 10), (e.output->>'minutes')::float8,
             (e.output->>'honeyGrams')::bigint,
             case when e.output->>'estimated' = 'true' then null else (e.output->>'leftGrams')::bigint end
        from entry e
       where (e.command = 'crush-combs' or (e.command = 'weigh-spun-super' and e.output->>'station' is not null))
         and not exists (select 1 from hand_work h where h.entry_id = e.id)
         and not exists (select 1 from undone u where u.entry_id = e.id);
  `);
}

/** The ledger only grows. */
export async function down(): Promise<void> {
  throw new Error("The ledger's migrations cannot be taken back.");
}
